/**
 * From the parts of a collection to its index. Joining is in two halves that need little of each
 * other, so that two threads can share it: words and places; pairs and everything else.
 */
import { Attributes, AttributeBuilder, type AttributeParts } from './attributes.ts';
import { ByteReader, ByteWriter } from './bytes.ts';
import { CollectionIndex } from './collection-index.ts';
import { inPieces, Kernel } from './kernel.ts';
import { seal } from './layout.ts';
import type { IndexPart, PartRecords, PlainAttributes, PlainWords, StretchPairs, StretchPlaces } from './part.ts';
import { PostingsWriter, SIGNPOST, type FieldSections, type PlaceSections } from './postings-writer.ts';
import { RecordSet } from './record-set.ts';
import { attributeSections, bytesOf, factsSection, wordSections } from './sealing.ts';
import { StringTable } from './string-table.ts';
import { triplesOf } from './word-list.ts';

export interface JoinedWords {
	/** Every word of any part, ascending. */
	readonly table: StringTable;
	/** By part, and by a word's number in the table: its number in the part; {@link NONE} where the part does not have it. */
	readonly owns: readonly Int32Array[];
}

const NONE = -1;

/** Parts joined in this thread alone. */
export function joinedParts(parts: readonly IndexPart[], madeFrom: string): CollectionIndex {
	const words = joinedWords(parts.map((part) => part.words));
	const kernel = Kernel.take();
	const own = {
		...new RecordJoiner(parts, madeFrom).join(words),
		...wordSections(words.table, kernel),
		...triplesOf(words.table)
	};
	// Last, since the kernel holds them.
	const places = joinedPlaces(
		parts.map((part) => part.places),
		words,
		kernel
	);
	const buffer = seal({ ...own, ...places });
	kernel.free();
	return CollectionIndex.sealed(buffer);
}

/** @param parts each ascending */
export function joinedWords(parts: readonly PlainWords[]): JoinedWords {
	const room = parts.reduce((sum, part) => sum + part.starts.length, 0);
	const owns = parts.map(() => new Int32Array(room).fill(NONE));
	const starts = new Uint32Array(room);
	const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.bytes.length, 0));
	const next = parts.map(() => 0);
	let words = 0;
	let end = 0;
	for (;;) {
		let least = NONE;
		for (let part = 0; part < parts.length; part++) {
			const { starts: own } = parts[part] as PlainWords;
			if ((next[part] as number) + 1 >= own.length) continue;
			const order =
				least === NONE
					? -1
					: compared(
							parts[part] as PlainWords,
							next[part] as number,
							parts[least] as PlainWords,
							next[least] as number
						);
			if (order > 0) continue;
			// Another is less, so that those before do not have the least after all.
			if (order < 0) for (let before = 0; before < part; before++) (owns[before] as Int32Array)[words] = NONE;
			(owns[part] as Int32Array)[words] = next[part] as number;
			if (order < 0) least = part;
		}
		if (least === NONE) break;
		const from = parts[least] as PlainWords;
		const stop = from.starts[(next[least] as number) + 1] as number;
		for (let at = from.starts[next[least] as number] as number; at < stop; at++)
			bytes[end++] = from.bytes[at] as number;
		for (let part = 0; part < parts.length; part++)
			if ((owns[part] as Int32Array)[words] !== NONE) next[part] = (next[part] as number) + 1;
		starts[++words] = end;
	}
	return {
		table: new StringTable(bytes.slice(0, end), starts.slice(0, words + 1)),
		owns: owns.map((own) => own.slice(0, words))
	};
}

/** Below 0 where the first word sorts before the second, by UTF-16 units; 0 where they are the same. */
function compared(left: PlainWords, a: number, right: PlainWords, b: number): number {
	const [from, other] = [left.starts[a] as number, right.starts[b] as number];
	const [length, otherLength] = [(left.starts[a + 1] as number) - from, (right.starts[b + 1] as number) - other];
	const shared = Math.min(length, otherLength);
	for (let at = 0; at < shared; at++) {
		const [own, its] = [left.bytes[from + at] as number, right.bytes[other + at] as number];
		if (own !== its) return rank(own) - rank(its);
	}
	return length - otherLength;
}

/** Signs of four bytes are two units from 0xD800, and so come before those of three bytes that begin with 0xEE and 0xEF. */
const rank = (byte: number) => (byte === 0xee || byte === 0xef ? byte + 0x10 : byte);

/**
 * The fields and places of all pairs, in the order of the table's words, and where each pair's begin.
 * @param parts of each, its stretches
 * @param kernel in whose memory they are, until it is given back
 */
