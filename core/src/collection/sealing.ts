/** Parts of an index as sections: one place for building and merging. */
import type { AttributeParts } from './attributes.ts';
import type { Kernel } from './kernel.ts';
import type { IndexFacts, Sections } from './layout.ts';
import type { StringTable } from './string-table.ts';
import { backwardsOrder } from './word-order.ts';

export const factsSection = (facts: IndexFacts): Pick<Sections, 'facts'> => ({
	facts: new TextEncoder().encode(JSON.stringify(facts))
});

/** @param words ascending, in the order of the postings */
export const wordSections = (words: StringTable, kernel: Kernel) =>
	({
		wordBytes: words.bytes,
		wordStarts: words.starts,
		wordsBackwards: backwardsOrder(words, kernel)
	}) satisfies Partial<Sections>;

export interface AllAttributes {
	readonly headings: AttributeParts;
	readonly values: AttributeParts;
	readonly identifiers: AttributeParts;
}

export function attributeSections({ headings, values, identifiers }: AllAttributes) {
	return {
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
	} satisfies Partial<Sections>;
}

/** The bytes of a typed array. */
export const bytesOf = (numbers: Uint16Array | Uint32Array) =>
	new Uint8Array(numbers.buffer, numbers.byteOffset, numbers.byteLength);
