/** What other vocabularies call a heading: suggestions, decisions, and a concept in all of them. */
import type { Evidence } from '@wide-lantern/core';

export const MAPPING_KINDS = ['exact', 'close', 'broader', 'narrower', 'two', 'none'] as const;

export type MappingKind = (typeof MAPPING_KINDS)[number];

export interface Counterpart {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
	readonly scopeNote: string;
	readonly score: number;
	readonly evidence: readonly Evidence[];
}

/** The heading’s counterparts as somebody decided them. */
export interface Decision {
	/** Goes up with every decision; one made on an older one is refused. */
	readonly number: number;
	readonly kind: MappingKind;
	/** Identifiers. */
	readonly targets: readonly string[];
	readonly reason: string;
	readonly by: string;
	readonly on: string;
}

export interface ShownDecision extends Omit<Decision, 'targets'> {
	readonly targets: readonly { readonly id: string; readonly label: string }[];
}

export interface Counterparts {
	readonly vocabulary: string;
	readonly name: string;
	readonly suggestions: readonly Counterpart[];
	/** The newest first. */
	readonly decisions: readonly ShownDecision[];
}

export interface MapHeading {
	/** `vocabulary:identifier`. */
	readonly key: string;
	readonly heading: string;
	readonly label: string;
	readonly scopeNote: string;
	readonly narrower: number;
	/** Records with narrower, where its vocabulary is used. */
	readonly count: number | null;
	readonly taken: boolean;
}

export interface MapLink {
	readonly from: string;
	readonly to: string;
	/** How they relate, where somebody decided it; null for a suggestion. */
	readonly kind: MappingKind | null;
	readonly evidence: readonly Evidence[];
	/** Who decided it and when. */
	readonly decided: string | null;
}

export interface ConceptMap {
	readonly columns: readonly {
		readonly vocabulary: string;
		readonly name: string;
		/** The collection that its headings are counted in. */
		readonly counted: string | null;
		readonly headings: readonly MapHeading[];
		/** Why no heading fits there, where that was decided. */
		readonly none: string | null;
	}[];
	readonly links: readonly MapLink[];
	/** True while some vocabularies are still being compared: more may come. */
	readonly comparing: boolean;
}

export interface DecisionRequest {
	readonly kind: MappingKind;
	readonly targets: readonly string[];
	readonly reason: string;
	/** The number of the decision that was seen, or null. */
	readonly seen: number | null;
}

export interface CrosswalksApi {
	/** What another vocabulary may call a heading, each suggestion with its evidence, and what has been decided. */
	'GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts': {
		query: { readonly to: string };
		answers: { 200: Counterparts };
	};
	/** Decide what a heading is called in another vocabulary. One made on an older decision is refused with the newer. */
	'PUT /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts': {
		query: { readonly to: string };
		body: DecisionRequest;
		answers: { 200: Decision; 409: { readonly message: string; readonly decision: Decision } };
	};
	/** All decisions on the headings of a vocabulary, as SKOS mapping properties. */
	'GET /api/v1/vocabularies/[vocabulary]/mappings': { answers: object; files: 'text/turtle' };
	/** A concept in every vocabulary: its headings, what they are called elsewhere, and which belong together. */
	'GET /api/v1/enquiries/[enquiry]/concept-map': { query: { readonly concept: string }; answers: { 200: ConceptMap } };
}
