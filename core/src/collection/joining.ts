/** From what was read of a collection to its index: the stretches are put together, word by word. */
import type { AttributeParts } from './attributes.ts';
import { CollectionIndex } from './collection-index.ts';
import { inPieces, type Kernel } from './kernel.ts';
import { seal, type IndexFacts, type Sections } from './layout.ts';
import { PostingsWriter, SIGNPOST, type FieldSections, type PlaceSections } from './postings-writer.ts';
import type { StretchPairs, StretchPlaces } from './stretches.ts';
import type { StringTable } from './string-table.ts';
import { triplesOf } from './word-list.ts';
import { backwardsOrder } from './word-order.ts';

/** What was read of all records. */
export interface ReadRecords {
	/** Ascending by UTF-16 units; every stretch is in their order. */
	readonly words: StringTable;
	readonly pairs: readonly StretchPairs[];
	readonly places: readonly StretchPlaces[];
	readonly facts: Omit<IndexFacts, 'placeWidth'>;
	/** The place of each entry's first token. */
	readonly entryPlaces: Uint32Array;
	readonly headings: AttributeParts;
	readonly values: AttributeParts;
	readonly identifiers: AttributeParts;
	readonly rest: Pick<
		Sections,
		'entryStarts' | 'entryFields' | 'years' | 'lengths' | 'entered' | 'withAbstract' | 'withHeadings'
	>;
}

/** @param kernel is free for other work afterwards */
export function joinedIndex(read: ReadRecords, kernel: Kernel): CollectionIndex {
	const { words, facts, entryPlaces } = read;
	const wide = entryPlaces.some((place) => place > 0xffff);
	const others = {
		facts: new TextEncoder().encode(JSON.stringify({ ...facts, placeWidth: wide ? 4 : 2 } satisfies IndexFacts)),
		wordBytes: words.bytes,
		wordStarts: words.starts,
		wordsBackwards: backwardsOrder(words, kernel),
		...triplesOf(words),
		...joinedRecords(read.pairs, words.size, facts.size),
		entryPlaces: bytesOf(wide ? entryPlaces : Uint16Array.from(entryPlaces)),
		headingBytes: read.headings.values.bytes,
		headingNames: read.headings.values.starts,
		headingStarts: read.headings.starts,
		headingRows: read.headings.rows,
		valueBytes: read.values.values.bytes,
		valueNames: read.values.values.starts,
		valueStarts: read.values.starts,
		valueRows: read.values.rows,
		identifierBytes: read.identifiers.values.bytes,
		identifierNames: read.identifiers.values.starts,
		identifierStarts: read.identifiers.starts,
		identifierRows: read.identifiers.rows,
		...read.rest
	};
	// Places last, since the kernel holds them.
	return CollectionIndex.sealed(seal({ ...others, ...joinedPlaces(read.places, words.size, kernel) }));
}

const bytesOf = (numbers: Uint16Array | Uint32Array) =>
	new Uint8Array(numbers.buffer, numbers.byteOffset, numbers.byteLength);

function joinedRecords(stretches: readonly StretchPairs[], words: number, size: number) {
	/** Of one word. */
	const records = new Uint32Array(size);
	const writer = new PostingsWriter(size);
	for (let word = 0; word < words; word++) {
		let count = 0;
		for (let stretch = 0; stretch < stretches.length; stretch++) {
			const { starts, records: own } = stretches[stretch] as StretchPairs;
			count = copied(own, starts[word] as number, starts[word + 1] as number, records, count);
		}
		writer.word(records, 0, count);
	}
	return writer.finish();
}

/** @returns where they end in `into`; a function of its own, since the engine makes one that is called often quicker */
function copied(from: Uint32Array, start: number, end: number, into: Uint32Array, to: number): number {
	let next = to;
	for (let at = start; at < end; at++) into[next++] = from[at] as number;
	return next;
}

/**
 * The fields and places of all pairs, in the order of the words, and where each pair's begin.
 * @param kernel in whose memory they are, until it is given back
 */
function joinedPlaces(
	stretches: readonly StretchPlaces[],
	words: number,
	kernel: Kernel
): FieldSections & PlaceSections {
	const sum = (of: (one: StretchPlaces) => number) => stretches.reduce((all, one) => all + of(one), 0);
	const pairs = sum((one) => one.lengths.length);
	const length = sum((one) => one.bytes.length);
	const sources = kernel.given(
		Uint32Array.from(
			stretches.flatMap((one) => [
				kernel.given(one.starts),
				kernel.given(one.pairStarts),
				kernel.givenBytes(one.bytes),
				kernel.givenBytes(one.lengths),
				kernel.givenBytes(one.fields)
			])
		)
	);
	const [places, fields, wordFields] = [kernel.room(length), kernel.room(pairs), kernel.room(words)];
	const posts = (pairs >>> SIGNPOST) + 1;
	// A far pair takes eight bytes; thirty-one at most are far between two signposts, and only where more than 255 bytes of places lie there.
	const far = kernel.room(length + 512);
	const [offsets, signposts] = [kernel.room(pairs + 1), kernel.room(posts * 4)];
	const { does } = kernel;
	does.beginJoining(far);
	inPieces(words, 1 << 10, (from, end) => {
		does.join(from, end, sources, stretches.length, places, fields, wordFields, offsets, signposts);
	});
	does.endJoining(offsets, signposts);
	return {
		pairFields: kernel.bytes(fields, pairs),
		wordFields: kernel.bytes(wordFields, words),
		pairOffsets: kernel.bytes(offsets, pairs + 1),
		signposts: kernel.numbers(signposts, posts),
		farPairs: kernel.numbers(far, (does.joinedFars() - far) / 4),
		places: kernel.bytes(places, does.joinedBytes())
	};
}
