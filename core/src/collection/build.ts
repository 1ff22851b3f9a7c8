/**
 * Building the index of a collection, record by record. Tokens are written down in the order of
 * the records, then sorted by word in a counting pass, stretch by stretch, so that the memory needed
 * beside the index stays bounded.
 */
import { INDEXED_FIELDS, type IndexedField } from '../query/index.ts';
import type { BibliographicRecord } from '../records/index.ts';
import { foldedKey, tokenTexts } from '../text/index.ts';
import { AttributeBuilder, IdentifierBuilder, normalIdentifier } from './attributes.ts';
import { ByteWriter, NumberWriter, putNumber } from './bytes.ts';
import type { CollectionIndex } from './collection-index.ts';
import { Interner } from './interner.ts';
import type { IndexFacts } from './layout.ts';
import { mergeIndexes } from './merge.ts';
import { LONG, PostingsWriter, type PostingSections } from './postings-writer.ts';
import { RecordSet } from './record-set.ts';
import { bytesOf, sealedIndex } from './sealing.ts';
import { sortedNumbers } from './sorting.ts';
import { StringTable } from './string-table.ts';

/** The preferred label of a heading, for the field of heading words. */
export type LabelOf = (vocabulary: string, heading: string) => string | undefined;

export interface BuildOptions {
	readonly progress?: (done: number, all: number) => void;
	readonly signal?: Pick<AbortSignal, 'throwIfAborted'>;
	/** Named in the file, so that an index of something else or older is not taken for this. */
	readonly madeFrom?: string;
	/** Tokens after which a stretch is sorted and written; for tests. */
	readonly stretch?: number;
}

/** The texts of a record's fields, entry by entry, as they are indexed and shown. */
export function fieldEntries(record: BibliographicRecord, field: IndexedField, labelOf: LabelOf): readonly string[] {
	switch (field) {
		case 'ti':
			return record.titles;
		case 'ab':
			return record.abstract ? [record.abstract] : [];
		case 'kw':
			return record.keywords;
		case 'hd':
			return record.headings.map((one) => labelOf(one.vocabulary, one.heading) ?? '');
		case 'au':
			return record.authors;
		case 'jn':
			return record.journal ? [record.journal] : [];
		case 'af':
			return record.affiliations;
	}
}

/** Builds an index; the order of `records` gives them their numbers from 0. */
export function buildIndex(records: readonly BibliographicRecord[], labelOf: LabelOf, options: BuildOptions = {}): CollectionIndex {
	const builder = new IndexBuilder(labelOf, options);
	records.forEach((record, number) => {
		if (number % 1000 === 0) {
			options.signal?.throwIfAborted();
			options.progress?.(number, records.length);
		}
		builder.add(record);
	});
	options.progress?.(records.length, records.length);
	return builder.finish();
}

/** The same index with more records behind its own: what is there is copied, not read again. */
export function addRecords(index: CollectionIndex, records: readonly BibliographicRecord[], labelOf: LabelOf, options: BuildOptions = {}): CollectionIndex {
	return mergeIndexes([index, buildIndex(records, labelOf, options)], options.madeFrom ?? index.facts.madeFrom);
}

const FIELD_SHIFT = 29;
const ORDINAL = (1 << FIELD_SHIFT) - 1;
const STRETCH = 2_000_000;

/** A stretch's postings: the bytes of each word that it holds, by the words' numbers of the day. */
interface StretchPostings {
	readonly pairStarts: Uint32Array;
	readonly pairRecords: Uint32Array;
	readonly pairFields: Uint8Array;
	readonly pairLengths: Uint8Array;
	readonly placeStarts: Uint32Array;
	readonly places: Uint8Array;
}

/** Title, abstract and author keywords are the first fields (INDEXED_FIELDS). */
const TEXT_FIELDS = 3;

