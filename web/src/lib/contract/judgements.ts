/** Judgements of records as windows learn of them. */
import type { Verdict } from '@wide-lantern/core/editor';

/** How many records are judged, and no more: what a window needs when it opens. */
export interface JudgementCounts {
	/** Number of the newest judgement. */
	readonly newest: number;
	readonly relevant: number;
	readonly irrelevant: number;
}

export interface JudgementNews extends JudgementCounts {
	/** Those after the number that was asked for, the oldest first; null where a verdict was withdrawn. */
	readonly judgements: readonly { readonly record: string; readonly verdict: Verdict | null }[];
}

export interface JudgeRequest {
	/** Null withdraws the verdict. */
	readonly judgements: readonly { readonly record: string; readonly verdict: Verdict | null }[];
}

export interface JudgementsApi {
	/** How many records are judged, and the judgements after a number. */
	'GET /api/v1/enquiries/[enquiry]/judgements': {
		query: { readonly after?: number };
		answers: { 200: JudgementNews };
	};
	/** Judge records; a verdict of null withdraws the one before. */
	'POST /api/v1/enquiries/[enquiry]/judgements': { body: JudgeRequest; answers: { 201: { readonly saved: true } } };
}
