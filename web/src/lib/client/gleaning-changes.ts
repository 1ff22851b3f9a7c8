/** What a table of candidates that was changed elsewhere would change. */
import type { RowFault } from '@wide-lantern/core/decision-table';
import type { Candidate, CandidateDecision } from '$lib/contract/gleaning';

export interface TableDecision {
	readonly candidate: string;
	readonly decision: CandidateDecision['decision'] | null;
}
export interface TableChanges {
	readonly fileName: string;
	readonly decisions: readonly TableDecision[];
	/** Candidates that go to concepts, by the concept's place. */
	readonly added: readonly { readonly candidate: Candidate; readonly at: number }[];
	readonly faults: readonly RowFault[];
	/** Decisions on terms that the last gleaning does not have. */
	readonly others: number;
}
