import { LRUCache } from 'lru-cache';
import { addressOf, callServer, valueOf } from '$lib/contract/call-server';
import type { HeadingFacts, HeadingMatch, LookedUp, LookupMode } from '$lib/contract/headings';

/** Looks words up in a vocabulary. @throws with the server's sentence */
export async function lookUp(
	vocabulary: string,
	words: string,
	mode: LookupMode,
	signal: AbortSignal
): Promise<LookedUp> {
	return valueOf(
		await callServer('GET /api/v1/vocabularies/[vocabulary]/lookup', {
			path: { vocabulary },
			query: { q: words, mode, most: 100 },
			signal
		})
	);
}

export interface FoundIn extends LookedUp {
	readonly vocabulary: string;
	readonly name: string;
	/** Why this vocabulary did not answer; empty where it did. */
	readonly fault: string;
}

/**
 * Looks words up in several vocabularies at once. One that cannot answer (removed by somebody in the
 * meantime, too busy) says so at its place and does not hold the others back.
 * @throws where the signal ends it
 */
export async function lookUpInAll(
	vocabularies: readonly { readonly id: string; readonly name: string }[],
	words: string,
	mode: LookupMode,
	signal: AbortSignal
): Promise<readonly FoundIn[]> {
	return Promise.all(
		vocabularies.map(async ({ id, name }): Promise<FoundIn> => {
			try {
				return { vocabulary: id, name, ...(await lookUp(id, words, mode, signal)), fault: '' };
			} catch (error) {
				signal.throwIfAborted();
				const fault = error instanceof Error ? error.message : 'The vocabulary could not be read.';
				return { vocabulary: id, name, matches: [], pieces: [], fault };
			}
		})
	);
}

/** Headings side by side. @param keys `vocabulary:identifier`. @throws with the server's sentence */
export const compareHeadings = async (keys: readonly string[], collection: string | null) =>
	valueOf(
		await callServer('GET /api/v1/headings', { query: { heading: keys, ...(collection ? { collection } : {}) } })
	);

/** As many as a screen of concepts and its lens show, and what was looked at before. */
const facts = new LRUCache<string, Promise<HeadingFacts>>({ max: 2_000 });

/** Asks for a heading once per collection and page. */
export function headingFacts(vocabulary: string, heading: string, collection: string | null): Promise<HeadingFacts> {
	const asked = { path: { vocabulary, heading }, query: collection === null ? {} : { collection } };
	const address = addressOf('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]', asked);
	const known = facts.get(address);
	if (known) return known;
	const asking = callServer('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]', asked).then(valueOf);
	facts.set(address, asking);
	asking.catch(() => facts.delete(address));
	return asking;
}

/** The reason of a match in plain words, said before the heading is used. */
export function reasonText(match: HeadingMatch): string {
	switch (match.reason) {
		case 'top':
			return 'at the top of its branch';
		case 'heading':
			return 'is a heading';
		case 'entry-term':
			return `“${match.name}” is another name for it`;
		case 'heading-words':
			return 'words of the heading';
		case 'entry-words':
			return `also called “${match.name}”`;
		case 'fragment':
			return `holds these letters: “${match.name}”`;
		case 'related':
			return `related to “${match.name}”`;
		case 'scope-note':
			return 'word in its scope note';
		default:
			return `spelt much like “${match.name}”`;
	}
}
