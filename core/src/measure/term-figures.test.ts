/** What a candidate adds to a concept and to the result: against the strategy with the term written into its line. */
import { describe, expect, it } from 'vitest';
import { buildIndex, RecordSet } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';
import { evaluateStrategy, type LineToEvaluate } from '../strategy/evaluate.ts';
import { tokenTexts } from '../text/index.ts';
import { homeOf } from './home.ts';
import { gainCurve, termFigures, termQuery, type Term } from './term-figures.ts';

const WORDS = ['lamp', 'dusk', 'glow', 'ward', 'nurse'];
/** Every combination of words: 120 records. */
const records = Array.from({ length: 120 }, (_, at): BibliographicRecord => ({
	...blankRecord(`R${at}`),
	titles: [WORDS.filter((_, word) => ((at * 7 + 3) >> word) & 1).join(' ')],
	headings: at % 3 === 0 ? [{ vocabulary: 'v', heading: 'h', main: false, qualifiers: [] }] : []
}));
const index = buildIndex(records, () => 'h');
const none = {
	benchmark: RecordSet.none(index.size),
	relevant: RecordSet.none(index.size),
	irrelevant: RecordSet.none(index.size)
};
const term = (text: string): Term => ({ heading: null, variants: [tokenTexts(text)] });
const line = (id: string, number: number, query: Query): LineToEvaluate => ({
	id,
	number,
	off: false,
	empty: false,
	query
});
const lines = (first: Query = termQuery(term('lamp'))): LineToEvaluate[] => [
	line('a', 1, first),
	line('b', 2, termQuery(term('ward'))),
	line('r', 3, {
		kind: 'and',
		parts: [
			{ kind: 'line', id: 'a' },
			{ kind: 'line', id: 'b' }
		]
	})
];
const count = (some: readonly LineToEvaluate[], id: string) =>
	evaluateStrategy(some, index, none)
		.find((one) => one.id === id)
		?.records?.count() ?? -1;
const concepts = [
	{ lines: ['a'], words: 'a', headings: null },
	{ lines: ['b'], words: 'b', headings: null },
	{ lines: [], words: null, headings: null }
];

describe('figures of candidates', () => {
	it.each(['glow', 'dusk glow', 'lamp', 'nothing'])('of “%s” are those of the strategy that has it', (text) => {
		const [figures] = termFigures(lines(), 'r', concepts, [term(text)], [0, 1, 2, 3, 119, 500], index, none);
		const added = lines({ kind: 'or', parts: [termQuery(term('lamp')), termQuery(term(text))] });
		const alone = [line('t', 1, termQuery(term(text)))];
		expect(figures?.all).toBe(count(alone, 't'));
		expect(figures?.adds[0]).toEqual({
			concept: count(added, 'a') - count(lines(), 'a'),
			result: count(added, 'r') - count(lines(), 'r')
		});
		expect(figures?.adds[2]).toBeNull();
		const held = evaluateStrategy(alone, index, none)[0]?.records;
		expect(figures?.held).toBe([0, 1, 2, 3, 119].filter((number) => held?.has(number)).length);
	});
	it('of a heading go by what is assigned', () => {
		const [figures] = termFigures(lines(), null, concepts, [{ heading: 'v:h', variants: [] }], [0, 1, 2], index, none);
		expect(figures).toMatchObject({ all: 40, held: 1, adds: [null, null, null] });
	});
});

describe('the concept of a candidate', () => {
	it('is the one that holds most of its records; of several, the one where the result gains most', () => {
		expect(homeOf([{ concept: 5, result: 9 }, { concept: 0, result: 0 }, null])).toBe(1);
		expect(
			homeOf([
				{ concept: 5, result: 2 },
				{ concept: 5, result: 3 },
				{ concept: 6, result: 9 }
			])
		).toBe(1);
		expect(homeOf([null, null])).toBe(-1);
		expect(homeOf([])).toBe(-1);
	});
});

describe('what the result gains by candidate after candidate', () => {
	it('is what the strategy with all of them so far has more', () => {
		const added = ['dusk', 'nurse', 'nothing', 'glow dusk', 'lamp'];
		const curve = gainCurve(
			lines(),
			'r',
			concepts,
			added.map((text) => term(text)),
			index,
			none
		);
		const now = count(lines(), 'r');
		const targets = { a: [termQuery(term('lamp'))], b: [termQuery(term('ward'))] };
		const expected = added.map((text) => {
			const adds = termFigures(lines(), 'r', concepts, [term(text)], [], index, none)[0]?.adds ?? [];
			targets[homeOf(adds) === 1 ? 'b' : 'a'].push(termQuery(term(text)));
			const [a, b, r] = lines();
			const whole = [
				{ ...(a as LineToEvaluate), query: { kind: 'or' as const, parts: targets.a } },
				{ ...(b as LineToEvaluate), query: { kind: 'or' as const, parts: targets.b } },
				r as LineToEvaluate
			];
			return count(whole, 'r') - now;
		});
		expect(curve).toEqual(expected);
		expect(curve.at(-1)).toBeGreaterThan(0);
		// What no record holds adds nothing.
		expect(curve[2]).toBe(curve[1]);
	});
	it('is not known without a result', () => {
		expect(gainCurve(lines(), 'missing', concepts, [term('dusk')], index, none)).toEqual([]);
	});
});
