/**
 * The postings of words. A pair is a word in a record; pairs are numbered word by word, records
 * ascending. Which records a word has is kept in containers of 65,536 records each, as the lower
 * halves of their numbers or, where there are many, as bits. Two bytes a pair tell the fields in
 * which the word stands there and where its places begin, counted from a signpost at every
 * thirty-second pair; the places themselves lie apart, in the order of the pairs.
 */
import { NumberWriter } from './bytes.ts';
import type { Sections } from './layout.ts';

/** Places of so many bytes and more begin with their length, written as a number. */
export const LONG = 255;
/** In the byte of an offset that does not fit it: see `farPairs`. */
const FAR = 255;
const BLOCK = 65_536;
/** Pairs from one signpost to the next, as a power of two. */
const SIGNPOST = 5;
/** Numbers of a container in the table: block (upper bit set for bits); where it begins; its first pair. */
const ENTRY = 3;
const AS_BITS = 0x80000000;
/** A container with more than one record in so many is kept as bits. */
const MANY = 32;

/** What reading postings needs of an index. */
export interface PostingsHolder {
	readonly sections: Sections;
	/** The number of the field in which a place of a record lies. */
	fieldOf(record: number, place: number): number;
}

/** What heavy work reports to: it may throw to end it. */
export interface Watch {
	/** @param steps records or places that were just looked at */
	spend(steps: number): void;
}

/** Thrown by a watch when a query has looked at more than it may. */
export class WorkCeiling extends Error {}

/** A watch that ends work after so many steps, and asks now and then whether it is still wanted. */
export class SteppedWatch implements Watch {
	private left: number;
	private untilAsked = 0;

	/** @param ask throws where the work is not wanted any more */
	constructor(
		ceiling: number,
		private readonly ask: () => void = () => undefined
	) {
		this.left = ceiling;
	}

	spend(steps: number): void {
		this.left -= steps;
		if (this.left < 0) throw new WorkCeiling('The query looks at more places than it may.');
		this.untilAsked -= steps;
		if (this.untilAsked > 0) return;
		this.untilAsked = 50_000;
		this.ask();
	}
}

export type PostingSections = Pick<
	Sections,
	'wordContainers' | 'containers' | 'lowHalves' | 'bitmaps' | 'wordFields' | 'pairFields' | 'pairOffsets' | 'signposts' | 'farPairs' | 'places'
>;

/** Writes postings word by word, ascending. */
export class PostingsWriter {
	private readonly wordContainers = new NumberWriter();
	private readonly containers = new NumberWriter();
	private lowHalves = new Uint16Array(1 << 14);
	private lowEnd = 0;
	private readonly bitmaps = new NumberWriter();
	private readonly wordFields = new NumberWriter();
	private pairs = 0;

	/** @param size records of the collection */
	constructor(private readonly size: number) {}

	/**
	 * Adds the next word.
	 * @param records ascending; `records[from … to)` hold the word
	 * @param fields all fields in which it stands anywhere, as bits
	 */
	word(records: Uint32Array, from: number, to: number, fields: number): void {
		this.wordContainers.push(this.containers.length / ENTRY);
		this.wordFields.push(fields);
		for (let start = from; start < to;) {
			const block = (records[start] as number) >>> 16;
			let end = start + 1;
			while (end < to && (records[end] as number) >>> 16 === block) end++;
			this.container(block, records, start, end);
			start = end;
		}
	}

	private container(block: number, records: Uint32Array, from: number, to: number): void {
		const room = Math.min(BLOCK, this.size - block * BLOCK);
		if ((to - from) * MANY > room) {
			this.containers.push((block | AS_BITS) >>> 0);
			this.containers.push(this.bitmaps.length);
			const bits = this.bitmaps.more((room + 31) >>> 5);
			for (let at = from; at < to; at++) {
				const low = (records[at] as number) & 0xffff;
				bits[low >>> 5] = (bits[low >>> 5] as number) | (1 << (low & 31));
			}
		} else {
			this.containers.push(block);
			this.containers.push(this.lowEnd);
			if (this.lowEnd + to - from > this.lowHalves.length) {
				const grown = new Uint16Array(Math.max(this.lowHalves.length * 2, this.lowEnd + to - from));
				grown.set(this.lowHalves);
				this.lowHalves = grown;
			}
			for (let at = from; at < to; at++) this.lowHalves[this.lowEnd++] = records[at] as number;
		}
		this.containers.push(this.pairs);
		this.pairs += to - from;
	}

