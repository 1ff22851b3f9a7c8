/**
 * Reading the postings of words. For each record of a word, ascending: the difference to the
 * record before; one byte with the fields in which the word stands; then, unless that byte says
 * "one place, in one byte", the length of its places. Places lie apart, as differences, so that
 * sets of records are made without touching them.
 */
import type { CollectionIndex } from './collection-index.ts';

/** In the byte of fields: the word stands once, and its place takes one byte. */
export const ONE_SHORT_PLACE = 0x80;

/** What heavy work reports to: it may throw to end it. */
export interface Watch {
	/** @param steps records or places that were just looked at */
	spend(steps: number): void;
}

/** Sets the bit of every record that has the word in one of the fields. */
export function markRecords(index: CollectionIndex, word: number, fields: number, bits: Uint32Array): void {
	const { pairs, pairStarts } = index.sections;
	const end = pairStarts[word + 1] ?? 0;
	let at = pairStarts[word] ?? 0;
	let record = 0;
	while (at < end) {
		let byte = pairs[at++] as number;
		let delta = byte & 127;
		for (let shift = 7; byte > 127; shift += 7) {
			byte = pairs[at++] as number;
			delta |= (byte & 127) << shift;
		}
		record += delta;
		const flags = pairs[at++] as number;
		if (flags < ONE_SHORT_PLACE) while ((pairs[at++] as number) > 127);
		if ((flags & fields) !== 0) bits[record >>> 5] = (bits[record >>> 5] as number) | (1 << (record & 31));
	}
}

/** The last record that holds a word. */
export function lastRecord(index: CollectionIndex, word: number): number {
	const { pairs, pairStarts } = index.sections;
	const end = pairStarts[word + 1] ?? 0;
	let at = pairStarts[word] ?? 0;
	let record = 0;
	while (at < end) {
		let byte = pairs[at++] as number;
		let delta = byte & 127;
		for (let shift = 7; byte > 127; shift += 7) {
			byte = pairs[at++] as number;
			delta |= (byte & 127) << shift;
		}
		record += delta;
		if ((pairs[at++] as number) < ONE_SHORT_PLACE) while ((pairs[at++] as number) > 127);
	}
	return record;
}

/** Records with the word's places in them, for the records of a set. */
export interface Places {
	/** Number of records in the set, and of `starts` less one. */
	readonly rows: number;
	/** `places[starts[row] … starts[row + 1])`, ascending, belong to the row-th record of the set. */
	readonly starts: Uint32Array;
	readonly places: Uint32Array;
}

/** Growing pairs of row and place, before they are sorted by row. */
class Gathered {
	rows = new Uint32Array(4096);
	places = new Uint32Array(4096);
	length = 0;

	push(row: number, place: number): void {
		if (this.length === this.rows.length) {
			const rows = new Uint32Array(this.length * 2);
			rows.set(this.rows);
			this.rows = rows;
			const places = new Uint32Array(this.length * 2);
			places.set(this.places);
			this.places = places;
		}
		this.rows[this.length] = row;
		this.places[this.length++] = place;
	}
}

/**
 * The places of any of the words, in some fields, within the records of a set.
 * @param rowOf the row of each record of the set, + 1; 0 for records that are not in it
 */
export function placesOf(index: CollectionIndex, words: readonly number[], fields: number, rowOf: Uint32Array, rows: number, watch?: Watch): Places {
	const gathered = new Gathered();
	const starts = new Uint32Array(rows + 1);
	const { pairs, pairStarts, places, placeStarts } = index.sections;
	for (const word of words) {
		const end = pairStarts[word + 1] ?? 0;
		let at = pairStarts[word] ?? 0;
		let placeAt = placeStarts[word] ?? 0;
		let record = 0;
		watch?.spend(end - at);
		while (at < end) {
			let byte = pairs[at++] as number;
			let delta = byte & 127;
			for (let shift = 7; byte > 127; shift += 7) {
				byte = pairs[at++] as number;
				delta |= (byte & 127) << shift;
			}
			record += delta;
			const flags = pairs[at++] as number;
			let length = 1;
			if (flags < ONE_SHORT_PLACE) {
				length = 0;
				for (let shift = 0; ; shift += 7) {
					byte = pairs[at++] as number;
					length |= (byte & 127) << shift;
					if (byte < 128) break;
				}
			}
			const placeEnd = placeAt + length;
			const row = rowOf[record] as number;
			if (row === 0 || (flags & fields) === 0) {
				placeAt = placeEnd;
				continue;
			}
			// Where the word stands in no other field, its places need not be asked for theirs.
			const mixed = (flags & 127 & ~fields) !== 0;
			let place = 0;
			while (placeAt < placeEnd) {
				byte = places[placeAt++] as number;
				let step = byte & 127;
				for (let shift = 7; byte > 127; shift += 7) {
					byte = places[placeAt++] as number;
					step |= (byte & 127) << shift;
				}
				place += step;
				if (mixed && ((1 << index.fieldOf(record, place)) & fields) === 0) continue;
				gathered.push(row - 1, place);
				starts[row] = (starts[row] as number) + 1;
			}
		}
	}
	for (let row = 0; row < rows; row++) starts[row + 1] = (starts[row + 1] as number) + (starts[row] as number);
	const sorted = new Uint32Array(gathered.length);
	const next = starts.slice(0, rows);
	for (let at = 0; at < gathered.length; at++) {
		const row = gathered.rows[at] as number;
		const to = next[row] as number;
		sorted[to] = gathered.places[at] as number;
		next[row] = to + 1;
	}
	if (words.length > 1)
		for (let row = 0; row < rows; row++) {
			const from = starts[row] as number;
			const to = starts[row + 1] as number;
			if (to - from > 1) sortPlaces(sorted, from, to);
		}
	return { rows, starts, places: sorted };
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
