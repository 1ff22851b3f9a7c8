/** Whether the strategy finds what it must: known works found or missed, and what would bring the missed ones back. */
import type { KindFigures } from '@wide-lantern/core/editor';
import type { FoundRecord } from './enquiries';

/** A term of a missed work that would bring it back. */
export interface WayBack {
	/** In the notation. */
	readonly text: string;
	readonly kind: 'heading' | 'keyword' | 'phrase' | 'word';
	/** The line that it would be added to with OR. */
	readonly line: string;
	/** True where the result would retrieve the work; false where another side still loses it. */
	readonly returns: boolean;
	/** Records that the result would gain, with the known works among them. */
	readonly gained: number;
	readonly known: number;
}
export interface ProvedWork {
	/** Of the brief; null for a record that was judged relevant and is not among the known articles. */
	readonly article: string | null;
	readonly record: FoundRecord;
	readonly found: boolean;
	/** By side of the result, whether it lets the work through. */
	readonly passes: readonly boolean[];
	/** For each side that loses it, the cheapest first; null where there are too many missed works to look at this one. */
	readonly ways: readonly { readonly side: number; readonly ways: readonly WayBack[] }[] | null;
}
export interface Proving {
	readonly revision: number;
	/** The collection; null where none is chosen, or it is not ready. */
	readonly collection: string | null;
	/** Number of the result; null where nothing is counted. */
	readonly final: number | null;
	readonly sides: readonly { readonly lines: readonly string[]; readonly out: boolean }[];
	/** Those that the collection holds: known articles and records that were judged relevant. */
	readonly works: readonly ProvedWork[];
	/** Known articles that the collection does not hold, by identity: they cannot be found here and are not missed. */
	readonly absent: readonly string[];
	/** Of the whole (concept null), then of each concept; `benchmark` counts the works above. */
	readonly kinds: readonly (KindFigures & { readonly concept: string | null })[];
	/** Of the enquiry's own files: works that each source holds, and those of them that are retrieved. */
	readonly sources: readonly { readonly source: string; readonly held: number; readonly found: number }[];
}

export interface ProvingApi {
	/** Known works found or missed, by which side of the result, with terms that would bring missed ones back and what each would cost. */
	'GET /api/v1/enquiries/[enquiry]/proving': { answers: { 200: Proving } };
}