	/**
	 * @param pairFields per pair, in the order of the words; so are the others
	 * @param pairLengths bytes of its places; {@link LONG} for that and more, which then begin with their length
	 */
	finish(pairFields: Uint8Array, pairLengths: Uint8Array, places: Uint8Array): PostingSections {
		this.wordContainers.push(this.containers.length / ENTRY);
		for (const last of [0, 0, this.pairs]) this.containers.push(last);
		const pairs = pairLengths.length;
		const signposts = new Uint32Array((pairs >>> SIGNPOST) + 1);
		const pairOffsets = new Uint8Array(pairs + 1);
		const farPairs = new NumberWriter();
		let place = 0;
		let post = 0;
		for (let pair = 0; pair <= pairs; pair++) {
			if ((pair & ((1 << SIGNPOST) - 1)) === 0) signposts[pair >>> SIGNPOST] = post = place;
			if (place - post < FAR) pairOffsets[pair] = place - post;
			else {
				pairOffsets[pair] = FAR;
				farPairs.push(pair);
				farPairs.push(place);
			}
			const length = pairLengths[pair] as number;
			place += length === LONG ? longLength(places, place) : length;
		}
		return {
			wordContainers: this.wordContainers.written(),
			containers: this.containers.written(),
			lowHalves: this.lowHalves.subarray(0, this.lowEnd),
			bitmaps: this.bitmaps.written(),
			wordFields: Uint8Array.from(this.wordFields.written()),
			pairFields,
			pairOffsets,
			signposts,
			farPairs: farPairs.written(),
			places
		};
	}
}

/** Bytes of places that begin with their own length, that number included. */
function longLength(places: Uint8Array, from: number): number {
	let at = from;
	let length = 0;
	for (let shift = 0; ; shift += 7) {
		const byte = places[at++] as number;
		length |= (byte & 127) << shift;
		if (byte < 128) return at - from + length;
	}
}

/** Where the places of a pair begin; they end where the next pair's begin. */
export function placesFrom(sections: Sections, pair: number): number {
	const offset = sections.pairOffsets[pair] as number;
	return offset === FAR ? farPlaces(sections.farPairs, pair) : (sections.signposts[pair >>> SIGNPOST] as number) + offset;
}

/** Pairs too far from their signpost, with where their places begin, ascending. */
function farPlaces(farPairs: Uint32Array, pair: number): number {
	let low = 0;
	let high = farPairs.length / 2 - 1;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if ((farPairs[middle * 2] as number) < pair) low = middle + 1;
		else high = middle;
	}
	return farPairs[low * 2 + 1] as number;
}

/** The first pair of a word; for the number behind the last word, how many pairs there are. */
export function firstPair({ wordContainers, containers }: Sections, word: number): number {
	return containers[(wordContainers[word] as number) * ENTRY + 2] as number;
}