/** Takes records one by one; {@link finish} gives the index of all of them. */
export class IndexBuilder {
	private size = 0;
	private tokens = 0;
	private readonly words = new Interner();
	/** Of the stretch under way, per token: its word; its place, with the field in the upper bits. */
	private tokenWords = new Uint32Array(1 << 16);
	private tokenPlaces = new Uint32Array(1 << 16);
	private tokenEnd = 0;
	/** The same by word, while a stretch is closed: record and place of each token, side by side, since the writing jumps. */
	private sorted = new Uint32Array(0);
	private pairRecords = new Uint32Array(0);
	private readonly places = new ByteWriter();
	private readonly pairFields = new ByteWriter();
	private readonly pairLengths = new ByteWriter();
	/** Per record of the stretch: its first token. */
	private recordTokens = new NumberWriter();
	private stretchBase = 0;
	private readonly stretches: StretchPostings[] = [];
	private readonly entryStarts = new NumberWriter();
	private readonly entryPlaces = new NumberWriter();
	private readonly entryFields = new ByteWriter();
	private readonly headings = new AttributeBuilder();
	private readonly values = new AttributeBuilder();
	private readonly identifiers = new IdentifierBuilder();
	private readonly qualifiers = new Map<string, number>();
	private readonly years: number[] = [];
	private readonly lengths = new NumberWriter();
	private readonly entered = new NumberWriter();
	private readonly withAbstract: number[] = [];
	private readonly withHeadings: number[] = [];

	constructor(
		private readonly labelOf: LabelOf,
		private readonly options: BuildOptions = {}
	) {}

	add(record: BibliographicRecord): void {
		const number = this.size++;
		this.recordTokens.push(this.tokenEnd);
		this.entryStarts.push(this.entryPlaces.length);
		let place = 0;
		const firstToken = this.tokenEnd;
		let textEnd = firstToken;
		for (let field = 0; field < INDEXED_FIELDS.length; field++)
			for (const entry of fieldEntries(record, INDEXED_FIELDS[field] as IndexedField, this.labelOf)) {
				const end = this.entry(entry, field, place);
				if (field < TEXT_FIELDS) textEnd = this.tokenEnd;
				if (end === place) continue;
				this.entryPlaces.push(place);
				this.entryFields.byte(field);
				// A gap of one, so that no phrase reaches into the next entry.
				place = end + 1;
			}
		for (const one of record.headings)
			this.headings.add(
				`${one.vocabulary}:${one.heading}`,
				number,
				one.main,
				one.qualifiers.map((name) => this.qualifier(foldedKey(name)))
			);
		for (const [field, values] of [
			['la', record.languages],
			['pt', record.types],
			['ag', record.ages]
		] as const)
			for (const value of new Set(values.map(foldedKey))) this.values.add(`${field}:${value}`, number);
		this.identifiers.add(normalIdentifier(record.id), number);
		for (const value of record.identifiers) this.identifiers.add(normalIdentifier(value), number);
		this.years.push(record.year ?? -1);
		this.lengths.push(textEnd - firstToken);
		this.entered.push(record.entered === null ? 0 : Number(record.entered.replaceAll('-', '')));
		if (record.abstract.trim() !== '') this.withAbstract.push(number);
		if (record.headings.length > 0) this.withHeadings.push(number);
		if (this.tokenEnd >= (this.options.stretch ?? STRETCH)) this.closeStretch();
	}

	private qualifier(name: string): number {
		let number = this.qualifiers.get(name);
		if (number === undefined) this.qualifiers.set(name, (number = this.qualifiers.size));
		return number;
	}

	/** Writes the tokens of an entry down; tells the place behind the last. */
	private entry(text: string, field: number, from: number): number {
		this.growTokens(text.length);
		let end = this.words.readAscii(text, this.tokenWords, this.tokenEnd);
		if (end < 0) {
			const tokens = tokenTexts(text);
			// One character may fold to several tokens.
			this.growTokens(tokens.length);
			end = this.tokenEnd;
			for (const token of tokens) this.tokenWords[end++] = this.words.of(token);
		}
		const upper = (field << FIELD_SHIFT) >>> 0;
		const { tokenPlaces } = this;
		for (let at = this.tokenEnd, place = upper + from; at < end; at++) tokenPlaces[at] = place++;
		const count = end - this.tokenEnd;
		this.tokenEnd = end;
		return from + count;
	}

