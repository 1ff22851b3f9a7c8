/**
 * Walking several words' postings together, record by record, for phrases and proximity of plain
 * words: only where all of them meet are places read at all, and nothing is gathered on the way.
 */
import type { CollectionIndex } from './collection-index.ts';
import { ONE_SHORT_PLACE } from './postings.ts';

/** Behind every record. */
export const END = 0xffffffff;

export class WordCursor {
	/** The record where the cursor stands; -1 before the first, {@link END} behind the last. */
	record = -1;
	/** Places of the word in this record, in the wanted fields, after {@link read}. */
	places = new Uint32Array(64);
	count = 0;

	private readonly pairs: Uint8Array;
	private readonly placeBytes: Uint8Array;
	private readonly end: number;
	private at: number;
	private flags = 0;
	private placeAt: number;
	private placeEnd: number;

	/** @param fields the wanted fields, as bits */
	constructor(
		private readonly index: CollectionIndex,
		readonly word: number,
		private readonly fields: number
	) {
		const { pairs, pairStarts, places, placeStarts } = index.sections;
		this.pairs = pairs;
		this.placeBytes = places;
		this.at = pairStarts[word] ?? 0;
		this.end = pairStarts[word + 1] ?? 0;
		this.placeAt = this.placeEnd = placeStarts[word] ?? 0;
	}

	/** Goes on to the first record from this one on; the cursor must stand before it, or at the start. */
	seek(wanted: number): number {
		const { pairs, end, fields } = this;
		let { at, placeEnd } = this;
		// Differences begin at record 0.
		let record = Math.max(this.record, 0);
		let flags = 0;
		let placeAt = placeEnd;
		do {
			if (at >= end) {
				this.at = at;
				return (this.record = END);
			}
			let byte = pairs[at++] as number;
			let delta = byte & 127;
			for (let shift = 7; byte > 127; shift += 7) {
				byte = pairs[at++] as number;
				delta |= (byte & 127) << shift;
			}
			record += delta;
			flags = pairs[at++] as number;
			placeAt = placeEnd;
			if (flags >= ONE_SHORT_PLACE) placeEnd++;
			else {
				byte = pairs[at++] as number;
				let length = byte & 127;
				for (let shift = 7; byte > 127; shift += 7) {
					byte = pairs[at++] as number;
					length |= (byte & 127) << shift;
				}
				placeEnd += length;
			}
		} while (record < wanted || (flags & fields) === 0);
		this.at = at;
		this.flags = flags;
		this.placeAt = placeAt;
		this.placeEnd = placeEnd;
		return (this.record = record);
	}

	/** Reads the places of the record where the cursor stands. */
	read(): void {
		const { placeBytes, placeEnd, fields, index, record } = this;
		const mixed = (this.flags & 127 & ~fields) !== 0;
		if (placeEnd - this.placeAt > this.places.length) this.places = new Uint32Array((placeEnd - this.placeAt) * 2);
		const { places } = this;
		let at = this.placeAt;
		let place = 0;
		let count = 0;
		while (at < placeEnd) {
			let byte = placeBytes[at++] as number;
			let step = byte & 127;
			for (let shift = 7; byte > 127; shift += 7) {
				byte = placeBytes[at++] as number;
				step |= (byte & 127) << shift;
			}
			place += step;
			if (!mixed || ((1 << index.fieldOf(record, place)) & fields) !== 0) places[count++] = place;
		}
		this.count = count;
	}
}

/**
 * Visits every record where all cursors meet.
 * @param cursors the rarest first, which the others follow
 */
export function meet(cursors: readonly WordCursor[], visit: (record: number) => void): void {
	const [lead] = cursors;
	if (!lead) return;
	let record = lead.seek(0);
	next: while (record !== END) {
		for (let number = 1; number < cursors.length; number++) {
			const other = cursors[number] as WordCursor;
			const reached = other.record >= record ? other.record : other.seek(record);
			if (reached !== record) {
				if (reached === END) return;
				record = lead.seek(reached);
				continue next;
			}
		}
		visit(record);
		record = lead.seek(record + 1);
	}
}
