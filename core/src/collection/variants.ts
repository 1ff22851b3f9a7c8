/** What a pattern stands for in a collection: its words, each with its records. */
import { INDEXED_FIELDS, type IndexedField } from '../query/index.ts';
import type { CollectionIndex } from './collection-index.ts';
import { evaluate } from './evaluate.ts';
import { RecordSet } from './record-set.ts';

export interface Variant {
	readonly word: string;
	/** Records that hold it in the fields asked for. */
	readonly records: number;
}

/**
 * The words that a folded pattern matches, the commonest first.
 * @param most how many are wanted; `words` counts all, but of the commonest those alone that the fields hold
 * @param fields where the words are looked for; all fields where none are named
 */
export function variantsOf(
	index: CollectionIndex,
	pattern: string,
	most: number,
	fields: readonly IndexedField[] = INDEXED_FIELDS
): { readonly words: number; readonly variants: readonly Variant[] } {
	const words = index.words.matching(pattern);
	const anywhere = words
		.map((word) => ({ word, records: index.recordsOfWord(word) }))
		.sort((a, b) => b.records - a.records || a.word - b.word);
	const commonest = anywhere.slice(0, most).map(({ word, records }) => ({ word: index.words.at(word), records }));
	if (INDEXED_FIELDS.every((field) => fields.includes(field))) return { words: words.length, variants: commonest };
	const alone = { line: () => RecordSet.none(index.size), marked: () => RecordSet.none(index.size) };
	const variants = commonest
		.map(({ word }) => ({ word, records: evaluate(index, { kind: 'word', fields, pattern: word }, alone).count() }))
		.filter((one) => one.records > 0)
		.sort((a, b) => b.records - a.records);
	return { words: words.length - commonest.length + variants.length, variants };
}
