/**
 * Which records have a value: headings with their main flag and qualifiers, entries of language,
 * type and age, identifiers. Values are a string table; each has its records in one stretch of bytes.
 */
import { ByteReader, ByteWriter } from './bytes.ts';
import { StringTable } from './string-table.ts';

/** Identifiers compare trimmed and without case (notation.md, section 6). */
export const normalIdentifier = (value: string) => value.trim().toLowerCase();

/** The number of a record that does not stay where an index is added to. */
export const LEFT_OUT = 0xffffffff;

/** One row: a record that has the value, and for headings how it was assigned. */
export interface Assignment {
	readonly record: number;
	readonly main: boolean;
	/** Numbers of its qualifiers in the index's own list. */
	readonly qualifiers: readonly number[];
}

export interface AttributeParts {
	readonly values: StringTable;
	/** Where the rows of each value begin; one more for the end. */
	readonly starts: Uint32Array;
	/** Per row: difference to the record before, and, where there is more, `1 + 2 × qualifiers + main`. */
	readonly rows: Uint8Array;
}

/** A value's rows while they are gathered: flat, `record, flags, qualifier …`. */
export class AttributeBuilder {
	private readonly rows = new Map<string, number[]>();

	/** Records must come ascending for each value. */
	add(value: string, record: number, main = false, qualifiers: readonly number[] = []): void {
		let row = this.rows.get(value);
		if (!row) this.rows.set(value, (row = []));
		row.push(record, qualifiers.length * 2 + (main ? 1 : 0), ...qualifiers);
	}

	/** Adds all that another has. @param numbers by its records' numbers: those here, or {@link LEFT_OUT} */
	take(all: Attributes, numbers: Uint32Array): void {
		for (let number = 0; number < all.values.size; number++) {
			const value = all.values.at(number);
			for (const { record, main, qualifiers } of all.rows(number)) {
				const here = numbers[record] as number;
				if (here !== LEFT_OUT) this.add(value, here, main, qualifiers);
			}
		}
	}

	/** The numbers of all qualifiers that are used. */
	qualifiers(): ReadonlySet<number> {
		const used = new Set<number>();
		for (const row of this.rows.values())
			for (let at = 1; at < row.length; at += 2)
				for (let left = (row[at] ?? 0) >>> 1; left > 0; left--) used.add(row[++at] ?? 0);
		return used;
	}

	/** @param qualifiers by the numbers that they were added with: those that are written */
	finish(qualifiers: Uint32Array = new Uint32Array()): AttributeParts {
		const values = [...this.rows.keys()].sort();
		const starts = new Uint32Array(values.length + 1);
		const bytes = new ByteWriter();
		values.forEach((value, number) => {
			starts[number] = bytes.length;
			const row = this.rows.get(value) ?? [];
			let last = 0;
			for (let at = 0; at < row.length;) {
				const record = row[at++] ?? 0;
				const flags = row[at++] ?? 0;
				bytes.number(record - last);
				bytes.number(flags);
				for (let left = flags >>> 1; left > 0; left--) bytes.number(qualifiers[row[at++] ?? 0] ?? 0);
				last = record;
			}
		});
		starts[values.length] = bytes.length;
		return { values: StringTable.of(values), starts, rows: bytes.written() };
	}
}

/** The numbers of texts in ascending order; equal texts keep their own. */
function sortedNumbers(texts: readonly string[]): number[] {
	return Array.from(texts.keys()).sort((a, b) => {
		const [left, right] = [texts[a] as string, texts[b] as string];
		return left < right ? -1 : left > right ? 1 : a - b;
	});
}

/** The same for identifiers, which nearly all have one record: no list for each. */
export class IdentifierBuilder {
	private readonly values: string[] = [];
	private readonly records: number[] = [];

	add(value: string, record: number): void {
		this.values.push(value);
		this.records.push(record);
	}

	/** Adds all that another has. @param numbers by its records' numbers: those here, or {@link LEFT_OUT} */
	take(all: Attributes, numbers: Uint32Array): void {
		for (let number = 0; number < all.values.size; number++) {
			const value = all.values.at(number);
			for (const { record } of all.rows(number)) {
				const here = numbers[record] as number;
				if (here !== LEFT_OUT) this.add(value, here);
			}
		}
	}

	finish(): AttributeParts {
		const rows = new ByteWriter();
		const starts: number[] = [];
		const names: string[] = [];
		let last = 0;
		for (const number of sortedNumbers(this.values)) {
			const value = this.values[number] ?? '';
			const record = this.records[number] ?? 0;
			if (names.length === 0 || names.at(-1) !== value) {
				names.push(value);
				starts.push(rows.length);
				last = 0;
			} else if (record === last) continue;
			rows.number(record - last);
			rows.number(0);
			last = record;
		}
		starts.push(rows.length);
		return { values: StringTable.of(names), starts: Uint32Array.from(starts), rows: rows.written() };
	}
}

export class Attributes {
	constructor(readonly parts: AttributeParts) {}

	get values(): StringTable {
		return this.parts.values;
	}

	/** The rows of a value by its name; none where nobody has it. */
	of(value: string): Generator<Assignment> {
		return this.rows(this.parts.values.find(value));
	}

	/** The rows of the n-th value. */
	*rows(number: number): Generator<Assignment> {
		if (number < 0) return;
		const { starts, rows } = this.parts;
		const reader = new ByteReader(rows, starts[number] ?? 0);
		const end = starts[number + 1] ?? 0;
		let record = 0;
		while (reader.at < end) {
			record += reader.number();
			const flags = reader.number();
			const qualifiers: number[] = [];
			for (let left = flags >>> 1; left > 0; left--) qualifiers.push(reader.number());
			yield { record, main: (flags & 1) === 1, qualifiers };
		}
	}
}
