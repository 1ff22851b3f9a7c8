/**
 * Words, phrases and proximity on the index (notation.md, section 2). First which records can
 * hold them at all, by sets alone; then, for those, where the words stand, record by record.
 */
import type { SpanQuery } from '../query/index.ts';
import { CollectionIndex } from './collection-index.ts';
import { candidatesOfWords, eachMet, plainWords, type PlainQuery } from './plain-spans.ts';
import { markRecords, placesOf, type Places } from './postings.ts';
import { RecordSet } from './record-set.ts';
import type { Watch } from './watch.ts';
import type { WordMemo } from './word-memo.ts';

/** Every record in which the words, phrase or proximity stand. */
export function evaluateSpans(words: WordMemo, query: SpanQuery, watch?: Watch): RecordSet {
	const { index } = words;
	if (query.kind === 'word') return candidatesOf(words, query, watch);
	const found = RecordSet.none(index.size);
	if (query.kind === 'either') for (const side of query.sides) found.addAll(evaluateSpans(words, side, watch));
	else {
		const all = candidatesOf(words, query, watch);
		spansAmong(words, query, all, all, (record) => found.add(record), watch);
	}
	return found;
}

/**
 * Tells every record of two sets in which the words, phrase or proximity stand.
 * @param possible as {@link candidatesOf} gives them
 * @param open records that matter; it may be changed while this runs
 */
export function spansAmong(
	words: WordMemo,
	query: SpanQuery,
	possible: RecordSet,
	open: RecordSet,
	meet: (record: number) => void,
	watch?: Watch
): void {
	const { index } = words;
	const mark = index.scratch.mark();
	try {
		const plain = query.kind === 'phrase' || query.kind === 'near' ? plainWords(words, query) : null;
		if (plain) {
			const records = index.scratch.take(index.size);
			eachMet(index, query as PlainQuery, plain, records, possible.listWith(open, records), meet, watch);
		} else for (const record of among(words, query, possible.and(open), watch)) meet(record);
	} finally {
		index.scratch.release(mark);
	}
}

/**
 * How often the words, phrase or proximity stand in each of some records.
 * @param tell is called with every record in which they stand at least once
 */
export function countSpans(
	words: WordMemo,
	query: SpanQuery,
	records: RecordSet,
	tell: (record: number, times: number) => void,
	watch?: Watch
): void {
	const { index } = words;
	const possible = candidatesOf(words, query, watch).and(records);
	const rows = Uint32Array.from(possible);
	if (rows.length === 0) return;
	const mark = index.scratch.mark();
	try {
		const rowOf = index.scratch.take(index.size);
		for (let row = 0; row < rows.length; row++) rowOf[rows[row] as number] = row;
		const finder = finderOf({ words, bits: possible.bits, rowOf, rows, watch }, query);
		for (let row = 0; row < rows.length; row++) {
			const times = finder.all(row).length;
			if (times > 0) tell(rows[row] as number, times);
		}
	} finally {
		index.scratch.release(mark);
	}
}

/** Where the spans truly stand, of the records that can have them. */
function among(words: WordMemo, query: SpanQuery, records: RecordSet, watch?: Watch): RecordSet {
	const { index } = words;
	const rows = Uint32Array.from(records);
	if (rows.length === 0) return records;
	const rowOf = index.scratch.take(index.size);
	for (let row = 0; row < rows.length; row++) rowOf[rows[row] as number] = row;
	const finder = finderOf({ words, bits: records.bits, rowOf, rows, watch }, query);
	const met = RecordSet.none(index.size);
	for (let row = 0; row < rows.length; row++) if (finder.any(row)) met.add(rows[row] as number);
	return met;
}

