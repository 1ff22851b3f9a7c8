/** A line in a platform's own syntax: the tree that it means; for each fault a place, and what was understood is kept. */
import { describe, expect, it } from 'vitest';
import { parse, print, type Expression } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { readPlatformLine } from './read.ts';
import { testProfile as base } from './test-profile.ts';

const CODES: Readonly<Record<string, string>> = { ha: 'harm', ca: 'care' };
const read = (text: string, profile: Profile = base) =>
	readPlatformLine(text, profile, { qualifierName: (code) => CODES[code] ?? null });
const meaning = (text: string, profile?: Profile) => {
	const { tree, faults } = read(text, profile);
	return {
		text: tree && print(tree),
		faults: faults
			.filter(({ severity }) => severity === 'error')
			.map(({ code, from, to }) => [code, text.slice(from, to)])
	};
};
const same = (notation: string) => print(parse(notation).tree as Expression);
const platform = (change: Partial<Profile['platform']>): Profile => ({
	...base,
	platform: { ...base.platform, ...change }
});

describe('lines that are understood', () => {
	it.each([
		['light<T>', 'ti:light'],
		['light<T+S+W>', 'light'],
		['light<t+s>', 'ti+ab:light'],
		["'bright light'<T>", 'ti:"bright light"'],
		["'both'<T>", 'ti:"both"'],
		['light%<T>', 'ti:light*'],
		['wom_n<T>', 'ti:wom?n'],
		['(light either lamp)<T>', 'ti:(light OR lamp)'],
		['(light EITHER lamp)<T> BOTH night<S>', '(ti:(light OR lamp)) AND ab:night'],
		['light<T> except (lamp<T> either night<T>)', 'ti:(light NOT (lamp OR night))'],
		['(light gap2 lamp)<T>', 'ti:(light WITHIN/3 lamp)'],
		['((light either lamp) gap0 night)<T>', 'ti:((light OR lamp) WITHIN/1 night)'],
		['s[Delirium]', '{Delirium}'],
		['s[Delirium; below]', '{Delirium >}'],
		['s[Delirium; below; chief; facet ha, ca]', '{!Delirium > | harm; care}'],
		['step 3 both step 4', '#3 AND #4'],
		['any 2..5', 'ANY(#2-#5)'],
		['issued 2010..2012', 'yr:2010-2012'],
		['issued 2010..', 'yr:2010-'],
		['tongue english', 'la:english']
	])('%s', (text, notation) => {
		expect(meaning(text)).toEqual({ text: same(notation), faults: [] });
	});
	it('a note is no part of the meaning, and kept', () => {
		const { tree, comments } = read('light<T> -- what the ward has');
		expect([tree && print(tree), comments]).toEqual(['ti:light', ['what the ward has']]);
	});
	it('nothing at all is nothing', () => {
		expect(read('   ')).toMatchObject({ tree: null });
	});
	it('several operators in a row are one junction, as brackets around them would be', () => {
		expect(meaning('a<T> either b<T> either c<T>').text).toBe(same('ti:(a OR b OR c)'));
	});
});

describe('the order of operators', () => {
	const mixed = 'a<T> either b<T> both c<T>';
	const by = (precedence: Profile['platform']['operators']['precedence']) =>
		platform({ operators: { ...base.platform.operators, precedence } });
	it('is the platform’s: from the left, AND first, or brackets demanded', () => {
		expect(meaning(mixed, by('left-to-right'))).toEqual({ text: same('ti:((a OR b) AND c)'), faults: [] });
		expect(meaning(mixed, by('and-first'))).toEqual({ text: same('ti:(a OR (b AND c))'), faults: [] });
		const demanded = meaning(mixed, by('brackets-demanded'));
		expect([demanded.text, demanded.faults.map(([code]) => code)]).toEqual([
			same('ti:((a OR b) AND c)'),
			['mixed-operators']
		]);
	});
});

describe('lines with faults', () => {
	it.each([
		['an open bracket', '(light<T> either lamp<T>'],
		['an operator without its second side', 'light<T> both'],
		['an operator without its first side', 'both light<T>'],
		['a field that the source has not', 'light<Q>'],
		['a bracket too many', 'light<T>)'],
		['an open quote', "'bright light<T>"],
		['two pieces with nothing between', 'light<T> lamp<T>']
	])('%s is told, within the line', (_, text) => {
		const { faults } = read(text);
		const errors = faults.filter(({ severity }) => severity === 'error');
		expect(errors.length).toBeGreaterThan(0);
		for (const { from, to, message } of errors) {
			expect(from).toBeGreaterThanOrEqual(0);
			expect(to).toBeLessThanOrEqual(text.length);
			expect(from).toBeLessThanOrEqual(to);
			expect(message).toMatch(/\S/);
		}
	});
	it('what was understood before a fault is kept', () => {
		expect(meaning('light<T> both (lamp<T>').text).toContain('light');
		expect(meaning('light<T> both lamp<Q>').text).toContain('light');
	});
});

describe('lines that would never end', () => {
	it('brackets in brackets are read as deep as anybody writes them, and refused beyond', () => {
		const nested = (depth: number) => `${'('.repeat(depth)}light<T>${')'.repeat(depth)}`;
		expect(meaning(nested(250))).toEqual({ text: 'ti:light', faults: [] });
		expect(read(nested(2_000)).faults.some(({ severity }) => severity === 'error')).toBe(true);
	});
	it('a form that begins with its own side is given up, not followed for ever', () => {
		const odd = platform({ proximity: { ...base.platform.proximity, within: '%{right}%{left}%{n}' } });
		expect(read('light lamp 3', odd).faults.some(({ severity }) => severity === 'error')).toBe(true);
	});
});
