/** Mistakes that a second pair of eyes looks for in the lines (handbook, section 4). */
import { describe, expect, it } from 'vitest';
import { applyEdits, type Json } from '../document/index.ts';
import type { LineRole, StrategyLine } from '../enquiry/index.ts';
import { editsOf } from '../findings/index.ts';
import { parse } from '../query/index.ts';
import {
	adviceOn,
	emptiedConcepts,
	namesOf,
	readStrategy,
	roleOf,
	toSource,
	usersOf,
	type StrategyPart
} from './index.ts';

type Spec = readonly [text: string, concept?: string | null, role?: LineRole];
function strategy(specs: readonly Spec[]): StrategyPart {
	const concepts = ['a', 'b'].map((id) => ({
		id,
		name: id,
		note: '',
		strands: [],
		headings: [],
		words: [],
		parked: []
	}));
	const lines = specs.map(([text, concept = null, role], at): StrategyLine => ({
		id: `L${at + 1}`,
		source: '',
		concept,
		strand: null,
		role: role ?? roleOf(parse(text).tree),
		label: '',
		note: '',
		off: false
	}));
	const names = namesOf({ concepts, lines }, []);
	return { concepts, lines: lines.map((line, at) => ({ ...line, source: toSource(specs[at]?.[0] ?? '', names) })) };
}
const said = (of: StrategyPart, final: string | null = null) =>
	adviceOn(of, final).map(({ place, rule }) => `${place.kind === 'line' ? place.line : ''} ${rule}`);

describe('a joining', () => {
	it('misses a line of its concept that stands among those that it joins; taking it in mends that', () => {
		const before = strategy([
			['light', 'a'],
			['lamp', 'a'],
			['day', 'a'],
			['#1 OR #3', 'a']
		]);
		const [advice] = adviceOn(before, null);
		expect(advice).toMatchObject({
			place: { kind: 'line', line: 'L4', span: null },
			rule: 'not-taken-in',
			message: 'Line 2 is among the lines that this combines, and not in it.'
		});
		const mended = applyEdits(before as unknown as Json, editsOf(advice?.repairs[0]));
		expect(
			'document' in mended && readStrategy(mended.document as unknown as StrategyPart, [], 2026).at(-1)?.text
		).toBe('#1 OR #2 OR #3');
	});
	it('a list of lines stays a list when a line is added to it', () => {
		const before = strategy([
			['light', 'a'],
			['lamp', 'a'],
			['sun', 'a'],
			['ANY(#1, #3)', 'a']
		]);
		const [advice] = adviceOn(before, null);
		const mended = applyEdits(before as unknown as Json, editsOf(advice?.repairs[0]));
		expect(
			'document' in mended && readStrategy(mended.document as unknown as StrategyPart, [], 2026).at(-1)?.text
		).toBe('ANY(#1-#3)');
	});
	it('misses nothing that is off, empty, of another concept, a limit, or joined by one of its lines', () => {
		const of = strategy([
			['light', 'a'],
			['', 'a'],
			['yr:2010-', null],
			['day', 'b'],
			['lamp', 'a'],
			['sun', 'a'],
			['#5 OR #6', 'a'],
			['#1 OR #7', 'a']
		]);
		expect(said(of)).toEqual([]);
	});
	it('names a wrong line', () => {
		expect(
			said(
				strategy([
					['light', 'a'],
					['day', 'b'],
					['#1 OR #2', 'a', 'joining']
				])
			)
		).toEqual(['L3 wrong-concept']);
		expect(adviceOn(strategy([['light', 'a'], ['day', 'b'], ['#1 OR #2']]), null)[0]?.message).toContain(
			'concept A and concept B with OR'
		);
		expect(said(strategy([['light', 'a'], ['day', 'b'], ['#1 AND #2']]))).toEqual([]);
	});
});

describe('a limit', () => {
	it('on a single concept is told; after the combination it only needs a reason', () => {
		expect(
			said(
				strategy([
					['light', 'a'],
					['#1 AND yr:2010-', null, 'limit']
				])
			)
		).toEqual(['L2 limit-on-concept', 'L2 no-reason']);
		expect(
			said(
				strategy([
					['light', 'a'],
					['@A AND la:english', null, 'limit']
				])
			)
		).toEqual(['L2 limit-on-concept']);
		expect(said(strategy([['light', 'a'], ['day', 'b'], ['@A AND @B'], ['#3 AND yr:2010-', null, 'limit']]))).toEqual([
			'L4 no-reason'
		]);
	});
	it('by country is advised against', () => {
		expect(said(strategy([['light', 'a'], ['@A AND @A'], ['#2 AND af:norway', null, 'filter']]))).toEqual([
			'L3 country'
		]);
	});
});

describe('a line', () => {
	it('of no concept is told, with the concept of the line above offered first', () => {
		const [advice] = adviceOn(strategy([['day', 'b'], ['light']]), null);
		expect(advice).toMatchObject({
			place: { kind: 'line', line: 'L2', span: null },
			rule: 'no-concept',
			repairs: [{ label: 'Put it into B b' }, { label: 'Put it into A a' }]
		});
	});
	it('that the result does not use is told; what it uses by its concept is used', () => {
		const of = strategy([['light', 'a'], ['day', 'b'], ['sun', 'b'], ['@A AND #2'], ['set:benchmark NOT #4']]);
		expect(said(of, 'L4')).toEqual(['L3 not-used']);
		expect(said(strategy([['light', 'a'], ['day', 'b'], ['@A AND @B']]), 'L3')).toEqual([]);
	});
	it('that sums up a concept whose lines are used by its letter is no leftover', () => {
		expect(
			said(strategy([['light', 'a'], ['lamp', 'a'], ['#1 OR #2', 'a', 'joining'], ['day', 'b'], ['@A AND @B']]), 'L5')
		).toEqual([]);
	});
	it('names its users before it goes', () => {
		const of = strategy([['light'], ['day'], ['#1 OR #2'], ['#3 NOT #1']]);
		expect(usersOf(of, ['L1'])).toEqual([3, 4]);
		expect(usersOf(of, ['L1', 'L3'])).toEqual([4]);
	});
	it('that was the last thing in its concept leaves it empty', () => {
		const of = strategy([['light', 'a'], ['day', 'b'], ['sun', 'b'], ['#1 OR #2']]);
		expect(emptiedConcepts(of, ['L2'])).toEqual([]);
		expect(emptiedConcepts(of, ['L2', 'L3'])).toEqual(['B']);
		expect(emptiedConcepts(of, ['L1', 'L2', 'L3'])).toEqual(['A', 'B']);
		const [first, second] = of.concepts;
		const noted = {
			...of,
			concepts: [
				{ ...first, note: 'Ask the team.' },
				{ ...second, words: [{ id: 'w', text: 'sun', strand: null, origin: '' }] }
			]
		};
		expect(emptiedConcepts(noted as StrategyPart, ['L1', 'L2', 'L3'])).toEqual([]);
		expect(emptiedConcepts(of, ['L4'])).toEqual([]);
	});
});
