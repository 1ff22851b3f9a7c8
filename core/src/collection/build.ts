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
import { joinedParts } from './joining.ts';
import { mergeIndexes } from './merge.ts';
import { plainAttributes, type IndexPart, type StretchPairs, type StretchPlaces } from './part.ts';
import { LONG } from './postings-writer.ts';

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
	private readonly pairs: StretchPairs[] = [];
	private readonly stretchPlaces: StretchPlaces[] = [];
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
		this.write(starts, sorted);
		this.tokens += tokenEnd;
		this.tokenEnd = 0;
		this.stretchBase = this.size;
		this.recordTokens = new NumberWriter();
	}

	/** @param starts where each word's tokens begin among the sorted */
	private write(starts: Uint32Array, sorted: Uint32Array): void {
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
		this.pairs.push({ starts: pairStarts, records: pairRecords.slice(0, pair), fields: fieldBytes.slice(0, pair) });
		// The two halves of joining go to two threads, so each has where the pairs begin.
		this.stretchPlaces.push({ starts: placeStarts, bytes: placeBytes.slice(0, placeEnd), pairStarts: pairStarts.slice(), lengths: lengthBytes.slice(0, pair) });
	}

	/** What was read, for joining it with other parts; nothing can be added after. */
	part(): IndexPart {
		this.closeStretch();
		this.entryStarts.push(this.entryPlaces.length);
		return {
			words: this.words.plain(),
			pairs: this.pairs,
			places: this.stretchPlaces,
			records: {
				size: this.size,
				tokens: this.tokens,
				entryStarts: this.entryStarts.written().slice(0, -1),
				entryPlaces: this.entryPlaces.written(),
				entryFields: this.entryFields.written(),
				qualifiers: [...this.qualifiers.keys()],
				headings: plainAttributes(this.headings.finish()),
				values: plainAttributes(this.values.finish()),
				identifiers: plainAttributes(this.identifiers.finish()),
				years: Int16Array.from(this.years),
				lengths: this.lengths.written(),
				entered: this.entered.written(),
				withAbstract: Uint32Array.from(this.withAbstract),
				withHeadings: Uint32Array.from(this.withHeadings)
			}
		};
	}

	finish(): CollectionIndex {
		return joinedParts([this.part()], this.options.madeFrom ?? '');
	}
}

/** Moves what was just written up, to put its own length before it. */
function putLengthBefore(bytes: Uint8Array, from: number, end: number): number {
	const written = bytes.slice(from, end);
	const start = putNumber(bytes, from, written.length);
	bytes.set(written, start);
	return start + written.length;
}
