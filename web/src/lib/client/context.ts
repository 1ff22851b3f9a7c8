/** The open enquiry and the lens, handed to all screens below the frame. */
import { getContext, setContext } from 'svelte';
import type { LineFindings } from './line-findings.svelte';
import type { SheetCounts } from './counts.svelte';
import type { EnquiryClient } from './enquiry.svelte';
import type { DroppedFiles } from './dropped-files.svelte';
import type { Lens } from './lens.svelte';

export interface Collection {
	readonly id: string;
	readonly name: string;
	readonly takenOn: string;
	readonly vocabularies: readonly string[];
	readonly size: number;
}

export interface Workspace {
	readonly enquiry: EnquiryClient;
	readonly counts: SheetCounts;
	readonly lens: Lens;
	/** Files that were dropped anywhere, for the records. */
	readonly dropped: DroppedFiles;
	/** What there is to say about the lines. */
	readonly findings: LineFindings;
	readonly collections: readonly Collection[];
	readonly vocabularies: readonly { id: string; name: string; edition: string; headings: number }[];
	readonly profiles: readonly {
		id: string;
		name: string;
		version: number;
		source: string;
		platform: string;
		oneString: boolean;
	}[];
	readonly personName: string;
}

/** The vocabulary of the source that the strategy is written for; the first one where the collection has none. */
export function ownVocabulary({
	enquiry,
	collections,
	vocabularies
}: Pick<Workspace, 'enquiry' | 'collections' | 'vocabularies'>): string {
	const collection = collections.find((one) => one.id === enquiry.document.collection);
	return vocabularies.find((one) => collection?.vocabularies.includes(one.id))?.id ?? vocabularies[0]?.id ?? '';
}

/** Where headings of a vocabulary are counted: the enquiry's own collection where that is indexed with it, else the first that is. */
export function collectionFor(
	{ enquiry, collections }: Pick<Workspace, 'enquiry' | 'collections'>,
	vocabulary: string
): string | null {
	const own = collections.find((one) => one.id === enquiry.document.collection);
	if (own?.vocabularies.includes(vocabulary)) return own.id;
	return own ? (collections.find((one) => one.vocabularies.includes(vocabulary))?.id ?? null) : null;
}

const KEY = Symbol('workspace');
export const provideWorkspace = (workspace: Workspace): Workspace => setContext(KEY, workspace);
export const useWorkspace = (): Workspace => getContext<Workspace>(KEY);
