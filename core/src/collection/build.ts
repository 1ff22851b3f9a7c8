/** Building the index of a collection, record by record: tokens go to stretches (stretches.ts), everything else to lists by record. */
import { INDEXED_FIELDS, type IndexedField } from '../query/index.ts';
import type { BibliographicRecord } from '../records/index.ts';
import { foldedKey, tokenTexts } from '../text/index.ts';
import { AttributeBuilder, IdentifierBuilder, LEFT_OUT, normalIdentifier } from './attributes.ts';
import { ByteWriter, NumberWriter } from './bytes.ts';
import type { CollectionIndex } from './collection-index.ts';
import { EarlierRecords } from './earlier.ts';
import { Interner } from './interner.ts';
import { Kernel } from './kernel.ts';
import { joinedIndex } from './joining.ts';
import { RecordSet } from './record-set.ts';
import { TokenStretches } from './stretches.ts';
import { StringTable, type PlainWords } from './string-table.ts';
import { orderOf } from './word-order.ts';

/** The preferred label of a heading, for the field of heading words. */
export type LabelOf = (vocabulary: string, heading: string) => string | undefined;

export interface BuildOptions {
	readonly progress?: (done: number, all: number) => void;
	readonly signal?: Pick<AbortSignal, 'throwIfAborted'>;
	/** Named in the file, so that an index of something else or older is not taken for this. */
	readonly madeFrom?: string;
	/** Its records come first, as they are; their labels must be what they were. */
	readonly onto?: CollectionIndex;
	/** Records of that index that do not come; those behind them move up. */
	readonly without?: RecordSet;
	/** Tokens after which a stretch ends; for tests. */
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
export function buildIndex(
	records: readonly BibliographicRecord[],
	labelOf: LabelOf,
	options: BuildOptions = {}
): CollectionIndex {
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

/** Title, abstract and author keywords are the first fields (INDEXED_FIELDS). */
const TEXT_FIELDS = 3;

/** Takes records one by one; {@link finish} gives the index of all of them. */
export class IndexBuilder {
	private size = 0;
	private tokens = 0;
	private readonly kernel = Kernel.take();
	private readonly words = new Interner(this.kernel);
	private readonly stretches: TokenStretches;
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
	private readonly earlier: EarlierRecords | null;

	constructor(
		private readonly labelOf: LabelOf,
		private readonly options: BuildOptions = {}
	) {
		const { onto, without } = options;
		this.earlier = onto ? new EarlierRecords(onto, without ?? null) : null;
		this.stretches = new TokenStretches(this.kernel, options.stretch, this.earlier?.size);
		if (this.earlier) this.take(this.earlier);
	}

	/** Everything but the postings, which follow when all words are known. */
	private take(earlier: EarlierRecords): void {
		const { index, numbers, size } = earlier;
		const { sections, facts } = index;
		this.size = size;
		this.tokens = earlier.tokens;
		for (const word of earlier.words()) this.words.of(word);
		for (const name of facts.qualifiers) this.qualifier(name);
		const { starts, places, fields } = earlier.entries();
		// The last start is the end, which is written when all records have come.
		this.entryStarts.more(size).set(starts);
		this.entryPlaces.more(places.length).set(places);
		this.entryFields.copy(fields);
		this.headings.take(index.attributes('headings'), numbers);
		this.values.take(index.attributes('values'), numbers);
		this.identifiers.take(index.attributes('identifiers'), numbers);
		for (const year of earlier.kept(sections.years)) this.years.push(year);
		this.lengths.more(size).set(earlier.kept(sections.lengths));
		this.entered.more(size).set(earlier.kept(sections.entered));
		for (const [from, to] of [
			[index.withAbstract, this.withAbstract],
			[index.withHeadings, this.withHeadings]
		] as const)
			for (const record of from) {
				const number = numbers[record] as number;
				if (number !== LEFT_OUT) to.push(number);
			}
	}

	add(record: BibliographicRecord): void {
		const number = this.size++;
		this.stretches.record();
		this.entryStarts.push(this.entryPlaces.length);
		let place = 0;
		const before = this.tokens;
		let textEnd = before;
		for (let field = 0; field < INDEXED_FIELDS.length; field++)
			for (const entry of fieldEntries(record, INDEXED_FIELDS[field] as IndexedField, this.labelOf)) {
				const end = this.entry(entry, field, place);
				if (field < TEXT_FIELDS) textEnd = this.tokens;
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
		this.lengths.push(textEnd - before);
		this.entered.push(record.entered === null ? 0 : Number(record.entered.replaceAll('-', '')));
		if (record.abstract.trim() !== '') this.withAbstract.push(number);
		if (record.headings.length > 0) this.withHeadings.push(number);
	}

	private qualifier(name: string): number {
		let number = this.qualifiers.get(name);
		if (number === undefined) this.qualifiers.set(name, (number = this.qualifiers.size));
		return number;
	}

	/** The qualifiers that are used, sorted: then it does not matter which record came first. */
	private qualifiersInOrder(): { readonly names: readonly string[]; readonly numbers: Uint32Array } {
		const used = this.headings.qualifiers();
		const names = [...this.qualifiers.keys()].filter((name) => used.has(this.qualifiers.get(name) ?? -1)).sort();
		const numbers = new Uint32Array(this.qualifiers.size);
		names.forEach((name, number) => (numbers[this.qualifiers.get(name) ?? 0] = number));
		return { names, numbers };
	}

	/** Writes the tokens of an entry down; tells the place behind the last. */
	private entry(text: string, field: number, from: number): number {
		const { stretches } = this;
		let end = this.words.readAscii(text, stretches.room(text.length), stretches.end);
		if (end < 0) {
			const tokens = tokenTexts(text);
			// One character may fold to several tokens.
			const into = stretches.room(tokens.length);
			end = stretches.end;
			for (const token of tokens) into[end++] = this.words.of(token);
		}
		const count = end - stretches.end;
		if (count > 0) stretches.entry(end, field, from);
		this.tokens += count;
		return from + count;
	}

	/** The index of all records; nothing can be added after. */
	finish(): CollectionIndex {
		this.entryStarts.push(this.entryPlaces.length);
		const { kernel, size } = this;
		const plain = this.words.plain();
		const order = orderOf(plain, kernel);
		const earlier = this.earlier?.stretch(order);
		const { names, numbers } = this.qualifiersInOrder();
		const { pairs, places } = this.stretches.inOrder(order);
		const index = joinedIndex(
			{
				words: inOrder(plain, order),
				pairs: earlier ? [earlier.pairs, ...pairs] : pairs,
				places: earlier ? [earlier.places, ...places] : places,
				facts: {
					size,
					tokens: this.tokens,
					qualifiers: names,
					madeFrom: this.options.madeFrom ?? ''
				},
				entryPlaces: this.entryPlaces.written(),
				headings: this.headings.finish(numbers),
				values: this.values.finish(),
				identifiers: this.identifiers.finish(),
				rest: {
					entryStarts: this.entryStarts.written(),
					entryFields: this.entryFields.written(),
					years: Int16Array.from(this.years),
					lengths: this.lengths.written(),
					entered: this.entered.written(),
					withAbstract: RecordSet.of(size, this.withAbstract).bits,
					withHeadings: RecordSet.of(size, this.withHeadings).bits
				}
			},
			kernel
		);
		kernel.free();
		return index;
	}
}

function inOrder({ bytes, starts }: PlainWords, order: Uint32Array): StringTable {
	const ordered = { bytes: new Uint8Array(bytes.length), starts: new Uint32Array(starts.length) };
	let to = 0;
	for (let word = 0; word < order.length; word++) {
		const own = order[word] as number;
		const end = starts[own + 1] as number;
		for (let at = starts[own] as number; at < end; at++) ordered.bytes[to++] = bytes[at] as number;
		ordered.starts[word + 1] = to;
	}
	return new StringTable(ordered.bytes, ordered.starts);
}
