/**
 * Numbers for words, given as they first come: an open hash over their bytes, without a string for
 * every token. A text is taken in passes, each over all of its words: so none of them waits for a
 * letter to decide where to go on, and the memory of many words is fetched at once.
 */
import type { PlainWords } from './part.ts';

const encoder = new TextEncoder();

/** Sets the bit that makes capitals of ASCII small; small letters and digits have it. */
const SMALL = 0x20202020;
/** Bytes of a word that stand in its slot; most words are no longer. */
const INLINE = 8;
/** What counts of a word's first four bytes and of the four behind them, by its length; low bytes come first. */
const FIRST = Int32Array.of(0, 0xff, 0xffff, 0xffffff, -1, -1, -1, -1, -1);
const SECOND = Int32Array.of(0, 0, 0, 0, 0, 0xff, 0xffff, 0xffffff, -1);
/** What counts of the last four bytes, by the length modulo four. */
const TAIL = [-1, 0xff, 0xffff, 0xffffff];

const stirred = (hash: number, four: number) => {
	const next = Math.imul(hash ^ four, 0x9e3779b1);
	return next ^ (next >>> 15);
};

/** Numbers of a slot: the word's first four bytes and the next, its length (0 where the slot is free), its number. */
const SLOT = 2;
/** Bytes behind a text that may be read with it. */
const BEYOND = 64;

export class Interner {
	/** The text that is being read. */
	private bytes = new Uint8Array(1 << 14);
	private fours = new Int32Array(this.bytes.buffer);
	private view = new DataView(this.bytes.buffer);
	/** Of the words of the text: where they begin and end, in turn; first bytes, lengths, hashes. */
	private edges = new Uint32Array(1 << 14);
	private firsts = new Int32Array(1 << 13);
	private seconds = new Int32Array(1 << 13);
	private lengths = new Int32Array(1 << 13);
	private hashes = new Int32Array(1 << 13);
	/** Never more than three quarters full. */
	private slots = new Int32Array(1 << 12);
	/** The bytes of all words, one behind the other, and where each begins; one more for the end. */
	private all = new Uint8Array(1 << 14);
	private allView = new DataView(this.all.buffer);
	private starts = new Uint32Array(1 << 10);
	size = 0;
	/** Keeps the pass that only fetches memory from being left out. */
	fetched = 0;

	/** The number of a folded token. */
	of(token: string): number {
		this.grow(token.length * 3);
		const { bytes, edges } = this;
		const { written } = encoder.encodeInto(token, bytes);
		bytes.fill(0, written, written + INLINE);
		edges[0] = 0;
		edges[1] = written;
		this.hash(1, 0);
		return this.find(0, 0);
	}

	/**
	 * Takes the words of a text that is all ASCII: runs of letters and digits, folded.
	 * @param into the number of each word is written here, in order; must have room for one word every two characters
	 * @returns where writing ended; -1 where the text is not all ASCII, and nothing was taken
	 */
	readAscii(text: string, into: Uint32Array, from: number): number {
		this.grow(text.length * 3);
		const { bytes } = this;
		const end = encoder.encodeInto(text, bytes).written;
		if (end !== text.length) return -1;
		bytes.fill(0, end, end + BEYOND);
		const count = this.cut(end);
		this.hash(count, SMALL);
		this.fetch(count);
		this.number(count, into, from);
		return from + count;
	}

	/** Every word in the order of the numbers. */
	plain(): PlainWords {
		const starts = this.starts.slice(0, this.size + 1);
		return { bytes: this.all.slice(0, starts[this.size]), starts };
	}

	private grow(length: number): void {
		if (length + BEYOND > this.bytes.length) {
			this.bytes = new Uint8Array((length * 2 + BEYOND + 3) & ~3);
			this.fours = new Int32Array(this.bytes.buffer);
			this.view = new DataView(this.bytes.buffer);
		}
		if (length + 2 > this.edges.length) {
			this.edges = new Uint32Array(length * 2 + 2);
			for (const name of ['firsts', 'seconds', 'lengths', 'hashes'] as const) this[name] = new Int32Array(length + 1);
		}
	}

	/**
	 * Finds the words, 32 bytes at a time. In each byte of four, a sum sets the upper bit where the byte is not below a letter or
	 * digit (all bytes are below 128, so that no sum carries over); these bits are gathered, and where two in a row differ, a word
	 * begins or ends.
	 * @returns how many words
	 */
	private cut(end: number): number {
		const { fours, edges } = this;
		let to = 0;
		let before = 0;
		for (let base = 0; base <= end; base += 32) {
			let joins = 0;
			for (let at = 0; at < 8; at++) {
				const four = fours[(base >>> 2) + at] as number;
				const small = four | SMALL;
				const letters = (small + (0x80 - 0x61) * 0x01010101) & ~(small + (0x80 - 0x7b) * 0x01010101);
				const digits = (four + (0x80 - 0x30) * 0x01010101) & ~(four + (0x80 - 0x3a) * 0x01010101);
				joins |= (Math.imul(((letters | digits) & 0x80808080) >>> 7, 0x10204080) >>> 28) << (at * 4);
			}
			let changes = joins ^ ((joins << 1) | before);
			before = joins >>> 31;
			while (changes !== 0) {
				edges[to++] = base + 31 - Math.clz32(changes & -changes);
				changes &= changes - 1;
			}
		}
		return to >>> 1;
	}