/** The records that can have the spans, by sets alone: those that hold what each part needs, wherever it stands. For a word, the answer itself. */
export function candidatesOf(words: WordMemo, query: SpanQuery, watch?: Watch): RecordSet {
	const { index } = words;
	if (query.kind === 'phrase' || query.kind === 'near') {
		const plain = plainWords(words, query);
		if (plain) return candidatesOfWords(index, plain, CollectionIndex.fieldBits(query.fields), watch);
	}
	switch (query.kind) {
		case 'word':
			return recordsOf(words, query.pattern, CollectionIndex.fieldBits(query.fields), watch);
		case 'phrase': {
			const fields = CollectionIndex.fieldBits(query.fields);
			const [first = '', ...rest] = query.patterns;
			const all = recordsOf(words, first, fields, watch);
			for (const pattern of rest) all.keepOnly(recordsOf(words, pattern, fields, watch));
			return all;
		}
		case 'either':
			return query.sides.reduce((all, side) => {
				all.addAll(candidatesOf(words, side, watch));
				return all;
			}, RecordSet.none(index.size));
		case 'near': {
			const both = candidatesOf(words, query.left, watch);
			both.keepOnly(candidatesOf(words, query.right, watch));
			return both;
		}
	}
}

function recordsOf(words: WordMemo, pattern: string, fields: number, watch?: Watch): RecordSet {
	const found = RecordSet.none(words.index.size);
	markPattern(words, pattern, fields, found, watch);
	return found;
}

/** Adds the records of a word or truncation to a set. */
export const addWord = (words: WordMemo, query: SpanQuery & { kind: 'word' }, to: RecordSet, watch?: Watch) =>
	markPattern(words, query.pattern, CollectionIndex.fieldBits(query.fields), to, watch);

function markPattern(words: WordMemo, pattern: string, fields: number, to: RecordSet, watch?: Watch): void {
	const { index } = words;
	for (const word of words.matching(pattern)) {
		watch?.spend(index.recordsOfWord(word));
		markRecords(index, word, fields, to.bits);
	}
}

/** Spans of one record: first and last place of each, ascending by the first. */
class Spans {
	first: number[] = [];
	last: number[] = [];

	clear(): void {
		this.first.length = 0;
		this.last.length = 0;
	}

	push(first: number, last: number): void {
		this.first.push(first);
		this.last.push(last);
	}

	get length(): number {
		return this.first.length;
	}
}

/** Finds spans in the rows (the candidate records) of one evaluation. */
interface Finder {
	/** True if there is a span in the row. */
	any(row: number): boolean;
	/** All spans in the row; what it returns holds until it is asked again. */
	all(row: number): Spans;
}

/** What all finders of one evaluation share. */
interface Ground {
	readonly words: WordMemo;
	/** The candidate records: as bits, by row, and the row of each. */
	readonly bits: Uint32Array;
	readonly rows: Uint32Array;
	readonly rowOf: Uint32Array;
	readonly watch: Watch | undefined;
}

function finderOf(ground: Ground, query: SpanQuery): Finder {
	const { words, bits, rows, rowOf, watch } = ground;
	const places = (pattern: string) =>
		placesOf(
			words.index,
			words.matching(pattern),
			CollectionIndex.fieldBits(query.fields),
			bits,
			rowOf,
			rows.length,
			watch
		);
	switch (query.kind) {
		case 'word':
			return new WordFinder(places(query.pattern));
		case 'phrase':
			return new PhraseFinder(query.patterns.map(places));
		case 'either':
			return new EitherFinder(query.sides.map((side) => finderOf(ground, side)));
		case 'near':
			return new NearFinder(
				ground,
				finderOf(ground, query.left),
				finderOf(ground, query.right),
				query.distance,
				query.ordered
			);
	}
}

class WordFinder implements Finder {
	private readonly spans = new Spans();
	constructor(private readonly places: Places) {}

	any(row: number): boolean {
		return (this.places.starts[row + 1] as number) > (this.places.starts[row] as number);
	}

	all(row: number): Spans {
		const { spans, places } = this;
		spans.clear();
		const end = places.starts[row + 1] as number;
		for (let at = places.starts[row] as number; at < end; at++) {
			const place = places.places[at] as number;
			spans.push(place, place);
		}
		return spans;
	}
}

class PhraseFinder implements Finder {
	private readonly spans = new Spans();
	private readonly at: number[];
	constructor(private readonly parts: readonly Places[]) {
		this.at = parts.map(() => 0);
	}

	any(row: number): boolean {
		return this.find(row, true);
	}

	all(row: number): Spans {
		this.find(row, false);
		return this.spans;
	}

