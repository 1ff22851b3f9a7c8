/** Words, phrases and proximity on the index: which records, and where in them (notation.md, section 2). */
import { INDEXED_FIELDS, type IndexedField, type SpanQuery } from '../query/index.ts';
import { compilePattern } from '../text/index.ts';
import { FIELD_SHIFT, type CollectionIndex, type Postings } from './collection-index.ts';
import { RecordSet } from './record-set.ts';

/** The numbers of all words that a pattern matches. */
export function wordsMatching(index: CollectionIndex, pattern: string): number[] {
	const compiled = compilePattern(pattern);
	const found: number[] = [];
	for (let at = index.firstWordFrom(compiled.prefix); at < index.words.length; at++) {
		const word = index.words[at] ?? '';
		if (!word.startsWith(compiled.prefix)) break;
		if (compiled.exact && word !== compiled.prefix) break;
		if (compiled.test(word)) found.push(at);
	}
	return found;
}

/** The postings of a pattern: those of its one word, or of all its words merged. */
export function postingsOf(index: CollectionIndex, pattern: string): Postings {
	const words = wordsMatching(index, pattern);
	const [only] = words;
	if (words.length === 1 && only !== undefined) return index.posting(only);
	return merge(
		words.map((word) => index.posting(word)),
		index.size
	);
}

/** Merges by counting: one pass for the sizes, one to place, then each record's places sorted. */
function merge(lists: readonly Postings[], size: number): Postings {
	const counts = new Uint32Array(size);
	for (const list of lists)
		list.records.forEach((record, at) => {
			counts[record] = (counts[record] ?? 0) + (list.starts[at + 1] ?? 0) - (list.starts[at] ?? 0);
		});
	const records: number[] = [];
	const starts: number[] = [0];
	const next = new Uint32Array(size);
	let total = 0;
	counts.forEach((count, record) => {
		if (count === 0) return;
		records.push(record);
		next[record] = total;
		total += count;
		starts.push(total);
	});
	const places = new Uint32Array(total);
	for (const list of lists)
		list.records.forEach((record, at) => {
			const end = list.starts[at + 1] ?? 0;
			for (let from = list.starts[at] ?? 0; from < end; from++) {
				const to = next[record] ?? 0;
				places[to] = list.places[from] ?? 0;
				next[record] = to + 1;
			}
		});
	for (let row = 0; row < records.length; row++) places.subarray(starts[row], starts[row + 1]).sort();
	return { records: Uint32Array.from(records), starts: Uint32Array.from(starts), places };
}

/** A stretch of tokens, both ends included, as places. */
export interface PlaceSpan {
	readonly first: number;
	readonly last: number;
}

/** Something that can be asked, record by record in ascending order, where it stands. */
interface SpanSource {
	readonly records: RecordSet;
	/** All spans; or, where one is enough, at least one if there is any. */
	at(record: number, onlyOne?: boolean): readonly PlaceSpan[];
}

/** Every record in which the words, phrase or proximity stand. */
export function evaluateSpans(index: CollectionIndex, query: SpanQuery): RecordSet {
	if (query.kind === 'word') {
		const postings = postingsOf(index, query.pattern);
		const inField = fieldTest(query.fields);
		const found = RecordSet.none(index.size);
		postings.records.forEach((record, row) => {
			const end = postings.starts[row + 1] ?? 0;
			for (let at = postings.starts[row] ?? 0; at < end; at++)
				if (inField(postings.places[at] ?? 0)) {
					found.add(record);
					return;
				}
		});
		return found;
	}
	if (query.kind === 'either') return query.sides.map((side) => evaluateSpans(index, side)).reduce((a, b) => a.or(b), RecordSet.none(index.size));
	const source = spanSource(index, query);
	const found = RecordSet.none(index.size);
	for (const record of source.records) if (source.at(record, true).length > 0) found.add(record);
	return found;
}

function fieldTest(fields: readonly IndexedField[]): (place: number) => boolean {
	const wanted = INDEXED_FIELDS.map((field) => fields.includes(field));
	return (place) => wanted[place >>> FIELD_SHIFT] === true;
}

