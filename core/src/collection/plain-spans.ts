/**
 * A phrase of plain words, or two plain words near each other, by walking their postings together:
 * every word has a pair in every record that can have the whole.
 */
import type { SpanQuery } from '../query/index.ts';
import { CollectionIndex } from './collection-index.ts';
import { keepRecords, markRecords, pairsOf, readPlaces } from './postings.ts';
import { RecordSet } from './record-set.ts';
import type { Watch } from './watch.ts';
import type { WordMemo } from './word-memo.ts';

export type PlainQuery = SpanQuery & { kind: 'phrase' | 'near' };

/** Stands for a word that the collection does not have. */
const NOWHERE = -1;

/** The words of a phrase or proximity of plain words, {@link NOWHERE} for one that the collection does not have; null for anything else. */
export function plainWords(words: WordMemo, query: PlainQuery): number[] | null {
	const sides =
		query.kind === 'phrase'
			? query.patterns
			: [query.left, query.right].map((side) => (side.kind === 'word' ? side.pattern : null));
	const numbers: number[] = [];
	for (const pattern of sides) {
		const found = pattern === null ? null : words.matching(pattern);
		if (!found || found.length > 1) return null;
		numbers.push(found[0] ?? NOWHERE);
	}
	return numbers;
}

/**
 * The records that hold all of the words. The rarest is marked, the others only take away.
 * @param words as {@link plainWords} gives them
 */
export function candidatesOfWords(
	index: CollectionIndex,
	words: readonly number[],
	fields: number,
	watch?: Watch
): RecordSet {
	const meeting = RecordSet.none(index.size);
	if (words.includes(NOWHERE)) return meeting;
	const byRarity = [...words].sort((a, b) => index.recordsOfWord(a) - index.recordsOfWord(b));
	byRarity.forEach((word, turn) => {
		watch?.spend(index.recordsOfWord(word));
		if (turn === 0) markRecords(index, word, fields, meeting.bits);
		else keepRecords(index, word, fields, meeting.bits);
	});
	return meeting;
}

/**
 * Tells every record in which the words truly stand next to or near each other.
 * @param words as {@link plainWords} gives them
 * @param records ascending; `records[0 … count)` hold all the words in the fields
 */
export function eachMet(
	index: CollectionIndex,
	query: PlainQuery,
	words: readonly number[],
	records: Uint32Array,
	count: number,
	meet: (record: number) => void,
	watch?: Watch
): void {
	const fields = CollectionIndex.fieldBits(query.fields);
	const mark = index.scratch.mark();
	const pairs = words.map((word) => {
		const own = index.scratch.take(count);
		pairsOf(index, word, records, count, own);
		return own;
	});
	const buffers = words.map(() => ({ places: new Uint32Array(64) }));
	const counts = words.map(() => 0);
	for (let row = 0; row < count; row++) {
		const record = records[row] as number;
		for (let part = 0; part < pairs.length; part++)
			counts[part] = readPlaces(
				index,
				record,
				(pairs[part] as Uint32Array)[row] as number,
				fields,
				buffers[part] as { places: Uint32Array }
			);
		if (query.kind === 'phrase' ? holdsPhrase(buffers, counts) : holdsNear(index, record, buffers, counts, query))
			meet(record);
	}
	index.scratch.release(mark);
	watch?.spend(count);
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

function holdsNear(
	index: CollectionIndex,
	record: number,
	buffers: readonly Buffer[],
	counts: readonly number[],
	near: SpanQuery & { kind: 'near' }
): boolean {
	const left = (buffers[0] as Buffer).places;
	const right = (buffers[1] as Buffer).places;
	const lefts = counts[0] as number;
	const rights = counts[1] as number;
	return (
		follows(index, record, left, lefts, right, rights, near.distance) ||
		(!near.ordered && follows(index, record, right, rights, left, lefts, near.distance))
	);
}

/** True if a place of `after` lies behind one of `before`, near enough and in the same entry. */
function follows(
	index: CollectionIndex,
	record: number,
	before: Uint32Array,
	befores: number,
	after: Uint32Array,
	afters: number,
	distance: number
): boolean {
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