	/** Walks the places of all parts together; entries lie a gap apart, so that none is crossed. */
	private find(row: number, onlyOne: boolean): boolean {
		const { parts, at, spans } = this;
		spans.clear();
		const [lead] = parts;
		if (!lead) return false;
		for (let part = 1; part < parts.length; part++) at[part] = (parts[part] as Places).starts[row] as number;
		const end = lead.starts[row + 1] as number;
		next: for (let from = lead.starts[row] as number; from < end; from++) {
			const first = lead.places[from] as number;
			for (let part = 1; part < parts.length; part++) {
				const { starts, places } = parts[part] as Places;
				const partEnd = starts[row + 1] as number;
				let here = at[part] as number;
				while (here < partEnd && (places[here] as number) < first + part) here++;
				at[part] = here;
				if (here === partEnd) return spans.length > 0;
				if (places[here] !== first + part) continue next;
			}
			spans.push(first, first + parts.length - 1);
			if (onlyOne) return true;
		}
		return spans.length > 0;
	}
}

class EitherFinder implements Finder {
	private readonly spans = new Spans();
	constructor(private readonly sides: readonly Finder[]) {}

	any(row: number): boolean {
		return this.sides.some((side) => side.any(row));
	}

	all(row: number): Spans {
		this.spans.clear();
		for (const side of this.sides) {
			const { first, last } = side.all(row);
			for (let at = 0; at < first.length; at++) this.spans.push(first[at] as number, last[at] as number);
		}
		sortSpans(this.spans);
		return this.spans;
	}
}

/** Each span looks up its partners by halving, so that two frequent words in a long text cost what they find, not their product. */
class NearFinder implements Finder {
	private readonly spans = new Spans();
	constructor(
		private readonly ground: Ground,
		private readonly left: Finder,
		private readonly right: Finder,
		private readonly distance: number,
		private readonly ordered: boolean
	) {}

	any(row: number): boolean {
		return this.find(row, true);
	}

	all(row: number): Spans {
		this.find(row, false);
		sortSpans(this.spans);
		return this.spans;
	}

	private find(row: number, onlyOne: boolean): boolean {
		this.spans.clear();
		const lefts = this.left.all(row);
		if (lefts.length === 0) return false;
		const rights = this.right.all(row);
		if (rights.length === 0) return false;
		this.follow(row, lefts, rights, onlyOne);
		if (!this.ordered && !(onlyOne && this.spans.length > 0)) this.follow(row, rights, lefts, onlyOne);
		return this.spans.length > 0;
	}

	/** Adds each span of `after` that begins within the distance behind the end of one of `before`. */
	private follow(row: number, before: Spans, after: Spans, onlyOne: boolean): void {
		const { spans } = this;
		const { words, rows, watch } = this.ground;
		const { index } = words;
		const record = rows[row] as number;
		const starts = after.first;
		for (let one = 0; one < before.length; one++) {
			const end = before.last[one] as number;
			let low = 0;
			let high = starts.length;
			while (low < high) {
				const middle = (low + high) >>> 1;
				if ((starts[middle] as number) <= end) low = middle + 1;
				else high = middle;
			}
			const reached = low;
			for (; low < starts.length && (starts[low] as number) - end <= this.distance; low++) {
				const first = before.first[one] as number;
				const last = after.last[low] as number;
				if (!index.inOneEntry(record, first, last)) continue;
				spans.push(first, last);
				if (onlyOne) return;
			}
			watch?.spend(low - reached);
		}
	}
}

/** Ascending by first, then by last place; equal ones once. */
function sortSpans(spans: Spans): void {
	const { first, last } = spans;
	let sorted = true;
	for (let at = 1; at < first.length && sorted; at++) {
		const before = first[at - 1] as number;
		sorted =
			before < (first[at] as number) || (before === first[at] && (last[at - 1] as number) < (last[at] as number));
	}
	if (sorted) return;
	const order = Array.from(first.keys()).sort(
		(a, b) => (first[a] as number) - (first[b] as number) || (last[a] as number) - (last[b] as number)
	);
	const from = first.slice();
	const to = last.slice();
	spans.clear();
	for (const at of order) {
		const top = spans.length - 1;
		if (top >= 0 && spans.first[top] === from[at] && spans.last[top] === to[at]) continue;
		spans.push(from[at] as number, to[at] as number);
	}
}
