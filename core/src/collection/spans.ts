/**
 * Words, phrases and proximity on the index (notation.md, section 2). First which records can
 * hold them at all, by sets alone; then, for those, where the words stand, record by record.
 */
import type { SpanQuery } from '../query/index.ts';
import { CollectionIndex } from './collection-index.ts';
import { markRecords, pairsWithin, placesOf, readPlaces, scratch, type Places, type Watch } from './postings.ts';
import { RecordSet } from './record-set.ts';

/**
 * Every record in which the words, phrase or proximity stand.
 * @param within records that matter, none that {@link candidatesOf} leaves out; null for all
 */
export function evaluateSpans(index: CollectionIndex, query: SpanQuery, within: RecordSet | null = null, watch?: Watch): RecordSet {
	const mark = scratch.mark();
	try {
		return found(new WordMemo(index), query, within, watch);
	} finally {
		scratch.release(mark);
	}
}

function found(words: WordMemo, query: SpanQuery, within: RecordSet | null, watch?: Watch): RecordSet {
	const { index } = words;
	if (query.kind === 'either')
		return query.sides.reduce((all, side) => {
			all.addAll(evaluateSpans(index, side, within && candidates(words, side, watch).and(within), watch));
			return all;
		}, RecordSet.none(index.size));
	const plain = evaluatePlain(words, query, within, watch);
	if (plain) return plain;
	if (query.kind === 'word' || !within) {
		const all = candidates(words, query, watch);
		return query.kind === 'word' ? (within ? all.and(within) : all) : among(words, query, all, watch);
	}
	return among(words, query, within, watch);
}

/** Where the spans truly stand, of the records that can have them. */
function among(words: WordMemo, query: SpanQuery, records: RecordSet, watch?: Watch): RecordSet {
	const { index } = words;
	const rows = Uint32Array.from(records);
	if (rows.length === 0) return records;
	const rowOf = scratch.take(index.size);
	for (let row = 0; row < rows.length; row++) rowOf[rows[row] as number] = row;
	const finder = finderOf({ words, bits: records.bits, rowOf, rows, watch }, query);
	const met = RecordSet.none(index.size);
	for (let row = 0; row < rows.length; row++) if (finder.any(row)) met.add(rows[row] as number);
	return met;
}

/** Adds the records of a word or truncation to a set. */
export function addWord(index: CollectionIndex, query: SpanQuery & { kind: 'word' }, to: RecordSet, watch?: Watch): void {
	const fields = CollectionIndex.fieldBits(query.fields);
	for (const word of index.words.matching(query.pattern)) {
		watch?.spend(index.recordsOfWord(word));
		markRecords(index, word, fields, to.bits);
	}
}

/** The words of each pattern, looked up once. */
class WordMemo {
	private readonly known = new Map<string, number[]>();
	constructor(readonly index: CollectionIndex) {}

	matching(pattern: string): number[] {
		let words = this.known.get(pattern);
		if (!words) this.known.set(pattern, (words = this.index.words.matching(pattern)));
		return words;
	}
}

/** A phrase of plain words, or two plain words near each other, by walking their postings together; null for anything else. */
function evaluatePlain(words: WordMemo, query: SpanQuery, within: RecordSet | null, watch?: Watch): RecordSet | null {
	if (query.kind === 'word' || query.kind === 'either') return null;
	const sides = query.kind === 'phrase' ? query.patterns : [query.left, query.right].map((side) => (side.kind === 'word' ? side.pattern : null));
	const numbers: number[] = [];
	for (const pattern of sides) {
		const found = pattern === null ? null : words.matching(pattern);
		if (found?.length === 0) return RecordSet.none(words.index.size);
		if (found?.length !== 1) return null;
		numbers.push(found[0] as number);
	}
	const { index } = words;
	const fields = CollectionIndex.fieldBits(query.fields);
	// First by sets alone: the records that hold all the words.
	const candidates = within ?? candidatesOfWords(index, numbers, fields, watch);
	const count = candidates.count();
	const met = RecordSet.none(index.size);
	if (count === 0) return met;
	// Then their places: every word has a pair in every candidate, so that all lists run in step.
	const records = scratch.take(count);
	const pairs = numbers.map((word) => {
		const own = scratch.take(count);
		pairsWithin(index, word, fields, candidates.bits, records, own);
		return own;
	});
	const buffers = numbers.map(() => ({ places: new Uint32Array(64) }));
	const counts = numbers.map(() => 0);
	for (let row = 0; row < count; row++) {
		const record = records[row] as number;
		for (let part = 0; part < pairs.length; part++)
			counts[part] = readPlaces(index, record, (pairs[part] as Uint32Array)[row] as number, fields, buffers[part] as { places: Uint32Array });
		if (query.kind === 'phrase' ? holdsPhrase(buffers, counts) : holdsNear(index, record, buffers, counts, query)) met.add(record);
	}
	watch?.spend(count);
	return met;
}