function spanSource(index: CollectionIndex, query: SpanQuery): SpanSource {
	switch (query.kind) {
		case 'word':
			return wordSource(index, query.pattern, query.fields);
		case 'phrase':
			return phraseSource(index, query.patterns, query.fields);
		case 'either': {
			const sides = query.sides.map((side) => spanSource(index, side));
			return {
				records: sides.reduce((all, side) => all.or(side.records), RecordSet.none(index.size)),
				at: (record) => distinct(sides.flatMap((side) => (side.records.has(record) ? side.at(record) : [])))
			};
		}
		case 'near': {
			const left = spanSource(index, query.left);
			const right = spanSource(index, query.right);
			return {
				records: left.records.and(right.records),
				at: (record, onlyOne = false) => joinNear(index, record, left.at(record), right.at(record), query.distance, query.ordered, onlyOne)
			};
		}
	}
}

function rowOf(postings: Postings, record: number): number {
	let low = 0;
	let high = postings.records.length;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if ((postings.records[middle] ?? 0) < record) low = middle + 1;
		else high = middle;
	}
	return postings.records[low] === record ? low : -1;
}

function placesAt(postings: Postings, record: number): Uint32Array {
	const row = rowOf(postings, record);
	return row < 0 ? new Uint32Array(0) : postings.places.subarray(postings.starts[row], postings.starts[row + 1]);
}

function wordSource(index: CollectionIndex, pattern: string, fields: readonly IndexedField[]): SpanSource {
	const postings = postingsOf(index, pattern);
	const inField = fieldTest(fields);
	return {
		records: RecordSet.of(index.size, postings.records),
		at: (record) =>
			Array.from(placesAt(postings, record))
				.filter(inField)
				.map((place) => ({ first: place, last: place }))
	};
}

function phraseSource(index: CollectionIndex, patterns: readonly string[], fields: readonly IndexedField[]): SpanSource {
	const parts = patterns.map((pattern) => postingsOf(index, pattern));
	const inField = fieldTest(fields);
	return {
		records: parts.map((part) => RecordSet.of(index.size, part.records)).reduce((a, b) => a.and(b)),
		at: (record) => {
			const places = parts.map((part) => placesAt(part, record));
			const rest = places.slice(1).map((list) => new Set(list));
			const spans: PlaceSpan[] = [];
			for (const first of places[0] ?? [])
				if (inField(first) && rest.every((list, step) => list.has(first + step + 1))) spans.push({ first, last: first + rest.length });
			return spans;
		}
	};
}

/**
 * Pairs of spans near each other. Each span looks up its partners by binary search, so that two
 * frequent words in a very long text cost what they find and not their product.
 */
function joinNear(
	index: CollectionIndex,
	record: number,
	lefts: readonly PlaceSpan[],
	rights: readonly PlaceSpan[],
	distance: number,
	ordered: boolean,
	onlyOne: boolean
): readonly PlaceSpan[] {
	const spans: PlaceSpan[] = [];
	/** Adds each span of `after` that begins within the distance behind the end of one of `before`. */
	const follow = (before: readonly PlaceSpan[], after: readonly PlaceSpan[]) => {
		const sorted = [...after].sort((a, b) => a.first - b.first);
		for (const one of before) {
			for (let at = firstFrom(sorted, one.last + 1); at < sorted.length; at++) {
				const next = sorted[at];
				if (!next || next.first - one.last > distance) break;
				if (one.first >>> FIELD_SHIFT !== next.last >>> FIELD_SHIFT || !index.inOneEntry(record, one.first, next.last)) continue;
				spans.push({ first: one.first, last: next.last });
				if (onlyOne) return;
			}
		}
	};
	follow(lefts, rights);
	if (!ordered && !(onlyOne && spans.length > 0)) follow(rights, lefts);
	return distinct(spans);
}

/** Where the first span begins that does not begin before `place`; spans ascending by their first place. */
function firstFrom(spans: readonly PlaceSpan[], place: number): number {
	let low = 0;
	let high = spans.length;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if ((spans[middle]?.first ?? 0) < place) low = middle + 1;
		else high = middle;
	}
	return low;
}

function distinct(spans: readonly PlaceSpan[]): readonly PlaceSpan[] {
	if (spans.length < 2) return spans;
	const seen = new Map(spans.map((span) => [`${span.first}-${span.last}`, span]));
	return [...seen.values()];
}
