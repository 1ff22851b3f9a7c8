/**
 * From the parts of a collection to its index. Joining is in two halves that need little of each
 * other, so that two threads can share it: words and places; pairs and everything else.
 */
import { Attributes, AttributeBuilder, type AttributeParts } from './attributes.ts';
import { ByteReader, ByteWriter } from './bytes.ts';
import type { CollectionIndex } from './collection-index.ts';
import { Interner } from './interner.ts';
import type { IndexFacts } from './layout.ts';
import type { IndexPart, PartRecords, PlainAttributes, PlainWords, StretchPairs, StretchPlaces } from './part.ts';
import { placeSections, PostingsWriter, type PlaceSections } from './postings-writer.ts';
import { RecordSet } from './record-set.ts';
import { bytesOf, sealedIndex } from './sealing.ts';
import { sortedNumbers } from './sorting.ts';
import { StringTable, textsIn } from './string-table.ts';
import { WordList, type WordListParts } from './word-list.ts';

export interface JoinedWords {
	/** Every word of any part, ascending. */
	readonly table: StringTable;
	/** By part, and by the part's own number of a word: its number in the table. */
	readonly numbers: readonly Uint32Array[];
}

/** Parts joined in this thread alone. */
export function joinedParts(parts: readonly IndexPart[], madeFrom: string): CollectionIndex {
	const words = joinedWords(parts.map((part) => part.words));
	const whole = new PairJoiner(parts).join(words);
	return whole(
		joinedPlaces(
			parts.map((part) => part.places),
			words
		),
		WordList.parts(words.table),
		madeFrom
	);
}

export function joinedWords(parts: readonly PlainWords[]): JoinedWords {
	const all = new Interner(parts.reduce((most, part) => Math.max(most, part.starts.length), 0));
	const numbers = parts.map((part) => all.readAll(part));
	const texts = textsIn(all.plain());
	const order = sortedNumbers(texts);
	const place = new Uint32Array(order.length);
	for (let at = 0; at < order.length; at++) place[order[at] as number] = at;
	for (const own of numbers) for (let word = 0; word < own.length; word++) own[word] = place[own[word] as number] as number;
	return { table: StringTable.of(Array.from(order, (word) => texts[word] ?? '')), numbers };
}

/** The places of all pairs, in the order of the table's words. @param places of each part, its stretches */
export function joinedPlaces(places: readonly (readonly StretchPlaces[])[], { table, numbers }: JoinedWords): PlaceSections {
	const chunks = (of: (one: StretchPlaces) => Pick<Chunk, 'starts' | 'bytes'>) =>
		places.flatMap((stretches, part) => stretches.map((one) => ({ ...of(one), numbers: numbers[part] as Uint32Array })));
	const lengths = gathered(
		table.size,
		chunks((one) => ({ starts: one.pairStarts, bytes: one.lengths }))
	);
	return placeSections(
		lengths.bytes,
		gathered(
			table.size,
			chunks((one) => one)
		).bytes
	);
}

/** What one thread does while another joins words and places: first what needs no words, then the pairs. */
export class PairJoiner {
	private readonly bases: readonly number[];
	private readonly size: number;
	private readonly facts: Omit<IndexFacts, 'madeFrom'>;
	private readonly rest;

	constructor(private readonly parts: readonly { readonly pairs: readonly StretchPairs[]; readonly records: PartRecords }[]) {
		const byRecord = parts.map((part) => part.records);
		const bases = basesOf(byRecord.map((part) => part.size));
		const size = bases.at(-1) ?? 0;
		[this.bases, this.size] = [bases, size];
		const qualifiers = [...new Set(byRecord.flatMap((part) => part.qualifiers))];
		const wide = byRecord.some((part) => part.entryPlaces.some((place) => place > 0xffff));
		const tokens = byRecord.reduce((sum, part) => sum + part.tokens, 0);
		this.facts = { size, tokens, qualifiers, placeWidth: wide ? 4 : 2 };
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
			entryStarts: joined([...byRecord.map((part) => part.entryStarts), Uint32Array.of(0)], entryBases),
			entryPlaces: bytesOf(wide ? entryPlaces : Uint16Array.from(entryPlaces)),
			entryFields: joinedBytes(byRecord.map((part) => part.entryFields)),
			headings: attributes((part) => part.headings),
			values: attributes((part) => part.values),
			identifiers: attributes((part) => part.identifiers),
			years: Int16Array.from(byRecord.flatMap((part) => Array.from(part.years))),
			lengths: joined(byRecord.map((part) => part.lengths)),
			entered: joined(byRecord.map((part) => part.entered)),
			withAbstract: listed((part) => part.withAbstract),
			withHeadings: listed((part) => part.withHeadings)
		};
	}

	/** @returns what makes the index, once places and word list are there */
	join({ table, numbers }: JoinedWords): (places: PlaceSections, list: WordListParts, madeFrom: string) => CollectionIndex {
		const { starts, bytes, records } = gathered(
			table.size,
			this.parts.flatMap(({ pairs }, part) =>
				pairs.map((one) => ({
					starts: one.starts,
					bytes: one.fields,
					records: one.records,
					base: this.bases[part] ?? 0,
					numbers: numbers[part] as Uint32Array
				}))
			)
		);
		const writer = new PostingsWriter(this.size);
		for (let word = 0; word < table.size; word++) {
			const from = starts[word] as number;
			const to = starts[word + 1] as number;
			let all = 0;
			for (let pair = from; pair < to; pair++) all |= bytes[pair] as number;
			writer.word(records, from, to, all);
		}
		const postings = writer.finish(bytes);
		return (places, list, madeFrom) => sealedIndex({ ...this.facts, madeFrom }, table, { ...postings, ...places, ...this.rest }, list);
	}
}

