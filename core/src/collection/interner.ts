/**
 * Numbers for words, given as they first come: an open hash over their bytes, four at a time,
 * without a string for every token.
 */
import type { PlainWords } from './part.ts';

const encoder = new TextEncoder();

/** 1 for letters and digits of ASCII. */
const JOINS = Uint8Array.from({ length: 256 }, (_, code) => (code < 128 && /[a-z0-9]/i.test(String.fromCharCode(code)) ? 1 : 0));
/** Sets the bit that makes capitals of ASCII small; small letters and digits have it. */
const SMALL = 0x20202020;
/** What counts of the last four bytes of a word, by its length modulo four; low bytes come first. */
const TAIL = [-1, 0xff, 0xffff, 0xffffff];
/** The same of a word's first four bytes and of the four behind them, by its length up to eight: most words are no longer, and none of these needs a loop. */
const FIRST = Int32Array.of(0, 0xff, 0xffff, 0xffffff, -1, -1, -1, -1, -1);
const SECOND = Int32Array.of(0, 0, 0, 0, 0, 0xff, 0xffff, 0xffffff, -1);

const stirred = (hash: number, four: number) => {
	const next = Math.imul(hash ^ four, 0x9e3779b1);
	return next ^ (next >>> 15);
};

/** Slots hold where a word lies in the arena, in 24 bits, and 8 bits of its hash; 0 is free. */
const PLACE = 0xffffff;

const foursOf = (length: number) => Math.max(2, (length + 3) >>> 2);

export class Interner {
	private bytes = new Uint8Array(1 << 16);
	private view = new DataView(this.bytes.buffer);
	/** Per word: its number, its length in bytes, the bytes in whole fours, two at least. The first four are left free, so that no place is 0. */
	private arena = new Int32Array(1 << 14);
	private arenaEnd = 4;
	private places = new Uint32Array(1 << 12);
	/** Never more than half full. */
	private slots = new Uint32Array(1 << 13);
	size = 0;

	/** @param expected words, for which room is made at once */
	constructor(expected = 0) {
		while (expected * 2 > this.slots.length) this.slots = new Uint32Array(this.slots.length * 2);
	}

	/** The number of a folded token. */
	of(token: string): number {
		this.grow(token.length * 3);
		const { written } = encoder.encodeInto(token, this.bytes);
		return this.find(0, written, 0);
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
		bytes[end] = 0;
		let to = from;
		for (let at = 0; at < end; at++) {
			if (JOINS[bytes[at] as number] === 0) continue;
			const start = at++;
			while (JOINS[bytes[at] as number] !== 0) at++;
			into[to++] = this.find(start, at - start, SMALL);
		}
		return to;
	}

	/** The numbers of whole words that lie one behind the other. */
	readAll({ bytes, starts }: PlainWords): Uint32Array {
		const own = this.bytes;
		// Words are read four bytes at a time, also the last.
		this.bytes = new Uint8Array(bytes.length + 8);
		this.bytes.set(bytes);
		this.view = new DataView(this.bytes.buffer);
		const numbers = new Uint32Array(starts.length - 1);
		for (let word = 0; word < numbers.length; word++) {
			const start = starts[word] as number;
			numbers[word] = this.find(start, (starts[word + 1] as number) - start, 0);
		}
		this.bytes = own;
		this.view = new DataView(own.buffer);
		return numbers;
	}

	/** Every word in the order of the numbers. */
	plain(): PlainWords {
		const starts = new Uint32Array(this.size + 1);
		const { arena, places } = this;
		for (let word = 0; word < this.size; word++) starts[word + 1] = (starts[word] as number) + (arena[(places[word] as number) + 1] as number);
		const bytes = new Uint8Array(starts[this.size] as number);
		const all = new Uint8Array(arena.buffer);
		for (let word = 0; word < this.size; word++) {
			const from = ((places[word] as number) + 2) * 4;
			let to = starts[word] as number;
			const end = starts[word + 1] as number;
			for (let at = from; to < end; at++) bytes[to++] = all[at] as number;
		}
		return { bytes, starts };
	}

