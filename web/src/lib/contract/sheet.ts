/** The strategy as it is counted: lines, margins, trials, terms; asked for, or coming on the stream of a window. */
import type { Beam, Cells, Edit, Fault, KindFigures, LineYield, PackedLines } from '@wide-lantern/core/editor';
import type { VariantList } from './headings';
import type { RecordDifference, ShownRecord } from './records';

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

/** What each term of a line retrieves, and the words that its wildcards match. */
export interface LineTerms {
	readonly line: number;
	/** Number of the final line; null where this is it. */
	readonly final: number | null;
	readonly terms: readonly {
		readonly text: string;
		/** Another term that retrieves all of it, on every collection. */
		readonly inside: string | null;
		readonly records: number;
		/** Records of the line that no other term retrieves. */
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

/** What is shown beside and below the sheet; known articles by their identity in the brief. */
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
	/** Terms in lines of two concepts, with the records that are in the result by them alone. */
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

export type TrialResult =
	| { readonly name: string; readonly refused: string }
	| ({
			readonly name: string;
			readonly refused?: undefined;
			readonly final: string | null;
			readonly found: number | null;
			/** The first records that are lost and gained, where they were asked for. */
			readonly records?: { readonly lost: readonly ShownRecord[]; readonly gained: readonly ShownRecord[] };
	  } & RecordDifference);

/** How lines do on records whose truth is known. */
export interface Measured {
	readonly cells: Cells;
	readonly collection: string;
	/** True where only records judged in this enquiry were looked at. */
	readonly judged: boolean;
}

/** Each line's records by source, on a collection of imported files. */
export interface SourceCounts {
	readonly revision: number;
	/** In the order of their names; none on a collection that was not imported source by source. */
	readonly sources: readonly { readonly source: string; readonly records: number }[];
	/** `counts` and `alone` in the order of the sources, `alone` those that no other source has; null where the line has no count. */
	readonly lines: readonly {
		readonly id: string;
		readonly counts: readonly number[] | null;
		readonly alone: readonly number[] | null;
	}[];
}

/** Counts of the concepts’ terms, and which of them the strategy uses. */
export interface ConceptCounts {
	readonly revision: number;
	/** By term, `vocabulary:heading:reach`, or `@strand`. */
	readonly counts: Readonly<Record<string, number>>;
	/** The same keys by concept, where a line of that concept that can be read has just this term. */
	readonly used: Readonly<Record<string, readonly string[]>>;
	/** Keys that are counted in another collection, with its name: their vocabulary does not index the enquiry’s own. */
	readonly elsewhere: Readonly<Record<string, string>>;
}

/** Records that a concept’s lines retrieve together, by year; `bare` of them have no headings. */
export interface ConceptYears {
	readonly years: readonly { readonly year: number; readonly all: number; readonly bare: number }[];
	readonly all: number;
	readonly bare: number;
}

export interface CountRequest {
	readonly client: string;
	/** Goes up with every request of this window. */
	readonly sequence: number;
	/** The revision on which the edits were made, and the edits that are not saved yet. */
	readonly revision: number;
	readonly edits: readonly Edit[];
	/** The line that was the result before somebody began to type: while they type it stays so. */
	readonly resultWas?: string | null;
}

export interface TrialsRequest {
	/** The revision that the trials start from; another one is answered with 409. */
	readonly revision: number;
	/** True where the first records that are lost and gained are to be read. */
	readonly read?: boolean;
	readonly trials: readonly { readonly name: string; readonly edits: readonly Edit[] }[];
}

export interface MeasureRequest {
	readonly lines: PackedLines;
	/** What is true: an expression such as `pt:"randomised trial"`; null for the records judged in this enquiry. */
	readonly truth: string | null;
}

export interface SheetApi {
	/** Every line with its count and faults. */
	'GET /api/v1/enquiries/[enquiry]/counts': { answers: { 200: SheetView } };
	/** How many records of each source every line retrieves, on a collection of the enquiry’s own files. */
	'GET /api/v1/enquiries/[enquiry]/counts/sources': { answers: { 200: SourceCounts } };
	/** The counts of the concepts’ terms, and which of them the strategy uses. */
	'GET /api/v1/enquiries/[enquiry]/counts/concepts': { answers: { 200: ConceptCounts } };
	/** Count the lines as they are being typed, before they are saved. The counts come on the stream of this window, in which 409 says that there is none. */
	'POST /api/v1/enquiries/[enquiry]/look': { body: CountRequest; answers: { 202: object } };
	/** Stop the indexing of the enquiry’s collection, or let it be indexed again. */
	'POST /api/v1/enquiries/[enquiry]/indexing': { body: { readonly do: 'stop' | 'start' }; answers: { 200: object } };
	/** What edits would change in the result and in each line. Nothing is saved. */
	'POST /api/v1/enquiries/[enquiry]/trials': {
		body: TrialsRequest;
		answers: { 200: { readonly trials: readonly TrialResult[] } };
	};
	/** How lines do on records whose truth is known. Nothing is saved. */
	'POST /api/v1/enquiries/[enquiry]/measure': { body: MeasureRequest; answers: { 200: Measured } };
	/** What each term of a line’s OR retrieves, and the words behind its wildcards; null for a line that is not a counted OR. */
	'GET /api/v1/enquiries/[enquiry]/terms': { query: { readonly line: string }; answers: { 200: LineTerms | null } };
	/** The words of the collection that a pattern stands for, in some fields: codes with + between them, title, abstract and keywords otherwise. */
	'GET /api/v1/enquiries/[enquiry]/variants': {
		query: { readonly pattern: string; readonly fields?: string };
		answers: { 200: VariantList };
	};
	/** What a concept’s lines retrieve, by year, and how much of it carries no heading. */
	'GET /api/v1/enquiries/[enquiry]/unindexed': { query: { readonly concept: string }; answers: { 200: ConceptYears } };
}
