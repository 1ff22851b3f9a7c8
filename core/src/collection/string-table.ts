/** Sorted texts in one stretch of bytes: looked up by halving, decoded only when asked for. */
import { ByteWriter } from './bytes.ts';

/** Words: their bytes one after the other; one more start for the end. */
export interface PlainWords {
	readonly bytes: Uint8Array;
	readonly starts: Uint32Array;
}

const decoder = new TextDecoder();
const encoder = new TextEncoder();

/** Every byte as one unit; only those below 128 mean the same as in UTF-8. */
const bytewise = new TextDecoder('latin1');

/** All texts that lie one behind the other in UTF-8. @param starts where each begins; one more for the end */
export function textsIn({ bytes, starts }: { readonly bytes: Uint8Array; readonly starts: Uint32Array }): string[] {
	const units = bytewise.decode(bytes);
	return Array.from({ length: starts.length - 1 }, (_, at) => {
		const [from, to] = [starts[at] as number, starts[at + 1] as number];
		return isAscii(bytes, from, to) ? units.slice(from, to) : decoder.decode(bytes.slice(from, to));
	});
}

function isAscii(bytes: Uint8Array, from: number, to: number): boolean {
	for (let at = from; at < to; at++) if ((bytes[at] as number) > 127) return false;
	return true;
}

export class StringTable {
	/**
	 * @param bytes the texts in UTF-8, one after the other, ascending by UTF-16 units
	 * @param starts where each begins; one more for the end of the last
	 */
	constructor(
		readonly bytes: Uint8Array,
		readonly starts: Uint32Array
	) {}

	/** @param texts ascending, as `sort()` puts them */
	static of(texts: readonly string[]): StringTable {
		const bytes = new ByteWriter();
		const starts = new Uint32Array(texts.length + 1);
		texts.forEach((text, at) => {
			starts[at] = bytes.length;
			bytes.reserve(text.length * 3);
			bytes.length += encoder.encodeInto(text, bytes.bytes.subarray(bytes.length)).written;
		});
		starts[texts.length] = bytes.length;
		return new StringTable(bytes.written(), starts);
	}

	get size(): number {
		return this.starts.length - 1;
	}

	at(number: number): string {
		const from = this.starts[number] ?? 0;
		const to = this.starts[number + 1] ?? from;
		let text = '';
		for (let at = from; at < to; at++) {
			const byte = this.bytes[at] ?? 0;
			// A copy, since decoders refuse memory that is shared.
			if (byte > 127) return decoder.decode(this.bytes.slice(from, to));
			text += String.fromCharCode(byte);
		}
		return text;
	}

	/** The first text that does not sort before this one. */
	firstFrom(text: string): number {
		const wanted = encoder.encode(text);
		if (wanted.length === text.length) return this.firstFromAscii(wanted);
		let low = 0;
		let high = this.size;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if (this.at(middle) < text) low = middle + 1;
			else high = middle;
		}
		return low;
	}

	/** The same by bytes: below 128 they sort as UTF-16 units do, and before all others. */
	private firstFromAscii(wanted: Uint8Array): number {
		const { bytes, starts } = this;
		let low = 0;
		let high = this.size;
		while (low < high) {
			const middle = (low + high) >>> 1;
			const from = starts[middle] as number;
			const length = (starts[middle + 1] as number) - from;
			let at = 0;
			while (at < wanted.length && at < length && bytes[from + at] === wanted[at]) at++;
			const before = at < wanted.length && (at === length || (bytes[from + at] as number) < (wanted[at] as number));
			if (before) low = middle + 1;
			else high = middle;
		}
		return low;
	}

	/** The number of a text; -1 where it is not in the table. */
	find(text: string): number {
		const at = this.firstFrom(text);
		return at < this.size && this.at(at) === text ? at : -1;
	}

	*[Symbol.iterator](): Generator<string> {
		for (let at = 0; at < this.size; at++) yield this.at(at);
	}
}