function candidatesOfWords(index: CollectionIndex, words: readonly number[], fields: number, watch?: Watch): RecordSet {
	let meeting: RecordSet | null = null;
	for (const word of words) {
		watch?.spend(index.recordsOfWord(word));
		const own = RecordSet.none(index.size);
		markRecords(index, word, fields, own.bits);
		meeting = meeting ? meeting.and(own) : own;
	}
	return meeting ?? RecordSet.none(index.size);
}

type Buffer = { readonly places: Uint32Array };

/** True if the words stand next to each other in order. Entries lie a gap apart, so that none is crossed. */
function holdsPhrase(buffers: readonly Buffer[], counts: readonly number[]): boolean {
	const lead = (buffers[0] as Buffer).places;
	next: for (let from = 0; from < (counts[0] as number); from++) {
		const first = lead[from] as number;
		for (let part = 1; part < buffers.length; part++) {
			const own = (buffers[part] as Buffer).places;
			const count = counts[part] as number;
			let at = 0;
			while (at < count && (own[at] as number) < first + part) at++;
			if (at === count) return false;
			if (own[at] !== first + part) continue next;
		}
		return true;
	}
	return false;
}

function holdsNear(index: CollectionIndex, record: number, buffers: readonly Buffer[], counts: readonly number[], near: SpanQuery & { kind: 'near' }): boolean {
	const left = (buffers[0] as Buffer).places;
	const right = (buffers[1] as Buffer).places;
	const lefts = counts[0] as number;
	const rights = counts[1] as number;
	return (
		follows(index, record, left, lefts, right, rights, near.distance) || (!near.ordered && follows(index, record, right, rights, left, lefts, near.distance))
	);
}

/** True if a place of `after` lies behind one of `before`, near enough and in the same entry. */
function follows(index: CollectionIndex, record: number, before: Uint32Array, befores: number, after: Uint32Array, afters: number, distance: number): boolean {
	let at = 0;
	for (let one = 0; one < befores; one++) {
		const place = before[one] as number;
		while (at < afters && (after[at] as number) <= place) at++;
		if (at === afters) return false;
		// Only the nearest need be asked: if it lies in another entry, all behind it do.
		const next = after[at] as number;
		if (next - place <= distance && index.inOneEntry(record, place, next)) return true;
	}
	return false;
}

/** The records that can have the spans, by sets alone. */
export function candidatesOf(index: CollectionIndex, query: SpanQuery, watch?: Watch): RecordSet {
	return candidates(new WordMemo(index), query, watch);
}

/** The records that hold what each part needs, wherever it stands. For a word, the answer itself. */
function candidates(words: WordMemo, query: SpanQuery, watch?: Watch): RecordSet {
	const { index } = words;
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
				all.addAll(candidates(words, side, watch));
				return all;
			}, RecordSet.none(index.size));
		case 'near': {
			const both = candidates(words, query.left, watch);
			both.keepOnly(candidates(words, query.right, watch));
			return both;
		}
	}
}

function recordsOf(words: WordMemo, pattern: string, fields: number, watch?: Watch): RecordSet {
	const found = RecordSet.none(words.index.size);
	for (const word of words.matching(pattern)) {
		watch?.spend(words.index.recordsOfWord(word));
		markRecords(words.index, word, fields, found.bits);
	}
	return found;
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
	const places = (pattern: string) => placesOf(words.index, words.matching(pattern), CollectionIndex.fieldBits(query.fields), bits, rowOf, rows.length, watch);
	switch (query.kind) {
		case 'word':
			return new WordFinder(places(query.pattern));
		case 'phrase':
			return new PhraseFinder(query.patterns.map(places));
		case 'either':
			return new EitherFinder(query.sides.map((side) => finderOf(ground, side)));
		case 'near':
			return new NearFinder(ground, finderOf(ground, query.left), finderOf(ground, query.right), query.distance, query.ordered);
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
		sorted = before < (first[at] as number) || (before === first[at] && (last[at - 1] as number) < (last[at] as number));
	}
	if (sorted) return;
	const order = Array.from(first.keys()).sort((a, b) => (first[a] as number) - (first[b] as number) || (last[a] as number) - (last[b] as number));
	const from = first.slice();
	const to = last.slice();
	spans.clear();
	for (const at of order) {
		const top = spans.length - 1;
		if (top >= 0 && spans.first[top] === from[at] && spans.last[top] === to[at]) continue;
		spans.push(from[at] as number, to[at] as number);
	}
}
