/** What was done with renderings at their sources, as the screens show it. */
import type { Comparison, Run } from '@wide-lantern/core/editor';

export type ShownRun = Run & { readonly id: string };

/** Of one profile. */
export interface RenderingHistory {
	readonly profile: string;
	/** Runs with counts, the newest first; no more than the last few. */
	readonly runs: readonly ShownRun[];
	/** Runs with counts, all of them. */
	readonly total: number;
	/** What was run or copied last and not withdrawn. */
	readonly last: ShownRun | null;
	readonly comparison: Comparison | null;
}

export interface RunsView {
	/** Number of the newest fact in it. */
	readonly revision: number;
	readonly histories: readonly RenderingHistory[];
}

interface ComparedRecord {
	readonly id: string;
	readonly title: string;
	readonly year: number | null;
}

/** A rendering beside the original, on the works that both sources hold. */
export interface ComparedRendering {
	/** Revision of the enquiry that was compared. */
	readonly revision: number;
	readonly original: number;
	readonly rendered: number;
	readonly kept: number;
	readonly lost: readonly (ComparedRecord & { readonly ship: boolean; readonly line: number | null })[];
	readonly gained: { readonly count: number; readonly some: readonly ComparedRecord[] };
	readonly ships: { readonly kept: number; readonly lost: number };
	readonly on: string;
}

/** What a comparison is at: fetching what the rendering finds, asking what the source holds, finding the line responsible. */
export type ComparisonStep = 'records' | 'held' | 'blame';
