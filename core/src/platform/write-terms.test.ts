/** Words and phrases in a platform's own signs, or written out as the words that are known. */
import { describe, expect, it } from 'vitest';
import { parse, type Phrase, type Word } from '../query/index.ts';
import type { Profile } from './profile.ts';
import { testProfile as base } from './test-profile.ts';
import { quoted, termSpellings, VARIANT_CEILING } from './write-terms.ts';

type Wildcards = Profile['platform']['wildcards'];
const NONE: Wildcards = {
	any: null,
	one: null,
	optional: null,
	smallestStem: 0,
	front: false,
	inside: false,
	inPhrases: false
};
const FULL: Wildcards = {
	any: '*',
	one: '#',
	optional: '?',
	smallestStem: 0,
	front: true,
	inside: true,
	inPhrases: true
};
const having = (wildcards: Partial<Wildcards>, rest: Partial<Profile['platform']> = {}): Profile => ({
	...base,
	platform: { ...base.platform, wildcards: { ...FULL, ...wildcards }, ...rest }
});
const termOf = (text: string) => parse(text).tree as Word | Phrase;
function spell(text: string, profile: Profile, known: readonly string[] = []) {
	const notes: string[] = [];
	const spellings = termSpellings(
		termOf(text),
		profile,
		() => known,
		(kind, cause) => notes.push(`${kind}: ${cause}`)
	);
	return { spellings, notes };
}

describe('wildcards in the platform’s signs', () => {
	it.each([
		['light*', FULL, ['light*'], []],
		['wom?n', FULL, ['wom#n'], []],
		['colo~r', FULL, ['colo?r'], []],
		['*light', FULL, ['*light'], []],
		['"bright light*"', FULL, ['bright light*'], []],
		['colo~r', { ...FULL, optional: null }, ['color', 'colo#r'], ['adjusted: optional-forms']],
		['light~~', { ...FULL, optional: null, limited: '$%{n}' }, ['light$2'], []]
	] as const)('%s', (text, wildcards, spellings, notes) => {
		expect(spell(text, having(wildcards))).toEqual({ spellings, notes });
	});
	it.each([
		['no sign', '*light', { any: null }],
		['not at the front', '*light', { front: false }],
		['not inside', 'wom?n', { inside: false }],
		['no stem as short', 'li*', { smallestStem: 3 }],
		['not in phrases', '"bright light*"', { inPhrases: false }]
	] as const)('%s: written out as the words known, which loses others', (_, text, wildcards) => {
		const { spellings, notes } = spell(text, having(wildcards), ['light', 'lights']);
		expect(notes).toEqual(['narrowed: written-out']);
		expect(spellings).toEqual(
			text.startsWith('"')
				? ['bright light', 'bright lights']
				: text === 'li*'
					? ['li', 'light', 'lights']
					: ['light', 'lights']
		);
	});
	it('beyond the ceiling, or with no word known, is to be decided', () => {
		const many = Array.from({ length: VARIANT_CEILING + 1 }, (_, at) => `light${at}`);
		expect(spell('light*', having(NONE), many)).toEqual({ spellings: null, notes: ['to decide: wildcard'] });
		expect(spell('light*', having(NONE))).toEqual({ spellings: null, notes: ['to decide: wildcard'] });
		expect(spell('light*', having(NONE), many.slice(1)).spellings).toHaveLength(VARIANT_CEILING + 1);
	});
	it('two in one phrase become every pair, up to a ceiling', () => {
		expect(spell('"bright* light*"', having({ inPhrases: false }), ['a', 'b']).spellings).toEqual([
			'bright light',
			'bright a',
			'bright b',
			'a light',
			'a a',
			'a b',
			'b light',
			'b a',
			'b b'
		]);
		const thirty = Array.from({ length: 30 }, (_, at) => `w${at}`);
		expect(spell('"bright* light*"', having({ inPhrases: false }), thirty)).toMatchObject({ spellings: null });
	});
	it('a platform that looks for the first so many words only narrows where more are known', () => {
		const words = ['lamp', 'lamps', 'lampshade'];
		expect(spell('lamp*', having({ mostVariants: 2 }), words).notes).toEqual(['narrowed: most-variants']);
		expect(spell('lamp*', having({ mostVariants: 3 }), words).notes).toEqual([]);
	});
});

describe('terms without wildcards', () => {
	it('signs that the platform would take for its own are spaces', () => {
		expect(spell('"light # lamp"', having({})).spellings).toEqual(['light lamp']);
	});
	it('a hyphen that joins is written both ways', () => {
		const joins = having(
			{},
			{
				habits: {
					adjacent: 'refused',
					mapsWords: false,
					addsNarrower: false,
					addsVariants: 'none',
					hyphen: 'joins',
					ignored: [],
					sticks: []
				}
			}
		);
		expect(spell('"x-ray"', joins)).toEqual({ spellings: ['x-ray', 'x ray'], notes: ['adjusted: hyphen'] });
		expect(spell('"x-ray"', having({}))).toEqual({ spellings: ['x-ray'], notes: [] });
	});
	it.each([
		['light', 'light'],
		['bright light', "'bright light'"],
		['both', "'both'"],
		['x-ray', "'x-ray'"],
		['light*', 'light*']
	] as const)('%s is quoted as %s', (text, expected) => {
		expect(quoted(text, having({}))).toBe(expected);
	});
	it('a platform that wants quotes around everything gets them', () => {
		expect(quoted('light', having({}, { terms: { phrase: '"%{text}"', quoteWords: true, collisions: [] } }))).toBe(
			'"light"'
		);
	});
});
