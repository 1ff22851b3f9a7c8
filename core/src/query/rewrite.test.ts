/** Covering and rewriting: the cases of notation.md, section 7, and what must not be claimed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compilePattern, includesPattern } from '../text/index.ts';
import {
	bind,
	covers,
	distribute,
	flatten,
	parse,
	print,
	withAlternative,
	writeOut,
	type Expression,
	type Query
} from './index.ts';

const CLOSURES: Readonly<Record<string, readonly string[]>> = {
	'v:delirium': ['v:delirium', 'v:waking'],
	'v:waking': ['v:waking'],
	'v:lamp': ['v:lamp']
};
const around = {
	currentYear: 2026,
	heading: (label: string) => ({ found: 'heading', key: `v:${label.toLowerCase()}`, label, by: 'label' }) as const,
	closure: (key: string) => CLOSURES[key] ?? [key],
	qualifier: (_: string | null, name: string) => ({ allowed: true, name, offered: [] }),
	line: (number: number) => ({ id: `l${number}`, above: true }),
	concept: () => ({ refused: 'none' })
};
const tree = (text: string): Expression => {
	const parsed = parse(text);
	if (!parsed.tree) throw new Error(`${text}: ${parsed.faults[0]?.message ?? ''}`);
	return parsed.tree;
};
const query = (text: string): Query => {
	const { query: bound, faults } = bind(tree(text), around);
	if (!bound) throw new Error(`${text}: ${faults[0]?.message ?? ''}`);
	return bound;
};

describe('covering', () => {
	it.each([
		// notation.md, section 7, "at least".
		['light*', 'lights'],
		['l?ght', 'light'],
		['light~~', 'lights'],
		['*light*', 'day*light'],
		['light', '"bright light"'],
		['light*', '"bright lights"'],
		['light', 'light WITHIN/3 lamp'],
		['"bright light"', '"very bright light therapy"'],
		['light WITHIN/3 lamp', 'light BEFORE/3 lamp'],
		['light WITHIN/3 lamp', 'lamp BEFORE/2 light'],
		['light WITHIN/5 lamp', 'light WITHIN/3 lamp'],
		['light WITHIN/3 lamp', 'lamp WITHIN/3 light'],
		['light* WITHIN/3 lamp', '"lights and a lamp"'],
		['light', 'ti:light'],
		['all:light', 'light'],
		['light OR lamp', 'lamp'],
		['light OR lamp', 'lamp AND day'],
		['lamp', 'lamp NOT day'],
		['light AND lamp', 'lamp AND ti:light AND day'],
		['lamp NOT ti:day', 'lamp NOT day'],
		['{Delirium >}', '{Delirium}'],
		['{Delirium >}', '{Waking}'],
		['{Delirium >}', '{Waking >}'],
		['{Delirium}', '{Delirium | harm}'],
		['{Delirium | harm; care}', '{Delirium | care}'],
		['{* | harm}', '{Delirium | harm}'],
		['{Delirium}', '{!Delirium}'],
		['(light OR lamp) WITHIN/3 day', 'lamp WITHIN/2 day'],
		['yr:2010-', 'yr:2012-2020'],
		['en:2026-01-01..', 'en:2026-03-01..2026-04-01'],
		['la:(english OR french)', 'la:english'],
		['pt:random*', 'pt:randomised'],
		['id:(A OR b)', 'id:B'],
		['has:hd', '{Lamp}'],
		['has:ab', 'ab:light'],
		['light OR lamp OR day', 'lamp OR light'],
		['(light WITHIN/3 lamp) WITHIN/4 day', '(light WITHIN/2 lamp) WITHIN/4 day'],
		['hand:"peer reviewed only"', 'light']
	])('%s covers %s', (wide, narrow) => {
		expect(covers(query(wide), query(narrow))).toBe(true);
		expect(covers(query(wide), query(wide))).toBe(true);
	});
	it.each([
		['lights', 'light*'],
		['"bright light"', 'light'],
		['light BEFORE/3 lamp', 'light WITHIN/3 lamp'],
		['light WITHIN/3 lamp', 'light WITHIN/5 lamp'],
		['ti:light', 'light'],
		['light AND lamp', 'lamp'],
		['lamp NOT day', 'lamp'],
		['{Delirium}', '{Delirium >}'],
		['{!Delirium}', '{Delirium}'],
		['{Delirium | harm}', '{Delirium}'],
		['{Delirium >}', '{Lamp}'],
		// The nearer word of the phrase is not the one that is asked for.
		['bright WITHIN/1 day', '"bright light" WITHIN/1 day'],
		['yr:2010-', 'yr:2009-2020'],
		['has:ab', 'light'],
		['"light a lamp"', 'light WITHIN/2 lamp']
	])('%s does not cover %s', (wide, narrow) => {
		expect(covers(query(wide), query(narrow))).toBe(false);
	});
	it('looks through lines', () => {
		const line = (id: string) => (id === 'l1' ? query('light* OR lamp') : null);
		expect([
			covers(query('#1'), query('lights'), line),
			covers(query('lamp OR light*'), query('#1'), line),
			covers(query('#2'), query('lights'), line)
		]).toEqual([true, true, false]);
	});
});

describe('patterns inside patterns', () => {
	const pattern = fc.string({ unit: fc.constantFrom('a', 'b', '*', '?', '~'), minLength: 1, maxLength: 5 });
	const words = fc.sample(fc.string({ unit: fc.constantFrom('a', 'b', 'c'), minLength: 1, maxLength: 6 }), {
		numRuns: 400,
		seed: 3
	});
	it('are never claimed where a word shows otherwise, and always told for what all words show', () => {
		fc.assert(
			fc.property(pattern, pattern, (wide, narrow) => {
				const [outer, inner] = [compilePattern(wide), compilePattern(narrow)];
				const against = words.find((word) => inner.test(word) && !outer.test(word));
				if (includesPattern(wide, narrow)) expect(against).toBeUndefined();
			}),
			{ numRuns: 3_000 }
		);
		expect([
			includesPattern('*', 'a'),
			includesPattern('a*', 'a?b*'),
			includesPattern('a~~', 'a?'),
			includesPattern('a?', 'a~'),
			includesPattern('*a*', '*ba*')
		]).toEqual([true, true, true, false, true]);
	});
});

describe('rewriting', () => {
	it.each([
		['(light OR (lamp OR day)) AND (a AND b)', '(light OR lamp OR day) AND a AND b'],
		['((light))', 'light'],
		['ti:(light OR (lamp OR day))', 'ti:(light OR lamp OR day)'],
		['(light AND lamp) OR (day AND night)', '(light AND lamp) OR (day AND night)']
	])('flattens %s', (before, after) => {
		expect(print(flatten(tree(before)))).toBe(after);
	});
	it('keeps the comments of brackets that it opens', () => {
		expect(print(flatten(tree('a OR (/* why */ b OR c)')))).toBe('a OR /* why */ b OR c');
	});
	it.each([
		['(light OR lamp) WITHIN/3 day', '(light WITHIN/3 day) OR (lamp WITHIN/3 day)'],
		['(a OR b) BEFORE/2 (c OR d)', '(a BEFORE/2 c) OR (a BEFORE/2 d) OR (b BEFORE/2 c) OR (b BEFORE/2 d)'],
		['ti+ab:(light OR lamp)', 'ti+ab:light OR ti+ab:lamp'],
		['((a OR b) WITHIN/2 c) WITHIN/3 d', '((a WITHIN/2 c) WITHIN/3 d) OR ((b WITHIN/2 c) WITHIN/3 d)'],
		['light AND lamp', 'light AND lamp']
	])('distributes %s', (before, after) => {
		const drawn = distribute(tree(before));
		expect(drawn.ok && print(drawn.expression)).toBe(after);
	});
	it('says so where distributing would make too much', () => {
		const many = `(${Array.from({ length: 60 }, (_, at) => `a${at}`).join(' OR ')})`;
		expect(distribute(tree(`${many} WITHIN/3 ${many}`))).toEqual({
			ok: false,
			message: 'Written out, this would have more than 2,000 pairs. Spread the line first.'
		});
	});
	const list: Readonly<Record<string, readonly string[]>> = {
		'light*': ['light', 'lights'],
		'l?mp': ['lamp'],
		'x*': [],
		'a*': ['a1', 'a2', 'a3', 'a4']
	};
	const written = (text: string) => {
		const { expression, kept } = writeOut(tree(text), (pattern) => list[pattern] ?? [], 3);
		return [print(expression), kept];
	};
	it('writes wildcards out, and names those that it must leave', () => {
		expect(written('light* AND l?mp')).toEqual(['(light OR lights) AND lamp', []]);
		expect(written('"bright light*"')).toEqual(['"bright light" OR "bright lights"', []]);
		expect(written('x* OR light*')).toEqual(['x* OR light OR lights', ['x*']]);
		expect(written('a* WITHIN/2 light*')).toEqual(['a* WITHIN/2 (light OR lights)', ['a*']]);
		expect(written('"light* light*"')).toEqual(['"light* light*"', ['light*']]);
	});
});

describe('another term for a line', () => {
	it.each([
		['', 'ward', 'ward'],
		['light', 'ward', 'light OR ward'],
		['light OR lamp ', '"bright lamp"', 'light OR lamp OR "bright lamp"'],
		['ti:(light AND lamp)', 'ward', 'ti:(light AND lamp) OR ward'],
		['light WITHIN/3 lamp', 'ward', '(light WITHIN/3 lamp) OR ward'],
		['{Lamp} AND icu', '{Waking}', '({Lamp} AND icu) OR {Waking}'],
		['light AND', 'ward', null]
	] as const)('%j with %j is %j', (text, term, expected) => {
		expect(withAlternative(text, term)).toBe(expected);
	});
	it('keeps what the line retrieves, whatever the line', () => {
		for (const text of ['light', 'light OR lamp', 'light AND lamp', 'light NOT lamp', '(light OR lamp) WITHIN/2 ward'])
			expect(covers(query(withAlternative(text, 'dim') ?? ''), query(text))).toBe(true);
	});
});
