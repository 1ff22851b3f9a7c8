/** Which imported references are of one work: figures, pairs that wait for a person, decisions. */
import type { FieldName, MergedField, Relation } from '@wide-lantern/core';
import type { JobView } from './jobs';
import type { ExportFormat } from './references';

/** A reference by its file and its place there, from 0: it stays the same whatever else is imported or removed. */
export interface ReferencePlace {
	readonly batch: string;
	readonly place: number;
}

/** What is shown of a reference beside another. */
export interface ComparedReference extends ReferencePlace {
	readonly source: string;
	readonly fileName: string;
	readonly titles: readonly string[];
	readonly authors: readonly string[];
	readonly journal: string;
	readonly year: number | null;
	readonly volume: string;
	readonly pages: string;
	readonly identifiers: readonly string[];
	readonly types: readonly string[];
	readonly abstract: string;
	/** The source says that it was retracted. */
	readonly retracted: boolean;
}

export interface ComparedPair {
	readonly left: ComparedReference;
	readonly right: ComparedReference;
	/** From 0 to 1: how likely both are of one work, by the estimated weights. */
	readonly likelihood: number;
	readonly relation: Relation | null;
	/** What both say, field by field, in words of the contract (`FIELDS` of core); a field of which one says nothing is missing. */
	readonly agreement: readonly { readonly field: FieldName; readonly level: string; readonly weight: number }[];
}

/** Works that just these sources hold. */
export interface Overlap {
	readonly sources: readonly string[];
	readonly works: number;
}
export interface SourceFigures {
	readonly source: string;
	/** As they came in its files. */
	readonly records: number;
	readonly works: number;
	/** Works that no other source holds. */
	readonly alone: number;
}

export interface DuplicateFigures {
	readonly records: number;
	readonly works: number;
	/** Records that are no work of their own because of what was merged automatically. */
	readonly automatic: number;
	/** More of these by decisions of people; below 0 where people separated more than they merged. */
	readonly byHand: number;
	/** Pairs that wait for a person. */
	readonly queue: number;
	/** Pairs of related works, such as a protocol and its results. */
	readonly linked: number;
	readonly retracted: number;
	readonly sources: readonly SourceFigures[];
	/** The largest first. */
	readonly overlaps: readonly Overlap[];
	/** What the limits cost, by the estimate itself. */
	readonly costs: {
		readonly compared: number;
		readonly merged: number;
		readonly wronglyMerged: number;
		readonly queued: number;
		readonly queuedSame: number;
		readonly missed: number;
	};
	/** ISO time at which all were compared. */
	readonly at: string;
	/** Decisions since, which the merged collection does not know yet. */
	readonly since: number;
	/** What the works are called as a collection, one record each. */
	readonly collection: string;
}
/** Null figures: nothing has been compared yet. */
export interface Duplicates {
	readonly figures: DuplicateFigures | null;
	/** True where files came or went since. */
	readonly outdated: boolean;
	/** The newest decision that can be undone. */
	readonly last: { readonly act: string; readonly same: boolean; readonly by: string } | null;
}

export interface WorkView {
	readonly work: number;
	readonly references: readonly ComparedReference[];
	/** Which of them each shown value comes from, by place in the list. */
	readonly origins: Readonly<Record<MergedField, number>>;
}

export const DUPLICATE_LISTS = ['queue', 'linked'] as const;
export type DuplicateList = (typeof DUPLICATE_LISTS)[number];

export interface DuplicatesApi {
	/** What is known of duplicates among the imported references. */
	'GET /api/v1/enquiries/[enquiry]/duplicates': { answers: { 200: Duplicates } };
	/** Compare all references anew; decisions of people stay. */
	'POST /api/v1/enquiries/[enquiry]/duplicates': { answers: { 202: JobView | null } };
	/** Pairs that wait for a person, or pairs of related works; the likeliest first, twenty from `from` on. */
	'GET /api/v1/enquiries/[enquiry]/duplicates/pairs': {
		query: { readonly list: DuplicateList; readonly from?: number };
		answers: { 200: { readonly total: number; readonly pairs: readonly ComparedPair[] } };
	};
	/** Works of several references, twenty from `from` on. */
	'GET /api/v1/enquiries/[enquiry]/duplicates/works': {
		query: { readonly from?: number };
		answers: { 200: { readonly total: number; readonly works: readonly WorkView[] } };
	};
	/** All works, one record each, as a file; or `most` of them, beginning with the one at `from` (0 is the first); or those only of which no file before `since` has a reference. */
	'GET /api/v1/enquiries/[enquiry]/duplicates/file': {
		query: { readonly as: ExportFormat; readonly from?: number; readonly most?: number; readonly since?: string };
		answers: object;
		files: 'application/x-research-info-systems';
	};
	/** Say that two references are of one work, or are not; without `right`, that the first is a work of its own. */
	'POST /api/v1/enquiries/[enquiry]/duplicates/decisions': {
		body: { readonly left: ReferencePlace; readonly right?: ReferencePlace; readonly same: boolean };
		answers: { 200: Duplicates };
	};
	/** Undo a decision. */
	'DELETE /api/v1/enquiries/[enquiry]/duplicates/decisions/[act]': { answers: { 200: Duplicates } };
}
