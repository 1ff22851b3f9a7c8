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
