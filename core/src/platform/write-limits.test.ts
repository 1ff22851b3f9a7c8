/** Limits in a platform's syntax: written, set by hand, or nothing; and each that is written is read again as it was. */
import { describe, expect, it } from 'vitest';
import { parse, print, type Expression, type Limit } from '../query/index.ts';
import { NO_LIMITS, type Profile } from './profile.ts';
import { readPlatformLine } from './read.ts';
import { testProfile as base } from './test-profile.ts';
import { limitForm } from './write-limits.ts';

const ALL = {
	years: 'issued %{first}..%{last}',
	yearsFrom: 'issued %{first}..',
	yearsTo: 'issued ..%{last}',
	year: 'issued %{first}',
	enteredFrom: 'added %{first}..',
	enteredBetween: 'added %{first}..%{last}',
	language: 'tongue %{text}',
	type: 'form %{text}',
	age: 'age %{text}',
	identifier: 'number %{text}',
	hasAbstract: 'with abstract',
	hasHeadings: null
};
const full: Profile = { ...base, platform: { ...base.platform, limits: ALL } };
const bare: Profile = { ...base, platform: { ...base.platform, limits: NO_LIMITS } };
const limitOf = (text: string): Limit => {
	const { tree } = parse(text);
	if (tree?.kind !== 'limit') throw new Error(`${text} is no limit`);
	return tree.limit;
};
const form = (text: string, profile = full) => limitForm(limitOf(text), profile, 2026);

describe('limits that have a form', () => {
	it.each([
		['yr:2010-2012', ['issued 2010..2012']],
		['yr:2010', ['issued 2010']],
		['yr:2010-', ['issued 2010..']],
		['yr:-2010', ['issued ..2010']],
		['en:2026-02-01..', ['added 2026-02-01..']],
		['en:2026-02-01..2026-03-01', ['added 2026-02-01..2026-03-01']],
		['la:english', ['tongue english']],
		['la:(english OR french)', ['tongue english', 'tongue french']],
		['pt:"field report"', ["form 'field report'"]],
		['id:PX12', ['number PX12']],
		['id:(PX12 OR 10.1/a)', ['number PX12', "number '10.1/a'"]],
		['has:ab', ['with abstract']]
	] as const)('%s', (text, texts) => {
		expect(form(text)).toMatchObject({ is: 'written', texts, joined: 'or', resolved: null });
	});
	it('the last years are those of today, and that is told', () => {
		expect(form('yr:last5')).toEqual({
			is: 'written',
			texts: ['issued 2022..2026'],
			joined: 'or',
			resolved: 'The last 5 years are written as 2022 to 2026.'
		});
		expect(form('yr:last1')).toMatchObject({ texts: ['issued 2026'] });
	});
	it('one year is a span where there is no form for one', () => {
		const spans = { ...full, platform: { ...full.platform, limits: { ...ALL, year: null } } };
		expect(form('yr:2010', spans)).toMatchObject({ is: 'written', texts: ['issued 2010..2010'] });
	});
	it('a source’s own word for a value takes its place', () => {
		const own = { ...full, source: { ...full.source, values: { 'la:english': 'eng' } } };
		expect(form('la:English', own)).toMatchObject({ texts: ['tongue eng'] });
		expect(form('la:french', own)).toMatchObject({ texts: ['tongue french'] });
	});
	it('wildcards in a value are the platform’s', () => {
		expect(form('pt:report*')).toMatchObject({ texts: ["form 'report%'"] });
	});
});

describe('limits that have none', () => {
	it.each([
		['yr:2010-2012', 'years 2010 to 2012'],
		['yr:2010', 'year 2010'],
		['yr:2010-', 'years from 2010'],
		['yr:-2010', 'years up to 2010'],
		['en:2026-02-01..', 'records added from 2026-02-01'],
		['la:english', 'language english'],
		['la:(english OR french)', 'language english or french'],
		['pt:"randomised trial"', 'publication type randomised trial'],
		['ag:adult', 'age group adult'],
		['id:PX12', 'id:PX12'],
		['has:ab', 'records with an abstract'],
		['lacks:hd', 'records without headings'],
		['hand:"humans only"', 'humans only']
	] as const)('%s is set by hand: %s', (text, what) => {
		expect(form(text, bare)).toEqual({ is: 'by-hand', what });
	});
	it('what lacks something is set by hand even where having it has a form', () => {
		expect(form('lacks:ab')).toEqual({ is: 'by-hand', what: 'records without an abstract' });
	});
	it('own marks mean nothing elsewhere', () => {
		expect(form('set:benchmark')).toEqual({ is: 'absent' });
	});
});

describe('what is written is read again', () => {
	it.each([
		'yr:2010-2012',
		'yr:2010',
		'yr:2010-',
		'yr:-2010',
		'en:2026-02-01..',
		'en:2026-02-01..2026-03-01',
		'la:english',
		'pt:"field report"',
		'id:PX12',
		'has:ab'
	])('%s', (text) => {
		const written = form(text);
		if (written.is !== 'written') throw new Error(written.is);
		const { tree, faults } = readPlatformLine(written.texts[0] ?? '', full, { qualifierName: () => null });
		expect(faults).toEqual([]);
		expect(tree && print(tree)).toBe(print(parse(text).tree as Expression));
	});
});
