/**
 * The index of a collection: views on one stretch of memory (layout.ts), opened in no time, shared
 * by all threads. docs/collection-index.md tells why it is made so.
 */
import { INDEXED_FIELDS, type IndexedField, type LimitField } from '../query/index.ts';
import { identifierForms } from '../records/index.ts';
import { Attributes, normalIdentifier, type Assignment } from './attributes.ts';
import { unseal, type IndexFacts, type Sections, type Unsealed } from './layout.ts';
import { firstPair } from './postings.ts';
import { RecordSet } from './record-set.ts';
import { Scratch } from './scratch.ts';
import { StringTable } from './string-table.ts';
import { WordList } from './word-list.ts';

export type Opened =
	| { readonly ok: true; readonly index: CollectionIndex }
	| { readonly ok: false; readonly code: (Unsealed & { ok: false })['code'] };

export class CollectionIndex {
	readonly size: number;
	readonly words: WordList;
	readonly withAbstract: RecordSet;
	readonly withHeadings: RecordSet;
	private readonly headings: Attributes;
	private readonly values: Attributes;
	private readonly identifiers: Attributes;
	/** For what is evaluated on it. */
	readonly scratch = new Scratch();
	/** Per entry: the place of its first token (layout.ts, `entryPlaces`). */
	readonly entryPlaces: Uint16Array | Uint32Array;

	private constructor(
		/** The index itself, as it is shared and filed. */
		readonly buffer: ArrayBufferLike,
		readonly sections: Sections,
		readonly facts: IndexFacts
	) {
		this.size = facts.size;
		this.words = new WordList({
			words: new StringTable(sections.wordBytes, sections.wordStarts),
			backwards: sections.wordsBackwards,
			triples: sections.triples,
			tripleStarts: sections.tripleStarts,
			tripleWords: sections.tripleWords
		});
		const attributes = (bytes: Uint8Array, names: Uint32Array, starts: Uint32Array, rows: Uint8Array) =>
			new Attributes({ values: new StringTable(bytes, names), starts, rows });
		this.headings = attributes(
			sections.headingBytes,
			sections.headingNames,
			sections.headingStarts,
			sections.headingRows
		);
		this.values = attributes(sections.valueBytes, sections.valueNames, sections.valueStarts, sections.valueRows);
		this.identifiers = attributes(
			sections.identifierBytes,
			sections.identifierNames,
			sections.identifierStarts,
			sections.identifierRows
		);
		const { buffer: memory, byteOffset, byteLength } = sections.entryPlaces;
		this.entryPlaces =
			facts.placeWidth === 2
				? new Uint16Array(memory, byteOffset, byteLength / 2)
				: new Uint32Array(memory, byteOffset, byteLength / 4);
		this.withAbstract = RecordSet.from(facts.size, sections.withAbstract);
		this.withHeadings = RecordSet.from(facts.size, sections.withHeadings);
	}

	/** Opens an index from its memory or file. A damaged or older one is refused, to be built anew. */
	static open(buffer: ArrayBufferLike, trusted = false): Opened {
		const unsealed = unseal(buffer, trusted);
		if (!unsealed.ok) return unsealed;
		const facts = factsOf(unsealed.sections.facts);
		if (!facts) return { ok: false, code: 'damaged' };
		return { ok: true, index: new CollectionIndex(buffer, unsealed.sections, facts) };
	}

	/** Opens what this program has just made or checked. */
	static sealed(buffer: ArrayBufferLike): CollectionIndex {
		const opened = CollectionIndex.open(buffer, true);
		if (!opened.ok) throw new Error(`This is not an index: ${opened.code}`);
		return opened.index;
	}

	get tokens(): number {
		return this.facts.tokens;
	}

	/** The number of the field in which a place of a record lies. */
	fieldOf(record: number, place: number): number {
		return this.sections.entryFields[this.entryAt(record, place)] ?? 0;
	}

	/** True if two places of a record, the first not behind the second, lie in one entry. */
	inOneEntry(record: number, first: number, second: number): boolean {
		const entry = this.entryAt(record, first);
		return entry + 1 === this.sections.entryStarts[record + 1] || (this.entryPlaces[entry + 1] ?? 0) > second;
	}

	/** The last entry of the record that begins at or before a place. */
	private entryAt(record: number, place: number): number {
		let low = this.sections.entryStarts[record] ?? 0;
		let high = this.sections.entryStarts[record + 1] ?? 0;
		while (high - low > 1) {
			const middle = (low + high) >>> 1;
			if ((this.entryPlaces[middle] ?? 0) <= place) low = middle;
			else high = middle;
		}
		return low;
	}

	/** Records that hold a word anywhere. */
	recordsOfWord(word: number): number {
		return firstPair(this.sections, word + 1) - firstPair(this.sections, word);
	}

	/** The fields as bits, as the postings hold them. */
	static fieldBits(fields: readonly IndexedField[]): number {
		return fields.reduce((bits, field) => bits | (1 << INDEXED_FIELDS.indexOf(field)), 0);
	}

	assigned(key: string): Iterable<Assignment> {
		return this.headings.of(key);
	}

	/** All assignments of all headings, or of those of one vocabulary. */
	*allAssigned(vocabulary?: string): Generator<Assignment> {
		for (let number = 0; number < this.headings.values.size; number++)
			if (vocabulary === undefined || this.headings.values.at(number).startsWith(`${vocabulary}:`))
				yield* this.headings.rows(number);
	}

	headingKeys(): Iterable<string> {
		return this.headings.values;
	}

	/** Numbers of these qualifiers (folded names) in this index; unknown ones are left out. */
	qualifierNumbers(names: readonly string[]): readonly number[] {
		return names.map((name) => this.facts.qualifiers.indexOf(name)).filter((number) => number >= 0);
	}

	/** Entries of language, type or age (folded), each with its records. */
	*entryValues(field: LimitField): Generator<readonly [value: string, records: Iterable<Assignment>]> {
		const table = this.values.values;
		for (let number = table.firstFrom(`${field}:`); number < table.size; number++) {
			const value = table.at(number);
			if (!value.startsWith(`${field}:`)) return;
			yield [value.slice(field.length + 1), this.values.rows(number)];
		}
	}

	/** Numbers of the records with this identifier, as it is typed: also within an address or behind `doi:`. */
	identified(value: string): readonly number[] {
		for (const form of identifierForms(value)) {
			const found = Array.from(this.identifiers.of(normalIdentifier(form)), ({ record }) => record);
			if (found.length > 0) return found;
		}
		return [];
	}

	/** All of headings, values or identifiers, so that others are added to them. */
	attributes(of: 'headings' | 'values' | 'identifiers'): Attributes {
		return this[of];
	}

	/** Year of a record, or -1. */
	year(record: number): number {
		return this.sections.years[record] ?? -1;
	}
}

/** What stands in the file is not believed unread. */
function factsOf(bytes: Uint8Array): IndexFacts | null {
	try {
		const facts = JSON.parse(new TextDecoder().decode(bytes.slice())) as Partial<IndexFacts> | null;
		const { size, tokens, qualifiers, placeWidth, madeFrom } = facts ?? {};
		if (!Number.isSafeInteger(size) || !Number.isSafeInteger(tokens) || typeof madeFrom !== 'string') return null;
		if (
			!Array.isArray(qualifiers) ||
			!qualifiers.every((one) => typeof one === 'string') ||
			(placeWidth !== 2 && placeWidth !== 4)
		)
			return null;
		return facts as IndexFacts;
	} catch {
		return null;
	}
}
