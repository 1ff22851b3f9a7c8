/**
 * Reading the postings of words, as postings-writer.ts lays them out: which records a word has, as
 * sets and as pairs, and where it stands in them.
 */
import { NumberWriter } from './bytes.ts';
import type { Sections } from './layout.ts';
import { AS_BITS, BLOCK, ENTRY, FAR, LONG, RANK, SIGNPOST } from './postings-writer.ts';
import { bitsOf } from './record-set.ts';
import type { Scratch } from './scratch.ts';
import type { Watch } from './watch.ts';

/** What reading postings needs of an index. */
export interface PostingsHolder {
	readonly scratch: Scratch;
	readonly sections: Sections;
	/** The number of the field in which a place of a record lies. */
	fieldOf(record: number, place: number): number;
}

/** Where the places of a pair begin; they end where the next pair's begin. */
export function placesFrom(sections: Sections, pair: number): number {
	const offset = sections.pairOffsets[pair] as number;
	return offset === FAR
		? farPlaces(sections.farPairs, pair)
		: (sections.signposts[pair >>> SIGNPOST] as number) + offset;
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

/** Writes all records of a word, ascending, from a place on. @returns the place behind them */
export function writeRecords(sections: Sections, word: number, into: Uint32Array, to: number): number {
	const { wordContainers, containers, lowHalves, bitmaps } = sections;
	const last = (wordContainers[word + 1] as number) * ENTRY;
	let next = to;
	for (let at = (wordContainers[word] as number) * ENTRY; at < last; at += ENTRY) {
		const block = containers[at] as number;
		const from = containers[at + 1] as number;
		const end = next + (containers[at + 5] as number) - (containers[at + 2] as number);
		const base = (block & 0xffff) * BLOCK;
		if (block < AS_BITS) for (let low = from; next < end; low++) into[next++] = base + (lowHalves[low] as number);
		else
			for (let word32 = 0; next < end; word32++)
				for (let left = bitmaps[from + word32] as number; left !== 0; left &= left - 1)
					into[next++] = base + word32 * 32 + 31 - Math.clz32(left & -left);
	}
	return next;
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
			if (all) markLowHalves(lowHalves, from, from + pairEnd - pair, bits, base);
			else
				for (let low = from; pair < pairEnd; low++, pair++) {
					if (((pairFields[pair] as number) & fields) === 0) continue;
					const record = lowHalves[low] as number;
					const to = base + (record >>> 5);
					bits[to] = (bits[to] as number) | (1 << (record & 31));
				}
			continue;
		}
		const length = Math.min(BLOCK / 32, bits.length - base);
		if (all)
			for (let word32 = 0; word32 < length; word32++)
				bits[base + word32] = (bits[base + word32] as number) | (bitmaps[from + word32] as number);
		else
			for (let word32 = 0; word32 < length; word32++)
				for (let left = bitmaps[from + word32] as number; left !== 0; pair++) {
					const lowest = left & -left;
					left ^= lowest;
					if (((pairFields[pair] as number) & fields) !== 0)
						bits[base + word32] = (bits[base + word32] as number) | lowest;
				}
	}
}

/** The commonest work of all, so its loop does nothing else: neighbours often share a word of bits, which is written once. */
function markLowHalves(lowHalves: Uint16Array, from: number, end: number, bits: Uint32Array, base: number): void {
	for (let low = from; low < end; low++) {
		const record = lowHalves[low] as number;
		const to = base + (record >>> 5);
		bits[to] = (bits[to] as number) | (1 << (record & 31));
	}
}

/** Takes out the bit of every record that does not have the word in one of the fields. */
export function keepRecords(index: PostingsHolder, word: number, fields: number, bits: Uint32Array): void {
	const { wordContainers, containers, bitmaps, wordFields } = index.sections;
	const all = ((wordFields[word] as number) & ~fields) === 0;
	const last = (wordContainers[word + 1] as number) * ENTRY;
	if (!all) {
		const own = new Uint32Array(bits.length);
		markRecords(index, word, fields, own);
		for (let at = 0; at < bits.length; at++) bits[at] = (bits[at] as number) & (own[at] as number);
		return;
	}
	let kept = 0;
	for (let at = (wordContainers[word] as number) * ENTRY; at < last; at += ENTRY) {
		const block = containers[at] as number;
		const from = containers[at + 1] as number;
		const base = (block & 0xffff) * (BLOCK / 32);
		bits.fill(0, kept, base);
		kept = Math.min(bits.length, base + BLOCK / 32);
		if (block < AS_BITS)
			keepLowHalves(
				index.sections,
				from,
				(containers[at + 5] as number) - (containers[at + 2] as number),
				bits.subarray(base, kept)
			);
		else
			for (let to = base, word32 = from; to < kept; to++, word32++)
				bits[to] = (bits[to] as number) & (bitmaps[word32] as number);
	}
	bits.fill(0, kept);
}