	/** @param fold bits set in every byte */
	private hash(count: number, fold: number): void {
		const { view, edges, firsts, seconds, lengths, hashes } = this;
		for (let word = 0; word < count; word++) {
			const start = edges[word * 2] as number;
			const length = (edges[word * 2 + 1] as number) - start;
			const inline = length > INLINE ? INLINE : length;
			const first = (view.getInt32(start, true) | fold) & (FIRST[inline] as number);
			const second = (view.getInt32(start + 4, true) | fold) & (SECOND[inline] as number);
			const hash = stirred(stirred(length, first), second);
			firsts[word] = first;
			seconds[word] = second;
			lengths[word] = length;
			hashes[word] = length > INLINE ? stirredOn(hash, view, start, length, fold) : hash;
		}
	}

	/** Looks at the slots without needing what they hold, so that nothing waits for it. */
	private fetch(count: number): void {
		const { slots, hashes } = this;
		const mask = (slots.length >>> SLOT) - 1;
		let all = 0;
		for (let word = 0; word < count; word++) all ^= slots[((hashes[word] as number) & mask) << SLOT] as number;
		this.fetched = all;
	}

	private number(count: number, into: Uint32Array, from: number): void {
		const { firsts, seconds, lengths, hashes } = this;
		let { slots } = this;
		let mask = (slots.length >>> SLOT) - 1;
		for (let word = 0; word < count; word++) {
			const slot = ((hashes[word] as number) & mask) << SLOT;
			const length = lengths[word] as number;
			if (slots[slot] === firsts[word] && slots[slot + 1] === seconds[word] && slots[slot + 2] === length && length <= INLINE)
				into[from + word] = slots[slot + 3] as number;
			else {
				into[from + word] = this.find(word, SMALL);
				if (slots !== this.slots) {
					slots = this.slots;
					mask = (slots.length >>> SLOT) - 1;
				}
			}
		}
	}

	/** The number of one word of the text, wherever its slot is. */
	private find(word: number, fold: number): number {
		const { slots } = this;
		const mask = (slots.length >>> SLOT) - 1;
		const first = this.firsts[word] as number;
		const second = this.seconds[word] as number;
		const length = this.lengths[word] as number;
		for (let place = (this.hashes[word] as number) & mask; ; place = (place + 1) & mask) {
			const slot = place << SLOT;
			if (slots[slot + 2] === 0) return this.insert(slot, word, fold);
			if (slots[slot] !== first || slots[slot + 1] !== second || slots[slot + 2] !== length) continue;
			const known = slots[slot + 3] as number;
			if (length <= INLINE || this.sameRest(known, word, fold)) return known;
		}
	}

	/** Compares what lies behind the bytes in the slot. */
	private sameRest(known: number, word: number, fold: number): boolean {
		const start = this.edges[word * 2] as number;
		const other = this.starts[known] as number;
		const length = this.lengths[word] as number;
		for (let at = INLINE; at < length; at++) if (((this.bytes[start + at] as number) | (fold & 0xff)) !== this.all[other + at]) return false;
		return true;
	}

	private insert(slot: number, word: number, fold: number): number {
		const number = this.size++;
		const length = this.lengths[word] as number;
		const to = this.starts[number] as number;
		// Words are read four bytes at a time, also the last.
		if (to + length + INLINE > this.all.length) {
			const all = new Uint8Array((to + length) * 2 + INLINE);
			all.set(this.all);
			this.all = all;
			this.allView = new DataView(all.buffer);
		}
		if (number + 2 > this.starts.length) {
			const starts = new Uint32Array(number * 2 + 2);
			starts.set(this.starts);
			this.starts = starts;
		}
		const { slots, all, bytes } = this;
		const start = this.edges[word * 2] as number;
		for (let at = 0; at < length; at++) all[to + at] = (bytes[start + at] as number) | (fold & 0xff);
		this.starts[number + 1] = to + length;
		slots[slot] = this.firsts[word] as number;
		slots[slot + 1] = this.seconds[word] as number;
		slots[slot + 2] = length;
		slots[slot + 3] = number;
		if (this.size * 16 > slots.length * 3) this.spread();
		return number;
	}

	/** Twice as many slots; the words are placed anew by their hashes, first those that came first. */
	private spread(): void {
		const slots = new Int32Array(this.slots.length * 2);
		const mask = (slots.length >>> SLOT) - 1;
		const { starts, allView } = this;
		for (let word = 0; word < this.size; word++) {
			const start = starts[word] as number;
			const length = (starts[word + 1] as number) - start;
			const inline = Math.min(length, INLINE);
			const first = allView.getInt32(start, true) & (FIRST[inline] as number);
			const second = allView.getInt32(start + 4, true) & (SECOND[inline] as number);
			const hash = stirred(stirred(length, first), second);
			let slot = ((length > INLINE ? stirredOn(hash, allView, start, length, 0) : hash) & mask) << SLOT;
			while (slots[slot + 2] !== 0) slot = (slot + (1 << SLOT)) & (slots.length - 1);
			slots[slot] = first;
			slots[slot + 1] = second;
			slots[slot + 2] = length;
			slots[slot + 3] = word;
		}
		this.slots = slots;
	}
}

/** The hash of a word with what lies behind its first eight bytes, four at a time. */
function stirredOn(hash: number, view: DataView, start: number, length: number, fold: number): number {
	let all = hash;
	for (let at = INLINE; at < length; at += 4) {
		const four = view.getInt32(start + at, true) | fold;
		all = stirred(all, at + 4 <= length ? four : four & (TAIL[length & 3] as number));
	}
	return all;
}
