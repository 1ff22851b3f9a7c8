/** Headings of one vocabulary: looked up, shown whole, counted, compared, and their names as text words. */
import type { HeadingFigures, HeadingHistory, NameForm, NotePart } from '@wide-lantern/core';

/** Headings as the server tells of them. */
export interface HeadingRow {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
	readonly count: number | null;
	readonly countNarrower: number | null;
	readonly below: readonly HeadingRow[];
}

export interface HeadingFacts extends HeadingRow {
	readonly vocabulary: string;
	readonly vocabularyName: string;
	readonly scopeNote: string;
	readonly entryTerms: readonly string[];
	readonly since: number | null;
	readonly before: readonly { label: string; until: number | null; renamed: boolean }[];
	readonly qualifiers: readonly { code: string; name: string; note: string }[];
	/** Also of the narrower ones. */
	readonly allQualifiers: readonly { code: string; name: string }[];
	readonly related: readonly { id: string; label: string }[];
	readonly seeAlso: readonly { id: string; label: string }[];
	readonly changes?: readonly { year: number | null; text: string }[];
	/** Headings that the scope note names. */
	readonly noteLinks: readonly { from: number; to: number; heading: string }[];
	/** From the top down; records are those with all that is narrower. */
	readonly paths: readonly (readonly { id: string; label: string; countNarrower: number | null }[])[];
	readonly closure: number;
}

export interface HeadingMatch {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
	readonly reason: string;
	readonly name: string;
}

export interface PhrasePiece {
	readonly text: string;
	readonly match: HeadingMatch | null;
}

export type LookupMode = 'all' | 'any' | 'exact';

export interface LookedUp {
	readonly matches: readonly HeadingMatch[];
	/** A phrase that is not a name itself, piece by piece. */
	readonly pieces: readonly PhrasePiece[];
}

/** Names of a heading as text words for a concept, each form with its records and what it would add. */
export interface NameOffer {
	readonly name: string;
	readonly forms: readonly (NameForm & {
		readonly records: number | null;
		readonly adds: number | null;
		readonly coveredBy: string | null;
		readonly there: boolean;
	})[];
}

/** The words behind a pattern, as many as are sent, and how many there are. */
export interface VariantList {
	readonly words: number;
	readonly variants: readonly { readonly word: string; readonly records: number }[];
}

/** A heading beside others. */
export interface ComparedHeading {
	/** `vocabulary:identifier`. */
	readonly key: string;
	readonly vocabulary: string;
	readonly vocabularyName: string;
	readonly heading: string;
	readonly label: string;
	readonly note: readonly NotePart[];
	readonly entryTerms: readonly string[];
	readonly since: number | null;
	readonly above: readonly string[];
	readonly below: number;
	/** Where it is counted. */
	readonly collection: { readonly name: string; readonly takenOn: string } | null;
	readonly count: number | null;
	readonly countNarrower: number | null;
	/** Records with narrower shared with each of the others, in their order; its own count where it meets itself. */
	readonly shared: readonly (number | null)[];
}

/** The collection that figures are taken from. */
interface CountedOn {
	readonly collection: string;
	readonly takenOn: string;
}
export type CountedHeading = HeadingFigures & CountedOn;
export type HeadingYears = HeadingHistory & CountedOn;

export interface HeadingsApi {
	/** Headings that typed words may mean, each with the reason; without words, the topmost ones. */
	'GET /api/v1/vocabularies/[vocabulary]/lookup': {
		query: { readonly q?: string; readonly mode?: LookupMode; readonly most?: 100 };
		answers: { 200: LookedUp };
	};
	/** One heading with its places in the tree, and counts on a collection where one is named. */
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]': {
		query: { readonly collection?: string };
		answers: { 200: HeadingFacts };
	};
	/** What it retrieves and what narrowing it would cost on a collection: alone, with narrower, as main topic, by qualifier, and with its names as text words. `picked` and `except` are identifiers with spaces between them. */
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/figures': {
		query: {
			readonly collection: string;
			readonly reach?: 'this' | 'narrower' | 'picked';
			readonly picked?: string;
			readonly except?: string;
		};
		answers: { 200: CountedHeading };
	};
	/** A heading over the years of a collection, with what stood for it before and what is not indexed. */
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/history': {
		query: { readonly collection: string };
		answers: { 200: HeadingYears };
	};
	/** Two to six headings (`vocabulary:identifier`, several times) side by side: notes with their differences, and the records that they share. */
	'GET /api/v1/headings': {
		query: { readonly heading: readonly string[]; readonly collection?: string };
		answers: { 200: { readonly headings: readonly ComparedHeading[] } };
	};
	/** Names of a heading as text words for a concept: forms, records, what they would add, what covers them already. */
	'GET /api/v1/enquiries/[enquiry]/names': {
		query: { readonly concept: string; readonly vocabulary: string; readonly heading: string };
		answers: { 200: { readonly revision: number; readonly names: readonly NameOffer[]; readonly more: number } };
	};
}
