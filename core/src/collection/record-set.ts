/** A set of the records of one collection: one bit each, so that joining sets is joining words. */
export class RecordSet {
	private constructor(
		/** Number of records in the collection. */
		readonly size: number,
		/** Bit `record & 31` of word `record >>> 5`; bits behind the last record are 0. */
		readonly bits: Uint32Array
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

	/** A set made of its bits, which are taken over and not copied. */
	static from(size: number, bits: Uint32Array): RecordSet {
		return new RecordSet(size, bits);
	}

	/** Only for building: a set that has been handed on is not changed any more. */
	add(record: number): void {
		const word = record >>> 5;
		this.bits[word] = (this.bits[word] ?? 0) | (1 << (record & 31));
	}

	/** Only for building: takes one record out. */
	drop(record: number): void {
		const word = record >>> 5;
		this.bits[word] = (this.bits[word] ?? 0) & ~(1 << (record & 31));
	}

	/** Only for building: takes in all records of another set. */
	addAll(other: RecordSet): void {
		const { bits } = this;
		const more = other.bits;
		for (let word = 0; word < bits.length; word++) bits[word] = (bits[word] as number) | (more[word] as number);
	}

	/** Only for building: keeps what another set has, too. */
	keepOnly(other: RecordSet): void {
		const { bits } = this;
		const more = other.bits;
		for (let word = 0; word < bits.length; word++) bits[word] = (bits[word] as number) & (more[word] as number);
	}

	/** Only for building: takes out all records of another set. */
	removeAll(other: RecordSet): void {
		const { bits } = this;
		const more = other.bits;
		for (let word = 0; word < bits.length; word++) bits[word] = (bits[word] as number) & ~(more[word] as number);
	}

	/** A set of its own with the same records. */
	copy(): RecordSet {
		return new RecordSet(this.size, this.bits.slice());
	}

	has(record: number): boolean {
		return (((this.bits[record >>> 5] ?? 0) >>> (record & 31)) & 1) === 1;
	}

	and(other: RecordSet): RecordSet {
		const both = this.copy();
		both.keepOnly(other);
		return both;
	}

	or(other: RecordSet): RecordSet {
		const joined = this.copy();
		joined.addAll(other);
		return joined;
	}

	without(other: RecordSet): RecordSet {
		const rest = this.copy();
		rest.removeAll(other);
		return rest;
	}

	not(): RecordSet {
		const bits = this.bits.map((word) => ~word);
		const rest = this.size & 31;
		const last = bits.length - 1;
		if (rest !== 0) bits[last] = (bits[last] ?? 0) & ((1 << rest) - 1);
		return new RecordSet(this.size, bits);
	}

	count(): number {
		return countBits(this.bits);
	}

	isEmpty(): boolean {
		for (let word = 0; word < this.bits.length; word++) if (this.bits[word] !== 0) return false;
		return true;
	}

	/** How many records both sets hold. */
	countWith(other: RecordSet): number {
		let count = 0;
		for (let word = 0; word < this.bits.length; word++)
			count += bitsOf((this.bits[word] as number) & (other.bits[word] as number));
		return count;
	}

	/** Writes the records that both sets hold down, ascending; tells how many. @param into must have room for all */
	listWith(other: RecordSet, into: Uint32Array): number {
		const { bits } = this;
		const more = other.bits;
		let count = 0;
		for (let word = 0; word < bits.length; word++)
			for (let left = (bits[word] as number) & (more[word] as number); left !== 0; left &= left - 1)
				into[count++] = (word << 5) + (31 - Math.clz32(left & -left));
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

/** Bits of one word, by adding them up in pairs, fours and eights. */
export function bitsOf(word: number): number {
	let bits = word - ((word >>> 1) & 0x55555555);
	bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
	return Math.imul((bits + (bits >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

function countBits(words: Uint32Array): number {
	let count = 0;
	for (let at = 0; at < words.length; at++) count += bitsOf(words[at] as number);
	return count;
}