	private growTokens(more: number): void {
		if (this.tokenEnd + more <= this.tokenWords.length) return;
		const length = Math.max(this.tokenWords.length * 2, this.tokenEnd + more);
		const grown = (from: Uint32Array) => {
			const to = new Uint32Array(length);
			to.set(from.subarray(0, this.tokenEnd));
			return to;
		};
		this.tokenWords = grown(this.tokenWords);
		this.tokenPlaces = grown(this.tokenPlaces);
	}

	/** Sorts the tokens of the stretch by word, by counting, and writes each word's records and places. */
	private closeStretch(): void {
		const count = this.words.size;
		const { tokenWords, tokenPlaces, tokenEnd, stretchBase } = this;
		this.recordTokens.push(tokenEnd);
		const recordTokens = this.recordTokens.written();
		const starts = new Uint32Array(count + 1);
		for (let token = 0; token < tokenEnd; token++) {
			const next = (tokenWords[token] as number) + 1;
			starts[next] = (starts[next] as number) + 1;
		}
		for (let word = 0; word < count; word++) starts[word + 1] = (starts[word + 1] as number) + (starts[word] as number);
		const next = starts.slice();
		if (this.sorted.length < tokenEnd * 2) this.sorted = new Uint32Array(this.tokenWords.length * 2);
		const { sorted } = this;
		for (let record = 0; record + 1 < recordTokens.length; record++) {
			const end = recordTokens[record + 1] as number;
			for (let token = recordTokens[record] as number; token < end; token++) {
				const word = tokenWords[token] as number;
				const to = next[word] as number;
				next[word] = to + 1;
				sorted[to * 2] = stretchBase + record;
				sorted[to * 2 + 1] = tokenPlaces[token] as number;
			}
		}
		this.stretches.push(this.written(starts, sorted));
		this.tokens += tokenEnd;
		this.tokenEnd = 0;
		this.stretchBase = this.size;
		this.recordTokens = new NumberWriter();
	}

	/** @param starts where each word's tokens begin among the sorted */
	private written(starts: Uint32Array, sorted: Uint32Array): StretchPostings {
		const count = starts.length - 1;
		const tokens = starts[count] as number;
		const { places, pairFields, pairLengths } = this;
		const pairStarts = new Uint32Array(count + 1);
		const placeStarts = new Uint32Array(count + 1);
		// No number takes more than five bytes, so that room need not be asked for at each.
		for (const writer of [places, pairFields, pairLengths]) writer.length = 0;
		places.reserve(tokens * 10);
		pairFields.reserve(tokens);
		pairLengths.reserve(tokens);
		if (this.pairRecords.length < tokens) this.pairRecords = new Uint32Array(this.tokenWords.length);
		const { pairRecords } = this;
		const placeBytes = places.bytes;
		const fieldBytes = pairFields.bytes;
		const lengthBytes = pairLengths.bytes;
		let pair = 0;
		let placeEnd = 0;
		for (let word = 0; word < count; word++) {
			pairStarts[word] = pair;
			placeStarts[word] = placeEnd;
			const end = starts[word + 1] as number;
			for (let at = starts[word] as number; at < end;) {
				const record = sorted[at * 2] as number;
				const from = placeEnd;
				let fields = 0;
				let place = 0;
				for (; at < end && sorted[at * 2] === record; at++) {
					const full = sorted[at * 2 + 1] as number;
					const ordinal = full & ORDINAL;
					fields |= 1 << (full >>> FIELD_SHIFT);
					placeEnd = putNumber(placeBytes, placeEnd, ordinal - place);
					place = ordinal;
				}
				const length = placeEnd - from;
				if (length >= LONG) placeEnd = putLengthBefore(placeBytes, from, placeEnd);
				lengthBytes[pair] = Math.min(length, LONG);
				fieldBytes[pair] = fields;
				pairRecords[pair++] = record;
			}
		}
		pairStarts[count] = pair;
		placeStarts[count] = placeEnd;
		return {
			pairStarts,
			pairRecords: pairRecords.slice(0, pair),
			pairFields: fieldBytes.slice(0, pair),
			pairLengths: lengthBytes.slice(0, pair),
			placeStarts,
			places: placeBytes.slice(0, placeEnd)
		};
	}

