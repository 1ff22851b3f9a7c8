/** Gleaning: terms of some records that a strategy may lack, and what people decide on them. */
import type { JobView } from './jobs';

/** Known articles with the records judged relevant; a line; the records of one source of the enquiry's own files. */
export const GLEANED_FROM = ['known', 'line', 'source'] as const;
export interface GleaningRequest {
	readonly from: (typeof GLEANED_FROM)[number];
	/** The line, or the name of the source; empty for known articles. */
	readonly of: string;
	/** Records that must hold a candidate. */
	readonly fewest: number;
	/** Words that are no candidates, as they are typed. */
	readonly hidden: string;
}

/** What a thread found in the texts, with what the collection says of it. */
export interface Candidate {
	/** The same in every gleaning. */
	readonly key: string;
	/** Null for text words. */
	readonly heading: { readonly vocabulary: string; readonly heading: string } | null;
	/** The commonest variant, or the label of the heading. */
	readonly label: string;
	/** All variants, the commonest first, each with the gathered records that hold it; empty for headings. */
	readonly variants: readonly { readonly text: string; readonly records: number }[];
	/** Gathered records that hold it, and records of the whole collection. */
	readonly held: number;
	readonly all: number;
	/** Of the gathered records: in the title, as an author keyword. */
	readonly titles: number;
	readonly keywords: number;
	/** Share in the gathered records ÷ share in the rest of the collection; null where the rest does not hold it. */
	readonly times: number | null;
	/** Log-likelihood G². */
	readonly likelihood: number;
	/** RAKE. */
	readonly score: number;
	readonly strength: number;
	readonly firstYear: number | null;
	/** From −1, only in the earlier half of the records, to 1, only in the later. */
	readonly trend: number;
}

export const DECISIONS = ['rejected', 'parked'] as const;
export interface CandidateDecision {
	readonly candidate: string;
	readonly decision: (typeof DECISIONS)[number];
	readonly by: string;
	readonly at: string;
}

export interface Gleaning {
	readonly request: GleaningRequest;
	/** What the records are called. */
	readonly name: string;
	readonly collection: string;
	/** Gathered records, those that say the same counted once. */
	readonly records: number;
	readonly by: string;
	readonly at: string;
	/** True where the collection is another now, or counted anew. */
	readonly outdated: boolean;
	readonly candidates: readonly Candidate[];
}
export interface Gleanings {
	/** Null where nothing was gleaned yet. */
	readonly gleaning: Gleaning | null;
	readonly decisions: readonly CandidateDecision[];
	/** Sources of the enquiry's own files in the chosen collection. */
	readonly sources: readonly string[];
	/** The list of words that are hidden until somebody changes it. */
	readonly hidden: string;
}

/** What each candidate would add, in their order; by concept, in the order of `concepts`. */
export interface CandidateFigures {
	readonly revision: number;
	readonly concepts: readonly string[];
	/** True where the result is counted, so that what it would gain is known. */
	readonly counted: boolean;
	/** Records that would be new to the concept, and to the result; null where the concept has no line. */
	readonly adds: readonly (readonly ({ readonly concept: number; readonly result: number } | null)[])[];
}

/** What the result would gain as candidates are added one behind the other. */
export interface GainCurve {
	readonly revision: number;
	/** For each candidate that was asked for, in that order: records that would be new by then; empty where no result is counted. */
	readonly gained: readonly number[];
}

/** Where a candidate stands in a record. */
export interface CandidateExample {
	readonly record: string;
	readonly title: string;
	readonly year: number | null;
	/** The words around it; empty for a heading. */
	readonly before: string;
	readonly match: string;
	readonly after: string;
}

export interface GleaningApi {
	/** The last gleaning with its candidates, and what was decided on candidates of this and earlier ones. */
	'GET /api/v1/enquiries/[enquiry]/gleaning': { answers: { 200: Gleanings } };
	/** Gleans candidates from records of the chosen collection, as a job. */
	'POST /api/v1/enquiries/[enquiry]/gleaning': { body: GleaningRequest; answers: { 202: JobView } };
	/** What each candidate of the last gleaning would add to the strategy as it is now. */
	'GET /api/v1/enquiries/[enquiry]/gleaning/figures': { answers: { 200: CandidateFigures } };
	/** What the result would gain as these candidates are added one behind the other, each to the concept that holds most of its records already. */
	'POST /api/v1/enquiries/[enquiry]/gleaning/curve': {
		body: { readonly candidates: readonly string[] };
		answers: { 200: GainCurve };
	};
	/** Decides on candidates, or takes decisions back. */
	'PUT /api/v1/enquiries/[enquiry]/gleaning/decisions': {
		body: {
			readonly decisions: readonly {
				readonly candidate: string;
				readonly decision: CandidateDecision['decision'] | null;
			}[];
		};
		answers: { 200: { readonly decisions: readonly CandidateDecision[] } };
	};
	/** Up to three gathered records that hold a candidate. */
	'GET /api/v1/enquiries/[enquiry]/gleaning/examples': {
		query: { candidate: string };
		answers: { 200: { readonly examples: readonly CandidateExample[] } };
	};
}