export function joinedPlaces(
	parts: readonly (readonly StretchPlaces[])[],
	{ table, owns }: JoinedWords,
	kernel: Kernel
): FieldSections & PlaceSections {
	const stretches = parts.flatMap((some, part) => some.map((one) => ({ one, part })));
	const sum = (of: (one: StretchPlaces) => number) => stretches.reduce((all, { one }) => all + of(one), 0);
	const pairs = sum((one) => one.lengths.length);
	const length = sum((one) => one.bytes.length);
	const given = owns.map((own) => kernel.given(own));
	const sources = kernel.given(
		Uint32Array.from(
			stretches.flatMap(({ one, part }) => [
				given[part] as number,
				kernel.given(one.starts),
				kernel.given(one.pairStarts),
				kernel.givenBytes(one.bytes),
				kernel.givenBytes(one.lengths),
				kernel.givenBytes(one.fields)
			])
		)
	);
	const [places, fields, wordFields] = [kernel.room(length), kernel.room(pairs), kernel.room(table.size)];
	const posts = (pairs >>> SIGNPOST) + 1;
	// A far pair takes eight bytes; thirty-one at most are far between two signposts, and only where more than 255 bytes of places lie there.
	const far = kernel.room(length + 512);
	const [offsets, signposts] = [kernel.room(pairs + 1), kernel.room(posts * 4)];
	const { does } = kernel;
	does.beginJoining(far);
	inPieces(table.size, 1 << 10, (from, end) => {
		does.join(from, end, sources, stretches.length, places, fields, wordFields, offsets, signposts);
	});
	does.endJoining(offsets, signposts);
	return {
		pairFields: kernel.bytes(fields, pairs),
		wordFields: kernel.bytes(wordFields, table.size),
		pairOffsets: kernel.bytes(offsets, pairs + 1),
		signposts: kernel.numbers(signposts, posts),
		farPairs: kernel.numbers(far, (does.joinedFars() - far) / 4),
		places: kernel.bytes(places, does.joinedBytes())
	};
}

/** What one thread does while another joins words, fields and places: first what needs no words, then the records of each. */
export class RecordJoiner {
	private readonly bases: readonly number[];
	private readonly size: number;
	private readonly rest;

	constructor(
		private readonly parts: readonly { readonly pairs: readonly StretchPairs[]; readonly records: PartRecords }[],
		madeFrom: string
	) {
		const byRecord = parts.map((part) => part.records);
		const bases = basesOf(byRecord.map((part) => part.size));
		const size = bases.at(-1) ?? 0;
		[this.bases, this.size] = [bases, size];
		const qualifiers = [...new Set(byRecord.flatMap((part) => part.qualifiers))];
		const wide = byRecord.some((part) => part.entryPlaces.some((place) => place > 0xffff));
		const tokens = byRecord.reduce((sum, part) => sum + part.tokens, 0);
		const attributes = (of: (part: PartRecords) => PlainAttributes) =>
			joinedAttributes(
				byRecord.map((part, at) => ({
					table: of(part),
					base: bases[at] ?? 0,
					qualifiers: part.qualifiers.map((name) => qualifiers.indexOf(name))
				}))
			);
		const entryBases = basesOf(byRecord.map((part) => part.entryFields.length));
		const entryPlaces = joined(byRecord.map((part) => part.entryPlaces));
		const listed = (of: (part: PartRecords) => Uint32Array) => RecordSet.of(size, joined(byRecord.map(of), bases)).bits;
		this.rest = {
			...factsSection({ size, tokens, qualifiers, placeWidth: wide ? 4 : 2, madeFrom }),
			entryStarts: joined([...byRecord.map((part) => part.entryStarts), Uint32Array.of(0)], entryBases),
			entryPlaces: bytesOf(wide ? entryPlaces : Uint16Array.from(entryPlaces)),
			entryFields: joinedBytes(byRecord.map((part) => part.entryFields)),
			...attributeSections({
				headings: attributes((part) => part.headings),
				values: attributes((part) => part.values),
				identifiers: attributes((part) => part.identifiers)
			}),
			years: Int16Array.from(byRecord.flatMap((part) => Array.from(part.years))),
			lengths: joined(byRecord.map((part) => part.lengths)),
			entered: joined(byRecord.map((part) => part.entered)),
			withAbstract: listed((part) => part.withAbstract),
			withHeadings: listed((part) => part.withHeadings)
		};
	}

