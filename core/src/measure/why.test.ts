/** Why a record is in the result: the terms that admit it, and what each costs, against brute force. */
import { describe, expect, it } from 'vitest';
import { buildIndex, RecordSet } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import { evaluateStrategy, type LineToEvaluate } from '../strategy/index.ts';
import { explainRecord } from './index.ts';
import { withTerm } from './why.ts';

const TITLES: readonly (readonly [title: string, abstract: string])[] = [
	['light delirium', ''],
	['delirium', 'light and lamp'],
	['lamp', 'delirium'],
	['light', ''],
	['light delirium mice', ''],
	['lamp light delirium', '']
];
const index = buildIndex(
	TITLES.map(([title, abstract], at) => ({ ...blankRecord(String(at)), titles: [title], abstract })),
	() => undefined
);
const none = RecordSet.none(index.size);
const marks = { benchmark: none, relevant: none, irrelevant: none };
const word = (pattern: string): Query => ({ kind: 'word', fields: ['ti', 'ab', 'kw'], pattern });
const line = (id: string): Query => ({ kind: 'line', id });
const queries: Query[] = [
	word('delirium'),
	{ kind: 'or', parts: [word('light'), word('lamp')] },
	{ kind: 'not', keep: { kind: 'and', parts: [line('L1'), line('L2')] }, drop: word('mice') }
];
const lines = (of: readonly Query[]): LineToEvaluate[] =>
	of.map((query, at) => ({ id: `L${at + 1}`, number: at + 1, off: false, empty: false, query }));

describe('a record in the result', () => {
	it('shows by side which terms admit it, and what each would cost', () => {
		const admission = explainRecord(lines(queries), 'L3', 1, index, marks);
		expect(admission?.inResult).toBe(true);
		expect(admission?.sides).toEqual([
			{
				lines: ['L1'],
				out: false,
				passes: true,
				terms: [{ line: 'L1', term: 0, lost: 4, gained: 0, losesThis: true, inTitles: 1 }]
			},
			{
				lines: ['L2'],
				out: false,
				passes: true,
				terms: [
					{ line: 'L2', term: 0, lost: 1, gained: 0, losesThis: false, inTitles: 0 },
					{ line: 'L2', term: 1, lost: 1, gained: 0, losesThis: false, inTitles: 0 }
				]
			},
			{ lines: ['L3'], out: true, passes: true, terms: [] }
		]);
	});
	it('costs what evaluating the strategy without the term says', () => {
		const before = evaluateStrategy(lines(queries), index, marks).at(-1)?.records ?? none;
		for (const term of [0, 1]) {
			const without = withTerm(queries[1] as Query, term, () => ({ kind: 'or', parts: [] }));
			const after =
				evaluateStrategy(lines([queries[0] as Query, without as Query, queries[2] as Query]), index, marks).at(-1)
					?.records ?? none;
			const told = explainRecord(lines(queries), 'L3', 1, index, marks)?.sides[1]?.terms[term];
			expect(told?.lost).toBe(before.without(after).count());
		}
	});
});

describe('a record that is not in the result', () => {
	it('shows the side that left it dark', () => {
		const admission = explainRecord(lines(queries), 'L3', 3, index, marks);
		expect(admission?.inResult).toBe(false);
		expect(admission?.sides.map((side) => side.passes)).toEqual([false, true, true]);
	});
	it('shows the NOT that took it out, and what taking that away would bring', () => {
		const side = explainRecord(lines(queries), 'L3', 4, index, marks)?.sides[2];
		expect(side).toMatchObject({ out: true, passes: false, terms: [{ line: 'L3', term: 0, gained: 1 }] });
	});
	it('nothing is said of a result that is not counted', () => {
		expect(
			explainRecord([{ id: 'L1', number: 1, off: false, empty: false, query: null }], 'L1', 0, index, marks)
		).toBeNull();
	});
});
