/** What a pattern stands for in a collection: its words, each with its records. */
import type { CollectionIndex } from './collection-index.ts';

export interface Variant {
	readonly word: string;
	/** Records that hold it in any field. */
	readonly records: number;
}

/**
 * The words that a folded pattern matches, the commonest first.
 * @param most how many are wanted; `words` counts all
 */
export function variantsOf(index: CollectionIndex, pattern: string, most: number): { readonly words: number; readonly variants: readonly Variant[] } {
	const words = index.words.matching(pattern);
	const counted = words.map((word) => ({ word, records: index.recordsOfWord(word) })).sort((a, b) => b.records - a.records || a.word - b.word);
	return { words: words.length, variants: counted.slice(0, most).map(({ word, records }) => ({ word: index.words.at(word), records })) };
}