	/** @returns all sections but those of {@link joinedPlaces} and of the words */
	join({ table, owns }: JoinedWords) {
		const { parts, bases } = this;
		/** Of one word. */
		const records = new Uint32Array(this.size);
		const writer = new PostingsWriter(this.size);
		for (let word = 0; word < table.size; word++) {
			let count = 0;
			for (let part = 0; part < parts.length; part++) {
				const own = (owns[part] as Int32Array)[word] as number;
				if (own === NONE) continue;
				const stretches = (parts[part] as (typeof parts)[number]).pairs;
				for (let stretch = 0; stretch < stretches.length; stretch++) {
					const one = stretches[stretch] as StretchPairs;
					count = copiedRecords(
						one.records,
						one.starts[own] as number,
						one.starts[own + 1] as number,
						bases[part] as number,
						records,
						count
					);
				}
			}
			writer.word(records, 0, count);
		}
		return { ...writer.finish(), ...this.rest };
	}
}

/** @returns where they end in `into` */
function copiedRecords(
	from: Uint32Array,
	start: number,
	end: number,
	base: number,
	into: Uint32Array,
	to: number
): number {
	let next = to;
	for (let at = start; at < end; at++) into[next++] = (from[at] as number) + base;
	return next;
}

/** Where each part begins when they lie one behind the other; one more for the end. */
function basesOf(sizes: readonly number[]): readonly number[] {
	const bases = [0];
	for (const size of sizes) bases.push((bases.at(-1) ?? 0) + size);
	return bases;
}

/** Numbers one behind the other. @param bases added to the numbers of each */
export function joined(arrays: readonly Uint32Array[], bases?: readonly number[]): Uint32Array {
	const whole = new Uint32Array(arrays.reduce((sum, one) => sum + one.length, 0));
	let at = 0;
	arrays.forEach((one, part) => {
		const base = bases?.[part] ?? 0;
		whole.set(one, at);
		const end = at + one.length;
		if (base === 0) at = end;
		else for (; at < end; at++) whole[at] = (whole[at] as number) + base;
	});
	return whole;
}

function joinedBytes(arrays: readonly Uint8Array[]): Uint8Array {
	const bytes = new ByteWriter();
	for (const one of arrays) bytes.copy(one);
	return bytes.written();
}

interface AttributesToJoin {
	readonly table: PlainAttributes;
	/** The number of the part's first record. */
	readonly base: number;
	/** By the part's own numbers of qualifiers: those of the whole. */
	readonly qualifiers: readonly number[];
}

/** Attribute tables of parts as one; a value's rows are copied where nothing but its first record changes. */
export function joinedAttributes(parts: readonly AttributesToJoin[]): AttributeParts {
	const [only] = parts;
	if (only && parts.length === 1)
		return {
			values: new StringTable(only.table.bytes, only.table.starts),
			starts: only.table.rowStarts,
			rows: only.table.rows
		};
	if (parts.some(({ qualifiers }) => qualifiers.some((one, own) => one !== own))) return joinWithQualifierRemap(parts);
	const { table: values, owns } = joinedWords(parts.map(({ table }) => table));
	const starts = new Uint32Array(values.size + 1);
	const rows = new ByteWriter();
	for (let value = 0; value < values.size; value++) {
		starts[value] = rows.length;
		let last = 0;
		for (let part = 0; part < parts.length; part++) {
			const own = (owns[part] as Int32Array)[value] as number;
			if (own === NONE) continue;
			const { table, base } = parts[part] as AttributesToJoin;
			const from = table.rowStarts[own] as number;
			const end = table.rowStarts[own + 1] as number;
			const reader = new ByteReader(table.rows, from);
			rows.number(reader.number() + base - last);
			rows.copy(table.rows.subarray(reader.at, end));
			last = base + lastRecord(table.rows, from, end);
		}
	}
	starts[values.size] = rows.length;
	return { values, starts, rows: rows.written() };
}

/** The last record of a value's rows. */
function lastRecord(rows: Uint8Array, from: number, end: number): number {
	const reader = new ByteReader(rows, from);
	let record = 0;
	while (reader.at < end) {
		record += reader.number();
		for (let left = reader.number() >>> 1; left > 0; left--) reader.number();
	}
	return record;
}

/** The same where qualifiers have other numbers: every row is read and written anew. */
function joinWithQualifierRemap(parts: readonly AttributesToJoin[]): AttributeParts {
	const merged = new AttributeBuilder();
	parts.forEach(({ table, base, qualifiers }) => {
		const values = new StringTable(table.bytes, table.starts);
		const attributes = new Attributes({ values, starts: table.rowStarts, rows: table.rows });
		for (let number = 0; number < values.size; number++)
			for (const row of attributes.rows(number))
				merged.add(
					values.at(number),
					base + row.record,
					row.main,
					row.qualifiers.map((one) => qualifiers[one] ?? 0)
				);
	});
	return merged.finish();
}
