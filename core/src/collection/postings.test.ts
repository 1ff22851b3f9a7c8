/** Postings written and read again, against plain maps: sparse and dense words, several blocks of records, long and far places. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ByteReader, ByteWriter, NumberWriter, putNumber } from './bytes.ts';
import type { Sections } from './layout.ts';
import { BLOCK, FAR, LONG, PostingsWriter, SIGNPOST, type PlaceSections } from './postings-writer.ts';
import {
	firstPair,
	keepRecords,
	markRecords,
	pairsOf,
	pairsWithin,
	placesFrom,
	placesOf,
	readPlaces,
	type PostingsHolder
} from './postings.ts';
import { RecordSet } from './record-set.ts';
import { Scratch } from './scratch.ts';

/** A word: its places by record; fields by record as bits. */
interface Word {
	readonly places: ReadonlyMap<number, readonly number[]>;
	readonly fields: ReadonlyMap<number, number>;
}

const EVERY = 0x7f;
/** The field of a place in these tests: title before the hundredth, abstract behind. */
const fieldOf = (_: number, place: number) => (place < 100 ? 0 : 1);
const wordOf = (places: ReadonlyMap<number, readonly number[]>): Word => ({
	places,
	fields: new Map(
		[...places].map(([record, own]) => [record, own.reduce((bits, place) => bits | (1 << fieldOf(record, place)), 0)])
	)
});

/**
 * Where the places of each pair begin.
 * @param pairLengths bytes of a pair's places, in the order of the words; {@link LONG} for that and more, which then begin with their length
 */
function placeSections(pairLengths: Uint8Array, places: Uint8Array): PlaceSections {
	const pairs = pairLengths.length;
	const signposts = new Uint32Array((pairs >>> SIGNPOST) + 1);
	const pairOffsets = new Uint8Array(pairs + 1);
	const farPairs = new NumberWriter();
	let place = 0;
	for (let post = 0; post < signposts.length; post++) {
		signposts[post] = place;
		place = offsetsFrom(post << SIGNPOST, place, pairLengths, places, pairOffsets, farPairs);
	}
	return { pairOffsets, signposts, farPairs: farPairs.written(), places };
}

/** From one signpost to the next. */
function offsetsFrom(
	first: number,
	post: number,
	pairLengths: Uint8Array,
	places: Uint8Array,
	pairOffsets: Uint8Array,
	farPairs: NumberWriter
): number {
	const end = Math.min(first + (1 << SIGNPOST), pairOffsets.length);
	let place = post;
	for (let pair = first; pair < end; pair++) {
		if (place - post < FAR) pairOffsets[pair] = place - post;
		else {
			pairOffsets[pair] = FAR;
			farPairs.push(pair);
			farPairs.push(place);
		}
		const length = pair < pairLengths.length ? (pairLengths[pair] as number) : 0;
		place += length === LONG ? longLength(places, place) : length;
	}
	return place;
}

/** Bytes of places that begin with their own length, that number included. */
function longLength(places: Uint8Array, from: number): number {
	const reader = new ByteReader(places, from);
	const length = reader.number();
	return reader.at - from + length;
}

function holder(size: number, words: readonly Word[]): PostingsHolder {
	const writer = new PostingsWriter(size);
	const fields = new ByteWriter();
	const lengths = new ByteWriter();
	const places = new ByteWriter();
	const wordFields = new Uint8Array(words.length);
	words.forEach((word, number) => {
		const records = Uint32Array.from([...word.places.keys()].sort((a, b) => a - b));
		let all = 0;
		for (const record of records) {
			const own = word.places.get(record) ?? [];
			const bytes = new ByteWriter();
			let last = 0;
			for (const place of own) {
				bytes.number(place - last);
				last = place;
			}
			const bits = word.fields.get(record) ?? 0;
			all |= bits;
			fields.byte(bits);
			lengths.byte(Math.min(LONG, bytes.length));
			if (bytes.length >= LONG) places.number(bytes.length);
			places.copy(bytes.written());
		}
		wordFields[number] = all;
		writer.word(records, 0, records.length);
	});
	const sections = {
		...writer.finish(),
		wordFields,
		pairFields: fields.written(),
		...placeSections(lengths.written(), places.written())
	};
	return {
		scratch: new Scratch(),
		sections: sections as Sections,
		fieldOf
	};
}

const recordsWith = (word: Word | undefined, fields: number) =>
	[...(word?.fields ?? [])]
		.filter(([, bits]) => (bits & fields) !== 0)
		.map(([record]) => record)
		.sort((a, b) => a - b);
const set = (size: number, records: readonly number[]) => RecordSet.of(size, records);

/** Sizes on both sides of a container's end. */
const SIZES = [40, 200, BLOCK + 100] as const;
const collection = fc.constantFrom(...SIZES).chain((size) => {
	const record = fc.oneof(
		fc.nat(size - 1),
		fc.nat(Math.min(size - 1, 60)),
		fc.integer({ min: Math.max(0, size - 50), max: size - 1 })
	);
	const places = fc
		.uniqueArray(fc.oneof(fc.nat(220), fc.nat(70_000)), { minLength: 1, maxLength: 8 })
		.map((all) => all.sort((a, b) => a - b));
	const word = fc
		.uniqueArray(fc.tuple(record, places), { maxLength: 40, selector: ([own]) => own })
		.map((all) => wordOf(new Map(all)));
	return fc.record({
		size: fc.constant(size),
		words: fc.array(word, { minLength: 1, maxLength: 4 }),
		within: fc.array(record, { maxLength: 60 })
	});
});
const FIELDS = [EVERY, 1, 2] as const;

