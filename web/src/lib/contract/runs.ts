/** What was done with renderings at their sources, as the screens show it. */
import type { Comparison, Run, RunLine } from '@wide-lantern/core/editor';

export interface ShownRun {
	readonly id: string;
	readonly profile: Run['profile'];
	/** Of the profile that it was written with; null where it is not known. */
	readonly version: Run['version'];
	readonly how: Run['how'];
	readonly by: string;
	readonly on: string;
	/** Somebody has said that its counts are wrong. */
	readonly withdrawn: boolean;
	readonly lines: RunLine[];
}

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
	readonly benchmark: { readonly kept: number; readonly lost: number };
	readonly on: string;
}

/** What a comparison is at: fetching what the rendering finds, asking what the source holds, finding the line responsible. */
export type ComparisonStep = 'records' | 'held' | 'blame';

/** What a window may add: a run over a connection is added by the server that made it. */
export interface NewRun {
	readonly profile: string;
	readonly version: number;
	readonly how: 'pasted' | 'copied';
	readonly lines: readonly RunLine[];
}

export interface RunsApi {
	/** What was run, copied and compared, by profile; the last runs with their lines. */
	'GET /api/v1/enquiries/[enquiry]/runs': { answers: { 200: RunsView } };
	/** Add a run whose counts were pasted, or a copy. Nothing that was added is ever changed. */
	'POST /api/v1/enquiries/[enquiry]/runs': { body: NewRun; answers: { 201: { readonly id: string } } };
	/** Withdraw a run whose counts are wrong, or restore it. */
	'PUT /api/v1/enquiries/[enquiry]/runs/[run]': {
		body: { readonly withdrawn: boolean };
		answers: { 200: { readonly withdrawn: boolean } };
	};
}
