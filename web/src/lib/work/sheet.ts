/** The strategy as the server has counted it. */
import type { Beam, Fault, KindFigures, LineYield } from '@wide-lantern/core/editor';

export interface SheetLine {
	readonly id: string;
	readonly number: number;
	readonly text: string;
	readonly role: string;
	readonly state: string;
	readonly count: number | null;
	readonly found: number | null;
	readonly beforeHand: boolean;
	/** What is used in the place of a limit or filter that is off; null for other lines. */
	readonly passes: string | null;
	/** Number of the line that cannot be read and keeps this one from being counted; null for other lines. */
	readonly waitsFor: number | null;
	readonly faults: readonly Fault[];
}

export interface SheetView {
	readonly revision: number;
	readonly collection: {
		readonly id: string;
		readonly name: string;
		readonly size: number;
		readonly takenOn: string;
	} | null;
	/** How far the collection's index is, from 0 to 1, while it is being built; `stopped` where somebody has stopped that. */
	readonly indexing: number | 'stopped' | null;
	readonly benchmark: { readonly held: number; readonly known: number };
	readonly final: string | null;
	readonly lines: readonly SheetLine[];
}

/** What the terms of a line bring, and what words their wildcards stand for. */
export interface LineTerms {
	readonly line: number;
	/** Number of the final line; null where this is it. */
	readonly final: number | null;
	readonly terms: readonly {
		readonly text: string;
		/** Another term that brings all of it, on every collection. */
		readonly inside: string | null;
		readonly records: number;
		/** Records of the line that no other term brings. */
		readonly unique: number;
		/** Records that the final line has by this term alone, and those that it would have without. */
		readonly lost: number;
		readonly gained: number;
	}[];
	readonly variants: readonly {
		readonly pattern: string;
		readonly words: number;
		readonly variants: readonly { readonly word: string; readonly records: number }[];
	}[];
}

/** What stands beside and below the sheet; known articles by their identity in the brief. */
export interface SheetMargins {
	readonly revision: number;
	readonly final: string;
	readonly yields: readonly LineYield[];
	readonly beam: {
		readonly from: number;
		readonly steps: readonly (Omit<Beam['steps'][number], 'dropped'> & { readonly dropped: readonly string[] })[];
		readonly found: readonly string[];
	} | null;
	/** Terms that no record of the collection holds: places in the text of their line. */
	readonly noHits: readonly { readonly line: string; readonly from: number; readonly to: number }[];
	/** Terms that stand in lines of two concepts, with the records of the result that rest on them alone. */
	readonly shared: readonly {
		readonly line: string;
		readonly from: number;
		readonly to: number;
		readonly concepts: readonly string[];
		readonly lost: number;
	}[];
	/** Of the whole (concept null), then of each concept. */
	readonly kinds: readonly (KindFigures & { readonly concept: string | null })[];
}

/** What arrives on the stream of an open strategy, in answer to a look. */
export type CountsNews =
	| {
			readonly sequence: number;
			readonly view: Omit<SheetView, 'lines'>;
			/** All lines, in order; `changed` holds those whose answer is not the one sent before. */
			readonly order: readonly string[];
			readonly changed: readonly SheetLine[];
	  }
	/** Comes after the counts, when nothing newer was asked meanwhile. */
	| { readonly sequence: number; readonly margins: SheetMargins | null }
	/** It was made on a revision that is not the newest; another look will follow. */
	| { readonly sequence: number; readonly stale: true }
	| { readonly sequence: number; readonly failed: string };

/** The view after news, from the view before; null where lines are missing and all must be asked for. */
export function withNews(
	before: SheetView | null,
	news: Extract<CountsNews, { readonly view: unknown }>
): SheetView | null {
	const known = new Map(before?.lines.map((line) => [line.id, line]));
	for (const line of news.changed) known.set(line.id, line);
	const lines = news.order.flatMap((id) => known.get(id) ?? []);
	return lines.length === news.order.length ? { ...news.view, lines } : null;
}
