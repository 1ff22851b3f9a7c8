/** A concept in every vocabulary, as the server tells it. */
import type { Evidence } from '@wide-lantern/core';
import type { Kind } from './counterparts';

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
	readonly kind: Kind | null;
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

/** @throws with the server's sentence */
export async function conceptMap(enquiry: string, concept: string, signal: AbortSignal): Promise<ConceptMap> {
	const response = await fetch(`/api/v1/enquiries/${enquiry}/concept-map?concept=${encodeURIComponent(concept)}`, {
		signal
	});
	const answer = (await response.json()) as ConceptMap & { message?: string };
	if (!response.ok) throw new Error(answer.message ?? 'The vocabularies could not be compared.');
	return answer;
}