	private grow(length: number): void {
		if (length + 8 <= this.bytes.length) return;
		this.bytes = new Uint8Array(length * 2 + 8);
		this.view = new DataView(this.bytes.buffer);
	}

	/** The number of the word that lies in `bytes`. @param fold bits set in every byte */
	private find(start: number, length: number, fold: number): number {
		const { view, arena, slots } = this;
		const short = length <= 8;
		const first = (view.getInt32(start, true) | fold) & (short ? (FIRST[length] as number) : -1);
		const second = (view.getInt32(start + 4, true) | fold) & (short ? (SECOND[length] as number) : -1);
		let hash = stirred(stirred(length, first), second);
		if (!short) hash = this.stirredOn(hash, start, length, fold);
		const mask = slots.length - 1;
		const tag = hash & ~PLACE;
		for (let slot = hash & mask; ; slot = (slot + 1) & mask) {
			const held = slots[slot] as number;
			if (held === 0) return this.insert(slot, start, length, fold, tag);
			if (((held ^ tag) & ~PLACE) !== 0) continue;
			const place = held & PLACE;
			if (arena[place + 2] !== first || arena[place + 3] !== second || arena[place + 1] !== length) continue;
			if (short || this.sameRest(place, start, length, fold)) return arena[place] as number;
		}
	}

	/** What of a word lies behind its eighth byte, four bytes at a time. */
	private rest(start: number, length: number, fold: number, at: number): number {
		const four = this.view.getInt32(start + at, true) | fold;
		return at + 4 <= length ? four : four & (TAIL[length & 3] as number);
	}

	private stirredOn(hash: number, start: number, length: number, fold: number): number {
		let all = hash;
		for (let at = 8; at < length; at += 4) all = stirred(all, this.rest(start, length, fold, at));
		return all;
	}

	private sameRest(place: number, start: number, length: number, fold: number): boolean {
		for (let at = 8; at < length; at += 4) if (this.arena[place + 2 + (at >>> 2)] !== this.rest(start, length, fold, at)) return false;
		return true;
	}

	private insert(slot: number, start: number, length: number, fold: number, tag: number): number {
		const word = this.size++;
		const fours = foursOf(length);
		const place = this.arenaEnd;
		if (place + 2 + fours > PLACE) throw new RangeError('A collection with so many different words cannot be indexed in one piece.');
		if (place + 2 + fours > this.arena.length) {
			const arena = new Int32Array(Math.max(this.arena.length * 2, place + 2 + fours));
			arena.set(this.arena);
			this.arena = arena;
		}
		const { arena } = this;
		arena[place] = word;
		arena[place + 1] = length;
		for (let at = 0; at < fours * 4; at += 4) arena[place + 2 + (at >>> 2)] = at < length ? this.rest(start, length, fold, at) : 0;
		if (word === this.places.length) {
			const places = new Uint32Array(word * 2);
			places.set(this.places);
			this.places = places;
		}
		this.places[word] = place;
		this.slots[slot] = (tag | place) >>> 0;
		this.arenaEnd = place + 2 + fours;
		if (this.size * 2 > this.slots.length) this.spread();
		return word;
	}

	/** Twice as many slots; the words are placed anew by their hashes. */
	private spread(): void {
		this.slots = new Uint32Array(this.slots.length * 2);
		const mask = this.slots.length - 1;
		for (let word = 0; word < this.size; word++) {
			const place = this.places[word] as number;
			const length = this.arena[place + 1] as number;
			let hash = length;
			for (let four = 0; four < foursOf(length); four++) hash = stirred(hash, this.arena[place + 2 + four] as number);
			let slot = hash & mask;
			while (this.slots[slot] !== 0) slot = (slot + 1) & mask;
			this.slots[slot] = ((hash & ~PLACE) | place) >>> 0;
		}
	}
}
