/** From the gathered parts of an index to the sealed whole: one place for building and merging. */
import type { AttributeParts } from './attributes.ts';
import { CollectionIndex } from './collection-index.ts';
import { seal, type IndexFacts, type Sections } from './layout.ts';
import type { PostingSections } from './postings-writer.ts';
import type { StringTable } from './string-table.ts';
import { WordList, type WordListParts } from './word-list.ts';

type Plain = PostingSections &
	Pick<Sections, 'entryStarts' | 'entryPlaces' | 'entryFields' | 'years' | 'lengths' | 'entered' | 'withAbstract' | 'withHeadings'>;

export interface Parts extends Plain {
	readonly headings: AttributeParts;
	readonly values: AttributeParts;
	readonly identifiers: AttributeParts;
}

/** @param words every word, ascending, in the order of the postings @param list the same as a word list, where another thread has made it */
export function sealedIndex(facts: IndexFacts, words: StringTable, parts: Parts, list: WordListParts = WordList.parts(words)): CollectionIndex {
	const { headings, values, identifiers, ...plain } = parts;
	const sections: Sections = {
		...plain,
		facts: new TextEncoder().encode(JSON.stringify(facts)),
		wordBytes: words.bytes,
		wordStarts: words.starts,
		wordsBackwards: list.backwards,
		triples: list.triples,
		tripleStarts: list.tripleStarts,
		tripleWords: list.tripleWords,
		headingBytes: headings.values.bytes,
		headingNames: headings.values.starts,
		headingStarts: headings.starts,
		headingRows: headings.rows,
		valueBytes: values.values.bytes,
		valueNames: values.values.starts,
		valueStarts: values.starts,
		valueRows: values.rows,
		identifierBytes: identifiers.values.bytes,
		identifierNames: identifiers.values.starts,
		identifierStarts: identifiers.starts,
		identifierRows: identifiers.rows
	};
	return CollectionIndex.sealed(seal(sections));
}

/** The bytes of a typed array. */
export const bytesOf = (numbers: Uint16Array | Uint32Array) => new Uint8Array(numbers.buffer, numbers.byteOffset, numbers.byteLength);