/** Of the bits of one block, keeps those of the listed records: what stands between two of them is cleared. */
function keepLowHalves({ lowHalves }: Sections, from: number, count: number, bits: Uint32Array): void {
	let word = 0;
	let own = 0;
	for (let at = from; at < from + count; at++) {
		const low = lowHalves[at] as number;
		if (low >>> 5 !== word) {
			bits[word] = (bits[word] as number) & own;
			if ((low >>> 5) - word > 1) bits.fill(0, word + 1, low >>> 5);
			word = low >>> 5;
			own = 0;
		}
		own |= 1 << (low & 31);
	}
	bits[word] = (bits[word] as number) & own;
	bits.fill(0, word + 1);
}

/**
 * The pairs of a word in the records of a set, ascending.
 * @param within bits of the records that matter
 * @param records gets each record; `pairs` its pair; both must have room for all records of the set
 * @returns how many there are
 */
export function pairsWithin(
	{ sections }: PostingsHolder,
	word: number,
	fields: number,
	within: Uint32Array,
	records: Uint32Array,
	pairs: Uint32Array
): number {
	const { wordContainers, containers, lowHalves, bitmaps, ranks, wordFields, pairFields } = sections;
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
		const first = pair;
		// Pairs before `counted` are counted; between two ranks, word by word.
		let counted = 0;
		for (let word32 = 0; word32 < length; word32++) {
			const held = bitmaps[from + word32] as number;
			let left = held & (within[base + word32] as number);
			if (left === 0) continue;
			if (word32 >>> RANK !== counted >>> RANK || counted === 0) {
				counted = word32 & ~((1 << RANK) - 1);
				pair = first + (ranks[(from + counted) >>> RANK] as number);
			}
			for (; counted < word32; counted++) pair += bitsOf(bitmaps[from + counted] as number);
			while (left !== 0) {
				const lowest = left & -left;
				left ^= lowest;
				const own = pair + bitsOf(held & (lowest - 1));
				if (!all && ((pairFields[own] as number) & fields) === 0) continue;
				records[count] = (base + word32) * 32 + 31 - Math.clz32(lowest);
				pairs[count++] = own;
			}
		}
	}
	return count;
}

/**
 * The pair of a word in each of some records, which must all have the word. Lists are entered by
 * steps that double from where the record before was found, so that few records cost little in a long list.
 * @param records ascending; `records[0 … count)`
 * @param pairs gets the pair of each
 */
export function pairsOf(
	{ sections }: PostingsHolder,
	word: number,
	records: Uint32Array,
	count: number,
	pairs: Uint32Array
): void {
	const { wordContainers, containers, lowHalves } = sections;
	let container = (wordContainers[word] as number) * ENTRY;
	let block = (containers[container] as number) & 0xffff;
	let low = containers[container + 1] as number;
	for (let row = 0; row < count; row++) {
		const record = records[row] as number;
		while (block < record >>> 16) {
			container += ENTRY;
			block = (containers[container] as number) & 0xffff;
			low = containers[container + 1] as number;
		}
		const from = containers[container + 1] as number;
		const first = containers[container + 2] as number;
		if ((containers[container] as number) >= AS_BITS) pairs[row] = first + rankOf(sections, from, record & 0xffff);
		else {
			low = placeOf(lowHalves, record & 0xffff, low, from + (containers[container + 5] as number) - first);
			pairs[row] = first + low - from;
		}
	}
}

/** How many bits of a container stand before one. @param from where the container begins */
function rankOf({ bitmaps, ranks }: Sections, from: number, bit: number): number {
	const end = from + (bit >>> 5);
	let at = end & ~((1 << RANK) - 1);
	let rank = ranks[at >>> RANK] as number;
	for (; at < end; at++) rank += bitsOf(bitmaps[at] as number);
	return rank + bitsOf((bitmaps[end] as number) & ((1 << (bit & 31)) - 1));
}

/** Where a number stands in an ascending list, from a place that is not behind it. */
function placeOf(list: Uint16Array, value: number, from: number, end: number): number {
	let step = 1;
	let low = from;
	while (low + step < end && (list[low + step] as number) <= value) {
		low += step;
		step *= 2;
	}
	let high = Math.min(end, low + step);
	while (high - low > 1) {
		const middle = (low + high) >>> 1;
		if ((list[middle] as number) <= value) low = middle;
		else high = middle;
	}
	return low;
}

/** Reads the wanted places of a pair, ascending; tells how many. `into` grows where it must. */
export function readPlaces(
	index: PostingsHolder,
	record: number,
	pair: number,
	fields: number,
	into: { places: Uint32Array }
): number {
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
	const mark = index.scratch.mark();
	const records = index.scratch.take(rows);
	const pairs = index.scratch.take(rows);
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
	index.scratch.release(mark);
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
