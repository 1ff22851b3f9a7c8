/** Records of a line: a page of them with what is retrieved marked, how they spread, and why one is in the result or not. */
import type { UnmatchedWord, Verdict } from '@wide-lantern/core/editor';
import type { ExportFormat } from './references';

/** Told by title, publication types and journal. */
export const RECORD_FLAGS = [
	'retracted',
	'preprint',
	'abstract',
	'protocol',
	'registration',
	'correction',
	'retraction notice',
	'concern',
	'comment'
] as const;
export type RecordFlag = (typeof RECORD_FLAGS)[number];

export interface ShownRecord {
	readonly id: string;
	readonly titles: readonly string[];
	readonly abstract: string;
	readonly keywords: readonly string[];
	readonly authors: readonly string[];
	readonly journal: string;
	readonly year: number | null;
	/** What it is a report of, where that is not a paper; and `retracted` where its publisher says so. */
	readonly flags: readonly RecordFlag[];
	readonly headings: readonly {
		readonly vocabulary: string;
		readonly heading: string;
		readonly label: string;
		readonly main: boolean;
		readonly qualifiers: readonly string[];
		/** Identities of the lines that ask for it; empty where none does. */
		readonly litBy: readonly string[];
	}[];
	readonly lit: readonly {
		readonly field: string;
		readonly entry: number;
		readonly from: number;
		readonly to: number;
		/** Identities of the lines whose own text asks for it. */
		readonly lines: readonly string[];
	}[];
	readonly benchmark: boolean;
	/** Whether somebody has judged it relevant; null where nobody has. */
	readonly verdict: Verdict | null;
}

export interface RecordPage {
	readonly line: number;
	readonly total: number;
	readonly from: number;
	readonly records: readonly ShownRecord[];
}

/** How the records of a line spread. Sums match the total, but for types and keywords, of which a record may have several. */
export interface RecordSpread {
	readonly revision: number;
	readonly total: number;
	readonly years: readonly { readonly year: number; readonly count: number }[];
	readonly yearless: number;
	readonly types: readonly ValueCount[];
	/** What the records have as language, publication type and age group, most frequent first. */
	readonly values: Readonly<Record<'la' | 'pt' | 'ag', readonly ValueCount[]>>;
	readonly typeless: number;
	/** Records that lack what a limit would ask for. */
	readonly lacking: {
		readonly years: number;
		readonly languages: number;
		readonly types: number;
		readonly ages: number;
		readonly entered: number;
		readonly headings: number;
		readonly abstracts: number;
	};
	/** The commonest, with how many records the rest has; null where there are too many records to read. */
	readonly journals: CommonValues | null;
	readonly keywords: CommonValues | null;
	readonly words: readonly UnmatchedWord[];
}

export interface ValueCount {
	readonly value: string;
	readonly count: number;
}

export interface CommonValues {
	readonly values: readonly ValueCount[];
	/** Records whose value is not among those above, and those without any. */
	readonly others: number;
	readonly without: number;
}

export interface RecordWhy {
	readonly revision: number;
	readonly final: number;
	readonly inResult: boolean;
	readonly sides: readonly {
		readonly lines: readonly string[];
		readonly out: boolean;
		readonly passes: boolean;
		readonly terms: readonly {
			readonly line: string;
			readonly number: number;
			readonly text: string;
			readonly lost: number;
			readonly gained: number;
			readonly losesThis: boolean;
			readonly inTitles: number | null;
		}[];
	}[];
}

/** Records that one strategy retrieves and another does not, in its result and line by line. */
export interface RecordDifference {
	/** Of the result afterwards; null where it is not counted. */
	readonly count: number | null;
	readonly lost: number;
	readonly gained: number;
	/** Known articles that are no longer retrieved, and that are newly retrieved, by identity. */
	readonly benchmarkLost: readonly string[];
	readonly benchmarkGained: readonly string[];
	readonly lines: readonly {
		readonly id: string;
		readonly count: number | null;
		readonly lost: number;
		readonly gained: number;
	}[];
}

/** Which records are meant: those of a line, without those of another, or those of a result that are there by the line alone. */
export interface RecordChoice {
	readonly line: string;
	readonly minus?: string;
	/** The result, of which only records are shown that this line alone brings into it. */
	readonly alone?: string;
}
export const RECORD_ORDERS = ['newest', 'relevance'] as const;
export type RecordOrder = (typeof RECORD_ORDERS)[number];

/** Records that people have judged, and known articles. */
export const JUDGED_SETS = ['relevant', 'irrelevant', 'known'] as const;
export type JudgedSet = (typeof JUDGED_SETS)[number];

export interface RecordsApi {
	/** Twenty records of a line, with the words and headings that the strategy matches. */
	'GET /api/v1/enquiries/[enquiry]/records': {
		query: RecordChoice & { readonly order?: RecordOrder; readonly from?: number };
		answers: { 200: RecordPage };
	};
	/** All records of a line as a file; or those that were judged, or are known articles. */
	'GET /api/v1/enquiries/[enquiry]/records/file': {
		query: Partial<RecordChoice> & { readonly judged?: JudgedSet; readonly as: ExportFormat };
		answers: object;
		files: 'application/x-research-info-systems';
	};
	/** How a line’s records spread over years, types, journals and keywords, and words of good records that no term matches. */
	'GET /api/v1/enquiries/[enquiry]/spread': { query: RecordChoice; answers: { 200: RecordSpread } };
	/** Why a record is in the result, or is not: per side of the result its terms, and what each of them costs. */
	'GET /api/v1/enquiries/[enquiry]/why': { query: { readonly record: string }; answers: { 200: RecordWhy } };
}