describe('postings, written and read', () => {
	it('mark, keep and list the records that a word has in some fields', () => {
		fc.assert(
			fc.property(collection, ({ size, words, within }) => {
				const index = holder(size, words);
				words.forEach((word, number) => {
					for (const fields of FIELDS) {
						const wanted = recordsWith(word, fields);
						const marked = RecordSet.none(size);
						markRecords(index, number, fields, marked.bits);
						expect([...marked]).toEqual(wanted);
						const kept = set(size, within);
						keepRecords(index, number, fields, kept.bits);
						expect([...kept]).toEqual(wanted.filter((record) => within.includes(record)));
						const [records, pairs] = [new Uint32Array(size), new Uint32Array(size)];
						const found = pairsWithin(index, number, fields, set(size, within).bits, records, pairs);
						expect([...records.subarray(0, found)]).toEqual([...kept]);
					}
				});
			}),
			{ numRuns: 60 }
		);
	});
	it('give each record its pair, and each pair its places', () => {
		fc.assert(
			fc.property(collection, ({ size, words }) => {
				const index = holder(size, words);
				words.forEach((word, number) => {
					const own = Uint32Array.from(recordsWith(word, EVERY));
					const pairs = new Uint32Array(own.length);
					if (own.length > 0) pairsOf(index, number, own, own.length, pairs);
					expect([...pairs]).toEqual([...own.keys()].map((at) => firstPair(index.sections, number) + at));
					own.forEach((record, at) => {
						const all = word.places.get(record) ?? [];
						for (const fields of FIELDS) {
							const into = { places: new Uint32Array(2) };
							const count = readPlaces(index, record, pairs[at] ?? 0, fields, into);
							expect([...into.places.subarray(0, count)]).toEqual(
								all.filter((place) => ((1 << fieldOf(record, place)) & fields) !== 0)
							);
						}
					});
				});
			}),
			{ numRuns: 60 }
		);
	});
	it('bring the places of several words together, by record, ascending', () => {
		fc.assert(
			fc.property(collection, ({ size, words, within }) => {
				const index = holder(size, words);
				const rows = [...set(size, within)];
				const rowOf = new Uint32Array(size);
				rows.forEach((record, row) => (rowOf[record] = row));
				const { starts, places } = placesOf(
					index,
					[...words.keys()],
					EVERY,
					set(size, within).bits,
					rowOf,
					rows.length
				);
				rows.forEach((record, row) => {
					const wanted = words.flatMap((word) => word.places.get(record) ?? []).sort((a, b) => a - b);
					expect([...places.subarray(starts[row], starts[row + 1])]).toEqual(wanted);
				});
			}),
			{ numRuns: 40 }
		);
	});
});

describe('hard postings', () => {
	it('a word in more than one of 32 records is kept as bits, and a pair is found among them by its rank', () => {
		const size = 5_000;
		const places = new Map(Array.from({ length: size / 3 }, (_, at) => [at * 3, [at % 200]]));
		const index = holder(size, [wordOf(places)]);
		expect(index.sections.bitmaps.length).toBeGreaterThan(0);
		expect(index.sections.lowHalves.length).toBe(0);
		const some = Uint32Array.of(0, 3, 300, 2_997, 4_995);
		const pairs = new Uint32Array(5);
		pairsOf(index, 0, some, 5, pairs);
		expect([...pairs]).toEqual([0, 1, 100, 999, 1_665]);
	});
	it('places beyond a byte of length begin with their length', () => {
		const many = Array.from({ length: 400 }, (_, at) => at * 3);
		const index = holder(10, [
			wordOf(
				new Map([
					[2, many],
					[5, [7]]
				])
			)
		]);
		const into = { places: new Uint32Array(4) };
		expect(readPlaces(index, 2, 0, EVERY, into)).toBe(400);
		expect([...into.places.subarray(0, 400)]).toEqual(many);
		expect(readPlaces(index, 5, 1, EVERY, into)).toBe(1);
		expect(into.places[0]).toBe(7);
	});
	it('pairs too far from their signpost are looked up, each for itself', () => {
		const long = Array.from({ length: 150 }, (_, at) => at * 200);
		const places = new Map(Array.from({ length: 100 }, (_, record) => [record, record % 3 === 0 ? long : [record]]));
		const index = holder(100, [wordOf(places)]);
		expect([...index.sections.pairOffsets].filter((one) => one === FAR).length).toBeGreaterThan(30);
		for (let pair = 0; pair < 100; pair++) {
			const into = { places: new Uint32Array(4) };
			const count = readPlaces(index, pair, pair, EVERY, into);
			expect([...into.places.subarray(0, count)]).toEqual(places.get(pair));
		}
		expect(placesFrom(index.sections, 100)).toBe(index.sections.places.length);
	});
	it('a word that no record has in a field marks nothing', () => {
		const index = holder(50, [wordOf(new Map([[3, [1]]])), wordOf(new Map())]);
		const bits = RecordSet.none(50);
		markRecords(index, 0, 2, bits.bits);
		markRecords(index, 1, EVERY, bits.bits);
		expect(bits.isEmpty()).toBe(true);
		const all = RecordSet.all(50);
		keepRecords(index, 1, EVERY, all.bits);
		expect(all.isEmpty()).toBe(true);
	});
	it('numbers are written in as few bytes as they need', () => {
		const bytes = new Uint8Array(5);
		expect(putNumber(bytes, 0, 300)).toBe(2);
		expect([...bytes.subarray(0, 2)]).toEqual([0b10101100, 0b10]);
	});
});
