/**
 * The index of a collection: every token with its places, the assigned headings, and what limits
 * act on, in typed arrays. docs/index.md explains the layout.
 *
 * A place is one 32-bit number: three bits of field, then the ordinal of the token in that field.
 * Entries of a field leave a gap of one between them, so that no phrase crosses; `entryBreaks`
 * holds where entries begin, so that no proximity crosses either.
 */
import { INDEXED_FIELDS, type IndexedField, type LimitField } from '../query/index.ts';
import type { BibliographicRecord } from '../records/index.ts';
import { foldedKey, tokenTexts } from '../text/index.ts';
import { RecordSet } from './record-set.ts';

export const FIELD_SHIFT = 29;

/** The postings of one word or of several together: records ascending, places ascending in each. */
export interface Postings {
	readonly records: Uint32Array;
	/** `places[starts[i] … starts[i + 1])` belong to `records[i]`. */
	readonly starts: Uint32Array;
	readonly places: Uint32Array;
}

export interface Assignment {
	readonly record: number;
	readonly main: boolean;
	/** Folded names of its qualifiers. */
	readonly qualifiers: readonly string[];
}

/** The preferred label of a heading, for the field of heading words. */
export type LabelOf = (vocabulary: string, heading: string) => string | undefined;

export interface BuildOptions {
	readonly progress?: (done: number, all: number) => void;
	readonly signal?: AbortSignal;
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

export const normalIdentifier = (value: string) => value.trim().toLowerCase();

export class CollectionIndex {
	private constructor(
		readonly size: number,
		/** Every word of the collection, sorted. */
		readonly words: readonly string[],
		private readonly postings: readonly Postings[],
		private readonly entryBreaks: readonly Uint32Array[],
		private readonly assignments: ReadonlyMap<string, readonly Assignment[]>,
		private readonly entries: Readonly<Record<LimitField, ReadonlyMap<string, readonly number[]>>>,
		private readonly identifiers: ReadonlyMap<string, readonly number[]>,
		private readonly years: Int16Array,
		private readonly entered: readonly (string | null)[],
		readonly withAbstract: RecordSet,
		readonly withHeadings: RecordSet
	) {}

	/** Builds the index; the order of `records` gives them their numbers from 0. */
	static build(records: readonly BibliographicRecord[], labelOf: LabelOf, options: BuildOptions = {}): CollectionIndex {
		const growing = new Map<string, { records: number[]; starts: number[]; places: number[] }>();
		const entryBreaks: Uint32Array[] = [];
		const assignments = new Map<string, Assignment[]>();
		const entries: Record<LimitField, Map<string, number[]>> = { la: new Map(), pt: new Map(), ag: new Map() };
		const identifiers = new Map<string, number[]>();
		const years = new Int16Array(records.length).fill(-1);
		const entered: (string | null)[] = [];
		const withAbstract = RecordSet.none(records.length);
		const withHeadings = RecordSet.none(records.length);

		records.forEach((record, number) => {
			if (number % 1000 === 0) {
				options.signal?.throwIfAborted();
				options.progress?.(number, records.length);
			}
			const breaks: number[] = [];
			INDEXED_FIELDS.forEach((field, fieldNumber) => {
				let ordinal = 0;
				for (const entry of fieldEntries(record, field, labelOf)) {
					if (ordinal > 0) breaks.push(((fieldNumber << FIELD_SHIFT) | ++ordinal) >>> 0);
					for (const word of tokenTexts(entry)) {
						const place = ((fieldNumber << FIELD_SHIFT) | ordinal++) >>> 0;
						let posting = growing.get(word);
						if (!posting) growing.set(word, (posting = { records: [], starts: [], places: [] }));
						if (posting.records.at(-1) !== number) {
							posting.records.push(number);
							posting.starts.push(posting.places.length);
						}
						posting.places.push(place);
					}
				}
			});
			entryBreaks.push(Uint32Array.from(breaks));
			for (const one of record.headings) {
				const row = { record: number, main: one.main, qualifiers: one.qualifiers.map(foldedKey) };
				push(assignments, `${one.vocabulary}:${one.heading}`, row);
			}
			for (const [field, values] of [
				['la', record.languages],
				['pt', record.types],
				['ag', record.ages]
			] as const)
				for (const value of new Set(values.map(foldedKey))) push(entries[field], value, number);
			for (const value of new Set([record.id, ...record.identifiers].map(normalIdentifier))) push(identifiers, value, number);
			if (record.year !== null) years[number] = record.year;
			entered.push(record.entered);
			if (record.abstract.trim() !== '') withAbstract.add(number);
			if (record.headings.length > 0) withHeadings.add(number);
		});
		options.progress?.(records.length, records.length);
		const words = [...growing.keys()].sort();
		const postings = words.map((word) => {
			const { records: numbers = [], starts = [], places = [] } = growing.get(word) ?? {};
			return { records: Uint32Array.from(numbers), starts: Uint32Array.from([...starts, places.length]), places: Uint32Array.from(places) };
		});
		return new CollectionIndex(records.length, words, postings, entryBreaks, assignments, entries, identifiers, years, entered, withAbstract, withHeadings);
	}

	/** Postings of the n-th word. */
	posting(word: number): Postings {
		const posting = this.postings[word];
		if (!posting) throw new RangeError(`no word ${word}`);
		return posting;
	}

	/** The first word that does not sort before `text`. */
	firstWordFrom(text: string): number {
		let low = 0;
		let high = this.words.length;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if ((this.words[middle] ?? '') < text) low = middle + 1;
			else high = middle;
		}
		return low;
	}

	/** True if no entry begins after `first` and up to `second`, two places of one field. */
	inOneEntry(record: number, first: number, second: number): boolean {
		const breaks = this.entryBreaks[record];
		if (!breaks || breaks.length === 0) return true;
		let low = 0;
		let high = breaks.length;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if ((breaks[middle] ?? 0) <= first) low = middle + 1;
			else high = middle;
		}
		return low === breaks.length || (breaks[low] ?? 0) > second;
	}

	assigned(key: string): readonly Assignment[] {
		return this.assignments.get(key) ?? [];
	}

	headingKeys(): IterableIterator<string> {
		return this.assignments.keys();
	}

	entryValues(field: LimitField): ReadonlyMap<string, readonly number[]> {
		return this.entries[field];
	}

	identified(value: string): readonly number[] {
		return this.identifiers.get(normalIdentifier(value)) ?? [];
	}

	/** Year of a record, or -1. */
	year(record: number): number {
		return this.years[record] ?? -1;
	}

	enteredOn(record: number): string | null {
		return this.entered[record] ?? null;
	}
}

function push<Value>(map: Map<string, Value[]>, key: string, value: Value): void {
	const row = map.get(key);
	if (row) row.push(value);
	else map.set(key, [value]);
}
