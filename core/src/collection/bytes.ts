/** Growing typed arrays, and whole numbers written in as few bytes as they need (seven bits a byte, low ones first). */

/** Writes a number at a place that has room for five bytes; tells the place behind it. */
export function putNumber(bytes: Uint8Array, at: number, value: number): number {
	if (value < 16_384) {
		// One byte or two comes as by chance, so it is not asked but reckoned; a second byte too much is written over.
		const two = (127 - value) >>> 31;
		bytes[at] = (value & 127) | (two << 7);
		bytes[at + 1] = value >>> 7;
		return at + 1 + two;
	}
	let to = at;
	let rest = value;
	while (rest > 127) {
		bytes[to++] = (rest & 127) | 128;
		rest >>>= 7;
	}
	bytes[to++] = rest;
	return to;
}

export class ByteWriter {
	bytes = new Uint8Array(1 << 16);
	length = 0;

	reserve(more: number): void {
		if (this.length + more <= this.bytes.length) return;
		const grown = new Uint8Array(Math.max(this.bytes.length * 2, this.length + more));
		grown.set(this.bytes.subarray(0, this.length));
		this.bytes = grown;
	}

	/** @param value a whole number from 0, below 2³² */
	number(value: number): void {
		this.reserve(5);
		this.length = putNumber(this.bytes, this.length, value);
	}

	byte(value: number): void {
		this.reserve(1);
		this.bytes[this.length++] = value;
	}

	copy(bytes: Uint8Array): void {
		this.reserve(bytes.length);
		this.bytes.set(bytes, this.length);
		this.length += bytes.length;
	}

	written(): Uint8Array {
		return this.bytes.subarray(0, this.length);
	}
}

export class NumberWriter {
	numbers = new Uint32Array(1 << 14);
	length = 0;

	push(value: number): void {
		if (this.length === this.numbers.length) {
			const grown = new Uint32Array(this.numbers.length * 2);
			grown.set(this.numbers);
			this.numbers = grown;
		}
		this.numbers[this.length++] = value;
	}

	/** Room for so many more, all 0, to be filled at once. */
	more(count: number): Uint32Array {
		if (this.length + count > this.numbers.length) {
			const grown = new Uint32Array(Math.max(this.numbers.length * 2, this.length + count));
			grown.set(this.numbers.subarray(0, this.length));
			this.numbers = grown;
		}
		const from = this.length;
		this.length += count;
		return this.numbers.subarray(from, this.length);
	}

	written(): Uint32Array {
		return this.numbers.subarray(0, this.length);
	}
}

/** Reads numbers one after the other. */
export class ByteReader {
	constructor(
		private readonly bytes: Uint8Array,
		public at: number
	) {}

	number(): number {
		let value = 0;
		for (let shift = 0; ; shift += 7) {
			const byte = this.bytes[this.at++] ?? 0;
			value |= (byte & 127) << shift;
			if (byte < 128) return value >>> 0;
		}
	}

	byte(): number {
		return this.bytes[this.at++] ?? 0;
	}
}
