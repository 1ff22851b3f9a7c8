/**
 * Several indexes made into one, their records one behind the other. Texts are not
 * read again: fields, lengths and places are copied as they are, records get their new numbers.
 */
import { ByteWriter } from './bytes.ts';
import { CollectionIndex } from './collection-index.ts';
import { joined, joinedAttributes } from './joining.ts';
import { Kernel } from './kernel.ts';
import { seal, type IndexFacts, type Sections } from './layout.ts';
import { plainAttributes } from './part.ts';
import { firstPair, pairsWithin, placesFrom } from './postings.ts';
import { LONG, placeSections, PostingsWriter, type PostingSections } from './postings-writer.ts';
import { RecordSet } from './record-set.ts';
import { attributeSections, bytesOf, factsSection, wordSections } from './sealing.ts';
import { StringTable } from './string-table.ts';
import { triplesOf } from './word-list.ts';

/** @param madeFrom what the whole is made from, as its owner names it */
export function mergeIndexes(parts: readonly CollectionIndex[], madeFrom: string): CollectionIndex {
	const bases: number[] = [];
	let size = 0;
	for (const part of parts) {
		bases.push(size);
		size += part.size;
	}
	const { words, postings } = mergeWords(parts, bases, size);
	const qualifiers = [...new Set(parts.flatMap((part) => part.facts.qualifiers))];
	const attributes = (of: 'headings' | 'values' | 'identifiers') => mergeAttributes(parts, bases, of, qualifiers);
	const wide = parts.some((part) => part.facts.placeWidth === 4);
	const facts: IndexFacts = {
		size,
		tokens: parts.reduce((sum, part) => sum + part.tokens, 0),
		qualifiers,
		placeWidth: wide ? 4 : 2,
		madeFrom
	};
	const kernel = Kernel.take();
	const ofWords = { ...wordSections(words, kernel), ...triplesOf(words) };
	kernel.free();
	return CollectionIndex.sealed(
		seal({
			...factsSection(facts),
			...ofWords,
			...postings,
			...mergeEntries(parts, wide),
			...attributeSections({
				headings: attributes('headings'),
				values: attributes('values'),
				identifiers: attributes('identifiers')
			}),
			years: Int16Array.from(parts.flatMap((part) => Array.from(part.sections.years))),
			lengths: joined(parts.map((part) => part.sections.lengths)),
			entered: joined(parts.map((part) => part.sections.entered)),
			withAbstract: shifted(parts, bases, size, (part) => part.sections.withAbstract),
			withHeadings: shifted(parts, bases, size, (part) => part.sections.withHeadings)
		})
	);
}

function mergeWords(
	parts: readonly CollectionIndex[],
	bases: readonly number[],
	size: number
): { words: StringTable; postings: PostingSections } {
	const texts = parts.map((part) => Array.from({ length: part.words.size }, (_, word) => part.words.at(word)));
	const words = [...new Set(texts.flat())].sort();
	const next = parts.map(() => 0);
	const fields = new ByteWriter();
	const wordFields = new Uint8Array(words.length);
	const lengths = new ByteWriter();
	const places = new ByteWriter();
	const writer = new PostingsWriter(size);
	const records = new Uint32Array(size);
	const everything = parts.map((part) => RecordSet.all(part.size).bits);
	const own = new Uint32Array(size);
	const pairs = new Uint32Array(size);
	words.forEach((text, at) => {
		let count = 0;
		let all = 0;
		parts.forEach((part, number) => {
			const word = next[number] ?? 0;
			if (texts[number]?.[word] !== text) return;
			next[number] = word + 1;
			const { sections } = part;
			const base = bases[number] ?? 0;
			const found = pairsWithin(part, word, -1, everything[number] as Uint32Array, own, pairs);
			for (let one = 0; one < found; one++) records[count++] = base + (own[one] as number);
			const from = firstPair(sections, word);
			const to = firstPair(sections, word + 1);
			fields.copy(sections.pairFields.subarray(from, to));
			for (let pair = from; pair < to; pair++)
				lengths.byte(Math.min(LONG, placesFrom(sections, pair + 1) - placesFrom(sections, pair)));
			places.copy(sections.places.subarray(placesFrom(sections, from), placesFrom(sections, to)));
			all |= sections.wordFields[word] ?? 0;
		});
		wordFields[at] = all;
		writer.word(records, 0, count);
	});
	return {
		words: StringTable.of(words),
		postings: {
			...writer.finish(),
			wordFields,
			pairFields: fields.written(),
			...placeSections(lengths.written(), places.written())
		}
	};
}

function mergeEntries(
	parts: readonly CollectionIndex[],
	wide: boolean
): Pick<Sections, 'entryStarts' | 'entryPlaces' | 'entryFields'> {
	let total = 0;
	const starts = parts.map(({ sections }) => {
		const moved = sections.entryStarts.subarray(0, -1).map((start) => start + total);
		total += sections.entryFields.length;
		return moved;
	});
	const entryStarts = joined([...starts, Uint32Array.of(total)]);
	const entryPlaces = wide ? new Uint32Array(total) : new Uint16Array(total);
	const entryFields = new Uint8Array(total);
	let at = 0;
	for (const part of parts) {
		entryPlaces.set(part.entryPlaces, at);
		entryFields.set(part.sections.entryFields, at);
		at += part.sections.entryFields.length;
	}
	return { entryStarts, entryPlaces: bytesOf(entryPlaces), entryFields };
}

function mergeAttributes(
	parts: readonly CollectionIndex[],
	bases: readonly number[],
	of: 'headings' | 'values' | 'identifiers',
	qualifiers: readonly string[]
) {
	return joinedAttributes(
		parts.map((part, number) => ({
			table: plainAttributes(part.attributeParts(of)),
			base: bases[number] ?? 0,
			qualifiers: part.facts.qualifiers.map((name) => qualifiers.indexOf(name))
		}))
	);
}

/** Bit sets one behind the other, which need not begin at a whole word. */
function shifted(
	parts: readonly CollectionIndex[],
	bases: readonly number[],
	size: number,
	of: (part: CollectionIndex) => Uint32Array
): Uint32Array {
	const bits = new Uint32Array((size + 31) >>> 5);
	parts.forEach((part, number) => {
		const base = bases[number] ?? 0;
		const turn = base & 31;
		of(part).forEach((word, at) => {
			const to = (base >>> 5) + at;
			bits[to] = (bits[to] ?? 0) | (word << turn);
			if (turn !== 0 && to + 1 < bits.length) bits[to + 1] = (bits[to + 1] ?? 0) | (word >>> (32 - turn));
		});
	});
	return bits;
}