/** Where each part begins when they lie one behind the other; one more for the end. */
function basesOf(sizes: readonly number[]): readonly number[] {
	const bases = [0];
	for (const size of sizes) bases.push((bases.at(-1) ?? 0) + size);
	return bases;
}

interface Chunk {
	/** Where each word's values begin, by the part's own numbers; one more for the end. Words that came later have none. */
	readonly starts: Uint32Array;
	readonly bytes: Uint8Array;
	/** Beside each byte, a number to which `base` is added. */
	readonly records?: Uint32Array;
	readonly base?: number;
	/** The word's number in the table. */
	readonly numbers: Uint32Array;
}

/** The values of all chunks by word. Chunks are read from front to back; only writing jumps. */
function gathered(words: number, chunks: readonly Chunk[]): { readonly starts: Uint32Array; readonly bytes: Uint8Array; readonly records: Uint32Array } {
	const starts = new Uint32Array(words + 1);
	for (const { starts: own, numbers } of chunks)
		for (let word = 0; word + 1 < own.length; word++) {
			const next = (numbers[word] as number) + 1;
			starts[next] = (starts[next] as number) + (own[word + 1] as number) - (own[word] as number);
		}
	for (let word = 0; word < words; word++) starts[word + 1] = (starts[word + 1] as number) + (starts[word] as number);
	const next = starts.slice(0, words);
	const bytes = new Uint8Array(starts[words] as number);
	const records = new Uint32Array(chunks.some((chunk) => chunk.records) ? bytes.length : 0);
	for (const chunk of chunks) {
		const { starts: own, bytes: from, numbers, records: recordsFrom, base = 0 } = chunk;
		let at = 0;
		for (let word = 0; word + 1 < own.length; word++) {
			const stop = own[word + 1] as number;
			if (stop === at) continue;
			const number = numbers[word] as number;
			let to = next[number] as number;
			next[number] = to + stop - at;
			if (recordsFrom)
				for (; at < stop; at++, to++) {
					bytes[to] = from[at] as number;
					records[to] = (recordsFrom[at] as number) + base;
				}
			// Few are copied by hand; a view would cost more.
			else if (stop - at > 32) {
				bytes.set(from.subarray(at, stop), to);
				at = stop;
			} else while (at < stop) bytes[to++] = from[at++] as number;
		}
	}
	return { starts, bytes, records };
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
	const tables = parts.map(({ table }) => new StringTable(table.bytes, table.starts));
	const [only] = parts;
	if (only && parts.length === 1) return { values: tables[0] as StringTable, starts: only.table.rowStarts, rows: only.table.rows };
	if (parts.some(({ qualifiers }) => qualifiers.some((one, own) => one !== own))) return joinedSlowly(parts, tables);
	const names: string[] = [];
	const starts: number[] = [];
	const rows = new ByteWriter();
	const texts = tables.map((table) => [...table]);
	const next = tables.map(() => 0);
	for (;;) {
		let least: string | undefined;
		for (let part = 0; part < parts.length; part++) {
			const text = texts[part]?.[next[part] as number];
			if (text !== undefined && (least === undefined || text < least)) least = text;
		}
		if (least === undefined) break;
		names.push(least);
		starts.push(rows.length);
		let last = 0;
		for (let part = 0; part < parts.length; part++) {
			const at = next[part] as number;
			if (texts[part]?.[at] !== least) continue;
			next[part] = at + 1;
			const { table, base } = parts[part] as AttributesToJoin;
			const from = table.rowStarts[at] as number;
			const end = table.rowStarts[at + 1] as number;
			const reader = new ByteReader(table.rows, from);
			rows.number(reader.number() + base - last);
			rows.copy(table.rows.subarray(reader.at, end));
			last = base + lastRecord(table.rows, from, end);
		}
	}
	starts.push(rows.length);
	return { values: StringTable.of(names), starts: Uint32Array.from(starts), rows: rows.written() };
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
function joinedSlowly(parts: readonly AttributesToJoin[], tables: readonly StringTable[]): AttributeParts {
	const merged = new AttributeBuilder();
	parts.forEach(({ table, base, qualifiers }, part) => {
		const values = tables[part] as StringTable;
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