/** Bits set in a word of 32: added up in pairs, fours and eights. */
function ones(word: number): number {
	let bits = word - ((word >>> 1) & 0x55555555);
	bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
	return Math.imul((bits + (bits >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** Sets the bit of every record that has the word in one of the fields. */
export function markRecords({ sections }: PostingsHolder, word: number, fields: number, bits: Uint32Array): void {
	const { wordContainers, containers, lowHalves, bitmaps, wordFields, pairFields } = sections;
	// Where the word stands in no other field, its pairs need not be asked for theirs.
	const all = ((wordFields[word] as number) & ~fields) === 0;
	if (((wordFields[word] as number) & fields) === 0) return;
	const last = (wordContainers[word + 1] as number) * ENTRY;
	for (let at = (wordContainers[word] as number) * ENTRY; at < last; at += ENTRY) {
		const block = containers[at] as number;
		const from = containers[at + 1] as number;
		let pair = containers[at + 2] as number;
		const base = (block & 0xffff) * (BLOCK / 32);
		const pairEnd = containers[at + 5] as number;
		if (block < AS_BITS) {
			for (let low = from; pair < pairEnd; low++, pair++) {
				if (!all && ((pairFields[pair] as number) & fields) === 0) continue;
				const record = lowHalves[low] as number;
				const to = base + (record >>> 5);
				bits[to] = (bits[to] as number) | (1 << (record & 31));
			}
			continue;
		}
		const length = Math.min(BLOCK / 32, bits.length - base);
		if (all) for (let word32 = 0; word32 < length; word32++) bits[base + word32] = (bits[base + word32] as number) | (bitmaps[from + word32] as number);
		else
			for (let word32 = 0; word32 < length; word32++)
				for (let left = bitmaps[from + word32] as number; left !== 0; pair++) {
					const lowest = left & -left;
					left ^= lowest;
					if (((pairFields[pair] as number) & fields) !== 0) bits[base + word32] = (bits[base + word32] as number) | lowest;
				}
	}
}

/**
 * The pairs of a word in the records of a set, ascending.
 * @param within bits of the records that matter
 * @param records gets each record; `pairs` its pair; both must have room for all records of the set
 * @returns how many there are
 */
export function pairsWithin({ sections }: PostingsHolder, word: number, fields: number, within: Uint32Array, records: Uint32Array, pairs: Uint32Array): number {
	const { wordContainers, containers, lowHalves, bitmaps, wordFields, pairFields } = sections;
	const all = ((wordFields[word] as number) & ~fields) === 0;
	const last = (wordContainers[word + 1] as number) * ENTRY;
	let count = 0;
	for (let at = (wordContainers[word] as number) * ENTRY; at < last; at += ENTRY) {
		const block = containers[at] as number;
		const from = containers[at + 1] as number;
		let pair = containers[at + 2] as number;
		const base = (block & 0xffff) * (BLOCK / 32);
		const pairEnd = containers[at + 5] as number;
		if (block < AS_BITS) {
			for (let low = from; pair < pairEnd; low++, pair++) {
				const record = lowHalves[low] as number;
				if ((((within[base + (record >>> 5)] as number) >>> (record & 31)) & 1) === 0) continue;
				if (!all && ((pairFields[pair] as number) & fields) === 0) continue;
				records[count] = base * 32 + record;
				pairs[count++] = pair;
			}
			continue;
		}
		const length = Math.min(BLOCK / 32, within.length - base);
		for (let word32 = 0; word32 < length; word32++) {
			const held = bitmaps[from + word32] as number;
			for (let left = held & (within[base + word32] as number); left !== 0;) {
				const lowest = left & -left;
				left ^= lowest;
				const own = pair + ones(held & (lowest - 1));
				if (!all && ((pairFields[own] as number) & fields) === 0) continue;
				records[count] = (base + word32) * 32 + 31 - Math.clz32(lowest);
				pairs[count++] = own;
			}
			pair += ones(held);
		}
	}
	return count;
}

/** Reads the wanted places of a pair, ascending; tells how many. `into` grows where it must. */
export function readPlaces(index: PostingsHolder, record: number, pair: number, fields: number, into: { places: Uint32Array }): number {
	const { sections } = index;
	const { places, pairFields } = sections;
	let at = placesFrom(sections, pair);
	const end = placesFrom(sections, pair + 1);
	// Long ones begin with their length, which is not asked for here.
	if (end - at >= LONG) while ((places[at++] as number) > 127);
	if (end - at > into.places.length) into.places = new Uint32Array((end - at) * 2);
	const out = into.places;
	const mixed = ((pairFields[pair] as number) & ~fields) !== 0;
	let place = 0;
	let count = 0;
	while (at < end) {
		let byte = places[at++] as number;
		let step = byte & 127;
		for (let shift = 7; byte > 127; shift += 7) {
			byte = places[at++] as number;
			step |= (byte & 127) << shift;
		}
		place += step;
		if (!mixed || ((1 << index.fieldOf(record, place)) & fields) !== 0) out[count++] = place;
	}
	return count;
}

/**
 * Working arrays that are used again: a large fresh one costs more than the work on it. What is
 * taken after `mark` is given back by `release`.
 */
class Scratch {
	private readonly arrays: Uint32Array[] = [];
	private taken = 0;

	/** An array with at least this room; what stands in it is old. */
	take(length: number): Uint32Array {
		const at = this.taken++;
		let array = this.arrays[at];
		if (!array || array.length < length) this.arrays[at] = array = new Uint32Array(Math.max(length, 1024));
		return array;
	}

	mark(): number {
		return this.taken;
	}

	release(mark: number): void {
		this.taken = mark;
	}
}
export const scratch = new Scratch();

/** The places of a pattern's words, by the records of a set. */
export interface Places {
	/** `places[starts[row] … starts[row + 1])`, ascending, belong to the row-th record of the set. */
	readonly starts: Uint32Array;
	readonly places: Uint32Array;
}

/**
 * The places of any of the words, in some fields, within the records of a set.
 * @param rowOf the row of each record of the set
 * @param rows how many there are
 */
export function placesOf(
	index: PostingsHolder,
	words: readonly number[],
	fields: number,
	within: Uint32Array,
	rowOf: Uint32Array,
	rows: number,
	watch?: Watch
): Places {
	const starts = new Uint32Array(rows + 1);
	const gatheredRows = new NumberWriter();
	const gatheredPlaces = new NumberWriter();
	const buffer = { places: new Uint32Array(256) };
	const mark = scratch.mark();
	const records = scratch.take(rows);
	const pairs = scratch.take(rows);
	for (const word of words) {
		watch?.spend(firstPair(index.sections, word + 1) - firstPair(index.sections, word));
		const found = pairsWithin(index, word, fields, within, records, pairs);
		for (let at = 0; at < found; at++) {
			const record = records[at] as number;
			const row = rowOf[record] as number;
			const count = readPlaces(index, record, pairs[at] as number, fields, buffer);
			watch?.spend(count);
			starts[row + 1] = (starts[row + 1] as number) + count;
			for (let place = 0; place < count; place++) {
				gatheredRows.push(row);
				gatheredPlaces.push(buffer.places[place] as number);
			}
		}
	}
	scratch.release(mark);
	for (let row = 0; row < rows; row++) starts[row + 1] = (starts[row + 1] as number) + (starts[row] as number);
	const byRow = gatheredRows.written();
	const byTurn = gatheredPlaces.written();
	const places = new Uint32Array(byTurn.length);
	const next = starts.slice(0, rows);
	for (let at = 0; at < byTurn.length; at++) {
		const row = byRow[at] as number;
		const to = next[row] as number;
		places[to] = byTurn[at] as number;
		next[row] = to + 1;
	}
	if (words.length > 1)
		for (let row = 0; row < rows; row++) {
			const from = starts[row] as number;
			const to = starts[row + 1] as number;
			if (to - from > 1) sortPlaces(places, from, to);
		}
	return { starts, places };
}

/** Insertion for the few places that a record commonly has; the engine's own sort for many. */
function sortPlaces(places: Uint32Array, from: number, to: number): void {
	if (to - from > 24) {
		places.subarray(from, to).sort();
		return;
	}
	for (let at = from + 1; at < to; at++) {
		const place = places[at] as number;
		let gap = at;
		for (; gap > from && (places[gap - 1] as number) > place; gap--) places[gap] = places[gap - 1] as number;
		places[gap] = place;
	}
}
