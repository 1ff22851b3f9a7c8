/** Numbers for words, given as they first come: the kernel's open hash over their bytes, without a string for every token. */
import { Kernel } from './kernel.ts';
import type { PlainWords } from './string-table.ts';

const encoder = new TextEncoder();

/** Bytes of 0 behind a text: the kernel reads on. */
const BEYOND = 64;
const SLOT = 16;

export class Interner {
	/** Signs for which there is room, and where the text is, edges, first bytes, hashes and numbers of its words. */
	private signs = 0;
	private text = 0;
	private edges = 0;
	private keys = 0;
	private hashes = 0;
	private numbers = 0;
	/** Views of the text and the numbers; void once the kernel's memory has grown. */
	private textView: Uint8Array = new Uint8Array(0);
	private numbersView: Uint32Array = new Uint32Array(0);
	private slots: number;
	/** Bytes of words, and words, for which there is room. */
	private bytesRoom = 1 << 14;
	private wordsRoom = 1 << 10;
	private bytesAt: number;
	private startsAt: number;

	constructor(private readonly kernel: Kernel = Kernel.take()) {
		this.slots = 1 << 10;
		this.bytesAt = kernel.room(this.bytesRoom);
		this.startsAt = kernel.room(this.wordsRoom * 4);
		kernel.numbers(this.startsAt, 1)[0] = 0;
		kernel.does.begin();
		kernel.does.keep(this.bytesAt, this.startsAt);
		kernel.does.spread(kernel.room(this.slots * SLOT), this.slots - 1);
		this.roomForText(1 << 10);
	}

	get size(): number {
		return this.kernel.does.words();
	}

	/** The number of a folded token. */
	of(token: string): number {
		const end = this.encode(token);
		this.roomForWords(1, end);
		return this.kernel.does.single(this.text, end);
	}

	/**
	 * Takes the words of a text that is all ASCII: runs of letters and digits, folded.
	 * @param into the number of each word is written here, in order; must have room for one word every two characters
	 * @returns where writing ended; -1 where the text is not all ASCII, and nothing was taken
	 */
	readAscii(text: string, into: Uint32Array, from: number): number {
		const end = this.encode(text);
		if (end !== text.length) return -1;
		this.roomForWords((end + 1) >>> 1, end);
		const count = this.kernel.does.read(this.text, end, this.edges, this.keys, this.hashes, this.numbers);
		into.set(this.views().numbers.subarray(0, count), from);
		return from + count;
	}

	/** Every word in the order of the numbers. */
	plain(): PlainWords {
		const starts = this.kernel.numbers(this.startsAt, this.size + 1).slice();
		return { bytes: this.kernel.bytes(this.bytesAt, starts[this.size] as number).slice(), starts };
	}

	/** @returns the bytes that the text takes */
	private encode(text: string): number {
		if (text.length > this.signs) this.roomForText(text.length * 2);
		const { textView } = this.views();
		const { written } = encoder.encodeInto(text, textView);
		textView.fill(0, written, written + BEYOND);
		return written;
	}

	private views(): { readonly textView: Uint8Array; readonly numbers: Uint32Array } {
		if (this.textView.length === 0) {
			this.textView = this.kernel.bytes(this.text, this.signs * 3 + BEYOND);
			this.numbersView = this.kernel.numbers(this.numbers, this.signs / 2 + 1);
		}
		return { textView: this.textView, numbers: this.numbersView };
	}

	private roomForText(signs: number): void {
		const { kernel } = this;
		this.signs = signs & ~1;
		this.text = kernel.room(signs * 3 + BEYOND);
		this.edges = kernel.room(signs * 4 + 16);
		this.keys = kernel.room(signs * 4 + 8);
		this.hashes = kernel.room(signs * 2 + 4);
		this.numbers = kernel.room(signs * 2 + 4);
		this.textView = new Uint8Array(0);
	}

	/** @param words that may come, at most, in so many bytes */
	private roomForWords(words: number, bytes: number): void {
		const { kernel, size } = this;
		if (size + words >= this.wordsRoom) {
			this.wordsRoom = (size + words) * 2;
			this.startsAt = this.moved(this.startsAt, (size + 1) * 4, this.wordsRoom * 4);
		}
		const taken = kernel.numbers(this.startsAt + size * 4, 1)[0] as number;
		if (taken + bytes > this.bytesRoom) {
			this.bytesRoom = (taken + bytes) * 2;
			this.bytesAt = this.moved(this.bytesAt, taken, this.bytesRoom);
		}
		// Never more than three quarters full.
		if ((size + words) * 4 > this.slots * 3) {
			while ((size + words) * 4 > this.slots * 3) this.slots *= 2;
			kernel.does.spread(kernel.room(this.slots * SLOT), this.slots - 1);
			this.textView = new Uint8Array(0);
		}
	}

	private moved(from: number, bytes: number, room: number): number {
		const { kernel } = this;
		const to = kernel.room(room);
		kernel.bytes(to, bytes).set(kernel.bytes(from, bytes));
		this.textView = new Uint8Array(0);
		if (from === this.startsAt) kernel.does.keep(this.bytesAt, to);
		else kernel.does.keep(to, this.startsAt);
		return to;
	}
}
