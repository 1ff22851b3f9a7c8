/**
 * The postings of words. A pair is a word in a record; pairs are numbered word by word, records
 * ascending. Which records a word has is kept in containers of 65,536 records each, as the lower
 * halves of their numbers or, where there are many, as bits with a rank (how many stand before) at
 * every eighth word. Two bytes a pair tell the fields in
 * which the word stands there and where its places begin, counted from a signpost at every
 * thirty-second pair; the places themselves lie apart, in the order of the pairs.
 */
import { bitsOf } from './record-set.ts';
import { NumberWriter } from './bytes.ts';
import type { Sections } from './layout.ts';

/** Places of so many bytes and more begin with their length, written as a number. */
export const LONG = 255;
/** In the byte of an offset that does not fit it: see `farPairs`. */
export const FAR = 255;
export const BLOCK = 65_536;
/** Pairs from one signpost to the next, as a power of two. */
export const SIGNPOST = 5;
/** Numbers of a container in the table: block (upper bit set for bits); where it begins; its first pair. */
export const ENTRY = 3;
export const AS_BITS = 0x80000000;
/** A container with more than one record in so many is kept as bits. */
const MANY = 32;
/** Words of 32 bits from one rank of a bit container to the next, as a power of two. */
export const RANK = 3;

export type RecordSections = Pick<Sections, 'wordContainers' | 'containers' | 'lowHalves' | 'bitmaps' | 'ranks'>;
export type FieldSections = Pick<Sections, 'wordFields' | 'pairFields'>;
export type PlaceSections = Pick<Sections, 'pairOffsets' | 'signposts' | 'farPairs' | 'places'>;
export type PostingSections = RecordSections & FieldSections & PlaceSections;

/** Writes the records of words, word by word, ascending. */
export class PostingsWriter {
	private readonly wordContainers = new NumberWriter();
	private readonly containers = new NumberWriter();
	private lowHalves = new Uint16Array(1 << 14);
	private lowEnd = 0;
	private readonly bitmaps = new NumberWriter();
	private readonly ranks = new NumberWriter();
	private pairs = 0;

	/** @param size records of the collection */
	constructor(private readonly size: number) {}

	/**
	 * Adds the next word.
	 * @param records ascending; `records[from … to)` hold the word
	 */
	word(records: Uint32Array, from: number, to: number): void {
		this.wordContainers.push(this.containers.length / ENTRY);
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
			// Whole groups, so that where the bits begin tells where their ranks do.
			const groups = (room + (32 << RANK) - 1) >>> (5 + RANK);
			const bits = this.bitmaps.more(groups << RANK);
			for (let at = from; at < to; at++) {
				const low = (records[at] as number) & 0xffff;
				bits[low >>> 5] = (bits[low >>> 5] as number) | (1 << (low & 31));
			}
			let before = 0;
			for (let at = 0; at < bits.length; at++) {
				if ((at & ((1 << RANK) - 1)) === 0) this.ranks.push(before);
				before += bitsOf(bits[at] as number);
			}
		} else {
			this.containers.push(block);
			this.containers.push(this.lowEnd);
			if (this.lowEnd + to - from > this.lowHalves.length) {
				const grown = new Uint16Array(Math.max(this.lowHalves.length * 2, this.lowEnd + to - from));
				grown.set(this.lowHalves);
				this.lowHalves = grown;
			}
			const { lowHalves, lowEnd } = this;
			for (let at = from, low = lowEnd; at < to; at++, low++) lowHalves[low] = records[at] as number;
			this.lowEnd = lowEnd + to - from;
		}
		this.containers.push(this.pairs);
		this.pairs += to - from;
	}

	finish(): RecordSections {
		this.wordContainers.push(this.containers.length / ENTRY);
		for (const last of [0, 0, this.pairs]) this.containers.push(last);
		return {
			wordContainers: this.wordContainers.written(),
			containers: this.containers.written(),
			lowHalves: this.lowHalves.subarray(0, this.lowEnd),
			bitmaps: this.bitmaps.written(),
			ranks: Uint16Array.from(this.ranks.written())
		};
	}
}
