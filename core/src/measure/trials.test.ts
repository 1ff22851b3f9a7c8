/** Remedies: one concept in titles only, a concept or a limit less (handbook, section 2, step 8). */
import { describe, expect, it } from 'vitest';
import { applyEdits, type Json } from '../document/index.ts';
import type { StrategyLine } from '../enquiry/index.ts';
import { parse } from '../query/index.ts';
import { namesOf, readStrategy, refieldSource, roleOf, toSource, type StrategyPart } from '../strategy/index.ts';
import { proposedTrials } from './index.ts';

function strategy(specs: readonly (readonly [text: string, concept?: string])[]): StrategyPart {
	const concepts = ['a', 'b'].map((id) => ({
		id,
		name: id,
		note: '',
		strands: [],
		headings: [],
		words: [],
		parked: []
	}));
	const lines = specs.map(([text, concept = null], at): StrategyLine => ({
		id: `L${at + 1}`,
		source: '',
		concept,
		strand: null,
		role: roleOf(parse(text).tree),
		label: '',
		note: '',
		off: false
	}));
	const names = namesOf({ concepts, lines }, []);
	return { concepts, lines: lines.map((line, at) => ({ ...line, source: toSource(specs[at]?.[0] ?? '', names) })) };
}

describe('refielding', () => {
	it.each([
		['light OR lamp*', ['ti'], 'ti:(light OR lamp*)'],
		['light', ['ti'], 'ti:light'],
		['ti+ab:(light OR lamp)', ['ti'], 'ti:(light OR lamp)'],
		['ti:light OR ab:(lamp AND day)', ['kw'], 'kw:(light OR (lamp AND day))'],
		['light WITHIN/3 day', ['ti', 'kw'], 'ti+kw:(light WITHIN/3 day)'],
		['{Light} OR lamp OR day', ['ti'], '{Light} OR ti:(lamp OR day)'],
		['{Light} OR lamp', ['ti'], '{Light} OR ti:lamp'],
		['(light AND yr:2010-) OR lamp', ['ti'], '(ti:light AND yr:2010-) OR ti:lamp'],
		['(light NOT lamp) AND #1', ['ti'], 'ti:(light NOT lamp) AND #1']
	] as const)('%s in %s is %s', (text, fields, expected) => {
		expect(refieldSource(text, fields)).toBe(expected);
	});
	it('without a field terms are read as usual; what is so already does not change', () => {
		expect(refieldSource('ti:(light OR lamp) OR {Light}', null)).toBe('light OR lamp OR {Light}');
		expect(refieldSource('light OR {Light}', null)).toBeNull();
		expect(refieldSource('light OR', ['ti'])).toBeNull();
	});
});

describe('what may be tried', () => {
	const before = strategy([
		['{Light}', 'a'],
		['light OR lamp', 'a'],
		['ti:day', 'b'],
		['@A AND @B'],
		['#4 AND yr:2010-']
	]);
	const tried = (name: string) => {
		const trial = proposedTrials(before, 'L5').find((one) => one.name.startsWith(name));
		const applied = applyEdits(before as unknown as Json, trial?.edits ?? []);
		return 'document' in applied
			? readStrategy(applied.document as unknown as StrategyPart, [], 2026).map((line) => line.text)
			: [];
	};
	it('follows the order of the trade, and leaves out what changes nothing', () => {
		expect(proposedTrials(before, 'L5').map((one) => `${one.group}: ${one.name}`)).toEqual([
			'too many: Words of A a in titles only',
			'too many: Words of A a in titles and author keywords only',
			'too many: Words of B b in titles and author keywords only',
			'too few: Words of B b in title, abstract and author keywords',
			'too few: Without line 5',
			'too few: Without the concept A a',
			'too few: Without the concept B b',
			'line off: Line 1 off',
			'line off: Line 2 off',
			'line off: Line 3 off'
		]);
	});
	it('says as edits what it says in words', () => {
		expect(tried('Words of A a in titles only')[1]).toBe('ti:(light OR lamp)');
		expect(tried('Words of B b in title, abstract')[2]).toBe('day');
		expect(tried('Without the concept B')[3]).toBe('@A');
	});
	it('says nothing of lines and concepts that the result does not use', () => {
		const aside = strategy([['light', 'a'], ['day', 'b'], ['#1 AND yr:2010-']]);
		expect(proposedTrials(aside, 'L3').map((one) => one.name)).toEqual([
			'Words of A a in titles only',
			'Words of A a in titles and author keywords only',
			'Without line 3',
			'Without the concept A a',
			'Line 1 off'
		]);
	});
});
