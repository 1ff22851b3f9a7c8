/**
 * How much of a query's terms stands in each record: Okapi BM25 with k1 = 1.2 and b = 0.75
 * (Robertson and Zaragoza, 2009; the formula and its constants as documented for SQLite's FTS5,
 * "The bm25() function"). A heading counts like a word that stands there once.
 */
import type { Query, SpanQuery } from '../query/index.ts';
import type { CollectionIndex } from './collection-index.ts';
import { evaluate } from './evaluate.ts';
import { RecordSet } from './record-set.ts';
import { countSpans, evaluateSpans } from './spans.ts';
import type { Watch } from './watch.ts';
import { WordMemo } from './word-memo.ts';

const K1 = 1.2;
const B = 0.75;
/** What a term is worth that half of all records have, or more. */
const LEAST = 1e-6;

const isSpan = (query: Query): query is SpanQuery => ['word', 'phrase', 'near', 'either'].includes(query.kind);

/**
 * @param terms words, phrases, proximities and headings, each once
 * @param records those to be ranked
 * @returns a score for every record by number, 0 for those that are not ranked or hold none of it
 */
export function relevanceOf(
	index: CollectionIndex,
	terms: readonly Query[],
	records: RecordSet,
	watch?: Watch
): Float64Array {
	const scores = new Float64Array(index.size);
	const { lengths } = index.sections;
	let all = 0;
	for (let record = 0; record < index.size; record++) all += lengths[record] as number;
	const average = index.size === 0 ? 1 : Math.max(1, all / index.size);
	const words = new WordMemo(index);
	const none = { line: () => RecordSet.none(index.size), marked: () => RecordSet.none(index.size) };
	for (const term of terms) {
		const holding = isSpan(term) ? evaluateSpans(words, term, watch) : evaluate(index, term, none, undefined, watch);
		const found = holding.count();
		const worth = Math.max(LEAST, Math.log((index.size - found + 0.5) / (found + 0.5)));
		const add = (record: number, times: number) => {
			const length = lengths[record] as number;
			scores[record] =
				(scores[record] as number) + (worth * (times * (K1 + 1))) / (times + K1 * (1 - B + (B * length) / average));
		};
		if (isSpan(term)) countSpans(words, term, records, add, watch);
		else for (const record of holding.and(records)) add(record, 1);
	}
	return scores;
}
