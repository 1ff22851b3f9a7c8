/** What the Renderings screen asks of the server, and what it is told. */
import type { Rendering } from '@wide-lantern/core/editor';

export interface RenderingProfile {
	readonly id: string;
	readonly name: string;
	readonly version: number;
	readonly source: string;
	readonly platform: string;
	readonly oneString: boolean;
	readonly connected: boolean;
	readonly mapsWords: boolean;
	readonly knows: readonly string[];
}

export interface ShownRendering {
	readonly profile: RenderingProfile;
	readonly rendering: Rendering;
}

export interface RenderingsView {
	readonly revision: number;
	/** The line whose records are the result. */
	readonly final: string | null;
	readonly lines: readonly {
		readonly id: string;
		readonly number: number;
		readonly text: string;
		readonly count: number | null;
	}[];
	readonly renderings: readonly ShownRendering[];
}

export interface ReadStrategyLine {
	readonly number: number;
	readonly text: string;
	readonly count: number | null;
	/** In the notation; empty where nothing was understood. */
	readonly notation: string;
	readonly comment: string;
	readonly faults: readonly {
		readonly severity: string;
		readonly from: number;
		readonly to: number;
		readonly message: string;
	}[];
}

export interface ReadStrategyView {
	/** The profile that it was read by. */
	readonly profile: string;
	readonly lines: readonly ReadStrategyLine[];
	readonly numbered: boolean;
	readonly errors: number;
	readonly contradictions: readonly { readonly line: number; readonly message: string }[];
	/** Profiles by how few faults they find, where another one fits better. */
	readonly better: readonly { readonly profile: string; readonly name: string; readonly errors: number }[];
	readonly habit: string | null;
}

export interface WordsView {
	readonly parts: readonly (
		| { readonly kind: 'ignored'; readonly words: string }
		| { readonly kind: 'words'; readonly words: string; readonly forms: readonly string[] }
		| {
				readonly kind: 'heading';
				readonly words: string;
				readonly label: string;
				readonly by: string | null;
				readonly narrower: readonly string[];
				readonly addsNarrower: boolean;
				readonly shown: boolean;
				readonly forms: readonly string[];
		  }
	)[];
	readonly frozen: string;
	readonly added: number;
	readonly plain: boolean;
	readonly source: string;
	readonly vocabulary: string | null;
	/** Of an account that was pasted: its pieces, and whether they were meant. */
	readonly account: {
		readonly text: string;
		readonly pieces: readonly { readonly text: string; readonly meant: boolean }[];
		readonly faults: readonly string[];
	} | null;
}

/** What a source says of itself, or why it cannot be asked. */
export type ConnectionView =
	| { readonly fault: string }
	| {
			readonly title: string;
			readonly indexes: readonly string[];
			readonly queryTypes: readonly string[];
			/** Most records of one answer; null where it does not say. */
			readonly portion: number | null;
			/** The language in which the profile asks. */
			readonly asked: string;
			readonly contradictions: readonly string[];
	  };

/** Notes in the order of how much they matter. */
export const NOTE_ORDER: Readonly<Record<string, number>> = {
	narrowed: 0,
	'to decide': 1,
	widened: 2,
	'by hand': 3,
	decided: 4,
	adjusted: 5
};
