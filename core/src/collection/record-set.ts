/** A set of the records of one collection: one bit each, so that joining sets is joining words. */
export class RecordSet {
	private constructor(
		/** Number of records in the collection. */
		readonly size: number,
		private readonly bits: Uint32Array
	) {}

	static none(size: number): RecordSet {
		return new RecordSet(size, new Uint32Array((size + 31) >>> 5));
	}

	static all(size: number): RecordSet {
		return RecordSet.none(size).not();
	}

	static of(size: number, records: Iterable<number>): RecordSet {
		const set = RecordSet.none(size);
		for (const record of records) set.add(record);
		return set;
	}

	/** Only for building: a set that has been handed on is not changed any more. */
	add(record: number): void {
		const word = record >>> 5;
		this.bits[word] = (this.bits[word] ?? 0) | (1 << (record & 31));
	}

	has(record: number): boolean {
		return (((this.bits[record >>> 5] ?? 0) >>> (record & 31)) & 1) === 1;
	}

	and(other: RecordSet): RecordSet {
		return this.combine(other, (a, b) => a & b);
	}

	or(other: RecordSet): RecordSet {
		return this.combine(other, (a, b) => a | b);
	}

	without(other: RecordSet): RecordSet {
		return this.combine(other, (a, b) => a & ~b);
	}

	not(): RecordSet {
		const bits = this.bits.map((word) => ~word);
		const rest = this.size & 31;
		const last = bits.length - 1;
		if (rest !== 0) bits[last] = (bits[last] ?? 0) & ((1 << rest) - 1);
		return new RecordSet(this.size, bits);
	}

	private combine(other: RecordSet, join: (a: number, b: number) => number): RecordSet {
		const bits = new Uint32Array(this.bits.length);
		for (let word = 0; word < bits.length; word++) bits[word] = join(this.bits[word] ?? 0, other.bits[word] ?? 0);
		return new RecordSet(this.size, bits);
	}

	count(): number {
		let count = 0;
		for (const word of this.bits) {
			let bits = word - ((word >>> 1) & 0x55555555);
			bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
			count += (((bits + (bits >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
		}
		return count;
	}

	*[Symbol.iterator](): Generator<number> {
		for (let word = 0; word < this.bits.length; word++) {
			let bits = this.bits[word] ?? 0;
			while (bits !== 0) {
				const lowest = bits & -bits;
				yield (word << 5) + (31 - Math.clz32(lowest));
				bits ^= lowest;
			}
		}
	}
}
