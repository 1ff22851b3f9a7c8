/** Known works found or missed, and terms that bring them back, against the strategy evaluated with the term in its line. */
import { describe, expect, it } from 'vitest';
import { buildIndex, RecordSet } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import { evaluateStrategy, type LineToEvaluate } from '../strategy/index.ts';
import { knownWorks, waysBack } from './known-works.ts';

const TITLES = [
	'light delirium',
	'lamp delirium',
	'light confusion',
	'glow confusion',
	'light delirium mice',
	'glow delirium',
	'glow',
	'confusion'
];
const index = buildIndex(
	TITLES.map((title, at) => ({ ...blankRecord(String(at)), titles: [title] })),
	() => undefined
);
const none = RecordSet.none(index.size);
const benchmark = [0, 2, 3, 4, 5];
const marks = { benchmark: RecordSet.of(index.size, benchmark), relevant: none, irrelevant: none };
const word = (pattern: string): Query => ({ kind: 'word', fields: ['ti', 'ab', 'kw'], pattern });
const lineRef = (id: string): Query => ({ kind: 'line', id });
const lines = (queries: readonly (readonly [id: string, query: Query])[]): LineToEvaluate[] =>
	queries.map(([id, query], at) => ({ id, number: at + 1, off: false, empty: false, query }));
const STRATEGY = lines([
	['light', { kind: 'or', parts: [word('light'), word('lamp')] }],
	['delirium', word('delirium')],
	['both', { kind: 'and', parts: [lineRef('light'), lineRef('delirium')] }],
	['result', { kind: 'not', keep: lineRef('both'), drop: word('mice') }]
]);
const TERMS = lines([
	['term glow', word('glow')],
	['term confusion', word('confusion')]
]);

describe('known works', () => {
	const found = knownWorks(STRATEGY, 'result', benchmark, index, marks);
	it('are found, or lost by the sides that do not let them through', () => {
		expect(found?.sides).toEqual([
			{ lines: ['light'], out: false },
			{ lines: ['delirium'], out: false },
			{ lines: ['result'], out: true }
		]);
		expect(found?.works).toEqual([
			{ record: 0, found: true, passes: [true, true, true] },
			{ record: 2, found: false, passes: [true, false, true] },
			{ record: 3, found: false, passes: [false, false, true] },
			{ record: 4, found: false, passes: [true, true, false] },
			{ record: 5, found: false, passes: [false, true, true] }
		]);
	});
	it('are found exactly where every side lets them through', () => {
		for (const work of found?.works ?? []) expect(work.found).toBe(work.passes.every((passed) => passed));
	});
	it('have no verdict where nothing is counted', () => {
		expect(knownWorks(STRATEGY, 'missing', benchmark, index, marks)).toBeNull();
	});
});

describe('a term that brings a work back', () => {
	const ask = (line: string, term: string, record: number) =>
		waysBack([...STRATEGY, ...TERMS], 'result', [{ line, term: `term ${term}`, record }], index, marks)[0];
	it('returns it, at the cost of what else the result gains', () => {
		// Glow beside light brings work 5 and nothing else: 3 and 6 are not about delirium.
		expect(ask('light', 'glow', 5)).toEqual({ returns: true, gained: 1, known: 1, lost: 0 });
		expect(ask('delirium', 'confusion', 2)).toEqual({ returns: true, gained: 1, known: 1, lost: 0 });
	});
	it('does not return it alone where another side loses it, too', () => {
		expect(ask('light', 'glow', 3)).toMatchObject({ returns: false });
	});
	it('is none where it does not hold the work, or its line is not there', () => {
		expect(ask('light', 'confusion', 5)).toBeNull();
		expect(ask('missing', 'glow', 5)).toBeNull();
	});
	it('costs what the strategy retrieves with the term written into its line (brute force)', () => {
		const before = evaluateStrategy(STRATEGY, index, marks).at(-1)?.records ?? none;
		for (const [line, term] of [
			['light', 'glow'],
			['light', 'confusion'],
			['delirium', 'glow'],
			['delirium', 'confusion']
		] as const) {
			const changed = STRATEGY.map((one) =>
				one.id === line && one.query ? { ...one, query: { kind: 'or' as const, parts: [one.query, word(term)] } } : one
			);
			const after = evaluateStrategy(changed, index, marks).at(-1)?.records ?? none;
			for (const record of benchmark.filter((number) => TITLES[number]?.includes(term)))
				expect(ask(line, term, record)).toEqual({
					returns: after.has(record),
					gained: after.without(before).count(),
					known: after.without(before).countWith(marks.benchmark),
					lost: before.without(after).count()
				});
		}
	});
});