	finish(): CollectionIndex {
		this.closeStretch();
		const { size } = this;
		const texts = Array.from({ length: this.words.size }, (_, word) => this.words.text(word));
		const order = sortedNumbers(texts);
		const words = StringTable.of(Array.from(order, (word) => texts[word] ?? ''));
		this.entryStarts.push(this.entryPlaces.length);
		const places = this.entryPlaces.written();
		const wide = places.some((place) => place > 0xffff);
		const facts: IndexFacts = {
			size,
			tokens: this.tokens,
			qualifiers: [...this.qualifiers.keys()],
			placeWidth: wide ? 4 : 2,
			madeFrom: this.options.madeFrom ?? ''
		};
		return sealedIndex(facts, words, {
			...this.postings(order),
			entryStarts: this.entryStarts.written(),
			entryPlaces: bytesOf(wide ? places : Uint16Array.from(places)),
			entryFields: this.entryFields.written(),
			headings: this.headings.finish(),
			values: this.values.finish(),
			identifiers: this.identifiers.finish(),
			years: Int16Array.from(this.years),
			lengths: this.lengths.written(),
			entered: this.entered.written(),
			withAbstract: RecordSet.of(size, this.withAbstract).bits,
			withHeadings: RecordSet.of(size, this.withHeadings).bits
		});
	}

	/** What the stretches hold of each word, one behind the other. */
	private postings(order: Uint32Array): PostingSections {
		const { stretches } = this;
		const records = gathered(
			order,
			stretches.map((one) => ({ starts: one.pairStarts, values: one.pairRecords })),
			(length) => new Uint32Array(length)
		);
		const fields = gathered(
			order,
			stretches.map((one) => ({ starts: one.pairStarts, values: one.pairFields })),
			(length) => new Uint8Array(length)
		);
		const lengths = gathered(
			order,
			stretches.map((one) => ({ starts: one.pairStarts, values: one.pairLengths })),
			(length) => new Uint8Array(length)
		);
		const places = gathered(
			order,
			stretches.map((one) => ({ starts: one.placeStarts, values: one.places })),
			(length) => new Uint8Array(length)
		);
		const writer = new PostingsWriter(this.size);
		for (let word = 0; word < order.length; word++) {
			const from = fields.starts[word] as number;
			const to = fields.starts[word + 1] as number;
			let all = 0;
			for (let pair = from; pair < to; pair++) all |= fields.values[pair] as number;
			writer.word(records.values, from, to, all);
		}
		return writer.finish(fields.values, lengths.values, places.values);
	}
}

/** Moves what was just written up, to put its own length before it. */
function putLengthBefore(bytes: Uint8Array, from: number, end: number): number {
	const written = bytes.slice(from, end);
	const start = putNumber(bytes, from, written.length);
	bytes.set(written, start);
	return start + written.length;
}

interface Chunks<Values> {
	/** Where each word's values begin, by the words' numbers; one more for the end. */
	readonly starts: Uint32Array;
	readonly values: Values;
}

/** The values of all chunks by word, words in another order. Chunks are read from front to back; only writing jumps. */
function gathered<Values extends Uint8Array | Uint32Array>(
	order: Uint32Array,
	chunks: readonly Chunks<Values>[],
	make: (length: number) => Values
): Chunks<Values> {
	const next = new Uint32Array(order.length);
	for (const { starts } of chunks)
		for (let word = 0; word + 1 < starts.length; word++) next[word] = (next[word] as number) + (starts[word + 1] as number) - (starts[word] as number);
	const starts = new Uint32Array(order.length + 1);
	let end = 0;
	for (let sorted = 0; sorted < order.length; sorted++) {
		const word = order[sorted] as number;
		starts[sorted] = end;
		end += next[word] as number;
		next[word] = starts[sorted] as number;
	}
	starts[order.length] = end;
	const values = make(end);
	for (const chunk of chunks) {
		const from = chunk.values;
		let at = 0;
		for (let word = 0; word + 1 < chunk.starts.length; word++) {
			const stop = chunk.starts[word + 1] as number;
			if (stop === at) continue;
			let to = next[word] as number;
			// Few are copied by hand; a view would cost more.
			if (stop - at > 32) {
				values.set(from.subarray(at, stop), to);
				to += stop - at;
				at = stop;
			} else while (at < stop) values[to++] = from[at++] as number;
			next[word] = to;
		}
	}
	return { starts, values };
}
