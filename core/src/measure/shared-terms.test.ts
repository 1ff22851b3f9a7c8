/** Terms in two concepts, and what rests on them alone. */
import { expect, it } from 'vitest';
import { buildIndex, RecordSet } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import type { LineToEvaluate } from '../strategy/index.ts';
import { sharedTerms } from './index.ts';

const TITLES = ['icu delirium', 'icu', 'delirium ward', 'ward icu', 'delirium', 'icu delirium ward'];
const index = buildIndex(
	TITLES.map((title, at) => ({ ...blankRecord(String(at)), titles: [title] })),
	() => undefined
);
const none = RecordSet.none(index.size);
const marks = { benchmark: none, relevant: none, irrelevant: none };
const word = (pattern: string): Query => ({ kind: 'word', fields: ['ti'], pattern });
const or = (...parts: Query[]): Query => ({ kind: 'or', parts });
const line = (id: string): Query => ({ kind: 'line', id });
const lines = (queries: readonly Query[]): LineToEvaluate[] =>
	queries.map((query, at) => ({ id: `L${at + 1}`, number: at + 1, off: false, empty: false, query }));

it('a term in two ANDed concepts is told with the records that rest on it alone', () => {
	const queries = [
		or(word('delirium'), word('icu')),
		or(word('ward'), word('icu')),
		{ kind: 'and', parts: [line('L1'), line('L2')] } satisfies Query
	];
	// Without icu only what has delirium and ward is left.
	expect(sharedTerms(lines(queries), ['a', 'b', null], 'L3', index, marks)).toEqual([
		{
			places: [
				{ line: 'L1', term: 1 },
				{ line: 'L2', term: 1 }
			],
			lost: 3
		}
	]);
});

it('the same term in one concept, or in a line that the result does not use, is none', () => {
	const queries = [
		word('icu'),
		word('icu'),
		word('ward'),
		{ kind: 'and', parts: [or(line('L1'), line('L2')), line('L3')] } satisfies Query
	];
	expect(sharedTerms(lines(queries), ['a', 'a', 'b', null], 'L4', index, marks)).toEqual([]);
	expect(sharedTerms(lines([word('icu'), word('icu'), line('L1')]), ['a', 'b', null], 'L3', index, marks)).toEqual([]);
});
