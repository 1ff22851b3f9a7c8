/** An index whose records are already read, so that others are added behind them: its words and postings as one more stretch. */
import type { CollectionIndex } from './collection-index.ts';
import { LONG } from './postings-writer.ts';
import { firstPair, placesFrom, writeRecords } from './postings.ts';
import type { StretchPairs, StretchPlaces } from './stretches.ts';
import { textsIn } from './string-table.ts';

/** The words of an index, in its order. The decoder refuses memory that is shared, so they are copied first. */
export const wordsOf = ({ sections: { wordBytes, wordStarts } }: CollectionIndex): readonly string[] =>
	textsIn({ bytes: wordBytes.slice(), starts: wordStarts });

/**
 * The postings of an index among more words than it has.
 * @param order the numbers of all words in their order; those of the index are the first numbers, in its own order
 */
export function stretchOf(
	index: CollectionIndex,
	order: Uint32Array
): { readonly pairs: StretchPairs; readonly places: StretchPlaces } {
	const { sections } = index;
	const own = index.words.size;
	const pairs = firstPair(sections, own);
	const [pairStarts, placeStarts] = [new Uint32Array(order.length + 1), new Uint32Array(order.length + 1)];
	const records = new Uint32Array(pairs);
	let pair = 0;
	for (let rank = 0; rank < order.length; rank++) {
		pairStarts[rank] = pair;
		placeStarts[rank] = placesFrom(sections, pair);
		const word = order[rank] as number;
		if (word < own) pair = writeRecords(sections, word, records, pair);
	}
	pairStarts[order.length] = pair;
	placeStarts[order.length] = placesFrom(sections, pair);
	const lengths = new Uint8Array(pairs);
	for (let at = 0, from = placesFrom(sections, 0); at < pairs; at++) {
		const end = placesFrom(sections, at + 1);
		lengths[at] = end - from < LONG ? end - from : LONG;
		from = end;
	}
	return {
		pairs: { starts: pairStarts, records },
		places: { starts: placeStarts, bytes: sections.places, pairStarts, lengths, fields: sections.pairFields }
	};
}
