/** What a source makes of bare words, and what the pieces of an unknown syntax may mean. */
import { describe, expect, it } from 'vitest';
import { parse } from '../query/index.ts';
import { accountPieces, interpretWords } from './interpret.ts';
import { proposeExamples } from './propose.ts';
import type { Profile } from './profile.ts';
import { testProfile } from './test-profile.ts';

const source = (habits: Partial<NonNullable<Profile['platform']['habits']>>): Profile => ({
	...testProfile,
	platform: {
		...testProfile.platform,
		habits: {
			adjacent: 'and',
			mapsWords: true,
			addsNarrower: true,
			addsVariants: 'plurals',
			hyphen: 'separates',
			ignored: ['of', 'the'],
			sticks: [],
			...habits
		}
	}
});
const match = (words: string) =>
	words.toLowerCase() === 'acute confusion'
		? { label: 'Delirium', by: 'acute confusion', narrower: ['Delirium, Poison'] }
		: words.toLowerCase() === 'lamp'
			? { label: 'Lamps', by: 'lamp', narrower: [] }
			: null;

describe('bare words', () => {
	it('takes the longest name of a heading, adds narrower ones and plurals, passes words over, and says what fell through', () => {
		const read = interpretWords('acute confusion of the ward lamp', source({}), match);
		expect(read.parts.map((part) => [part.kind, part.words])).toEqual([
			['heading', 'acute confusion'],
			['ignored', 'of'],
			['ignored', 'the'],
			['words', 'ward'],
			['heading', 'lamp']
		]);
		expect(read.frozen).toBe(
			'({Delirium >} OR (acute AND confusion)) AND (ward OR wards) AND ({Lamps} OR lamp OR lamps)'
		);
		expect(parse(read.frozen).faults).toEqual([]);
		expect(read.added).toBe(5);
	});

	it('does none of it where the source has no such habit', () => {
		const read = interpretWords(
			'acute confusion',
			source({ mapsWords: false, addsVariants: 'none', adjacent: 'or', ignored: [] }),
			match
		);
		expect([read.frozen, read.added, read.plain]).toEqual(['acute OR confusion', 0, true]);
	});

	it('tells typed pieces of an account from added ones', () => {
		expect(accountPieces(['{Delirium >}', 'ward', 'wards'], ['ward', 'lamp']).map((one) => one.meant)).toEqual([
			false,
			true,
			false
		]);
	});
});

describe('pieces of an unknown syntax', () => {
	it.each([
		['light.T1. plus lamp.T1. plus day$.AB.', 'harbour.T1.'],
		['light[head] OR lamp[head] OR day[sum]', 'harbour[head]'],
		['head:light AND head:(lamp OR day) AND sum:night', 'head:harbour'],
		['hl(light) + hl(lamp) + sum(day)', 'hl(harbour)'],
		['light<T> both lamp<T> both day<S>', 'harbour<T>']
	])('%s', (text, example) => {
		expect(proposeExamples(text).fields[0]?.example).toBe(example);
	});

	it('proposes operators, quotes, wildcards and lines, with how often they stand there', () => {
		const { examples } = proposeExamples(
			'1 ti:light* AND ti:"bright day"\n2 ti:lamp* AND ti:"dark night"\n3 #1 AND #2\n'
		);
		expect(Object.fromEntries(examples.map((one) => [one.construct, one.example]))).toMatchObject({
			and: 'ti:harbour AND ti:lantern',
			phrase: 'ti:"stone harbour"',
			ending: 'ti:harbour*',
			lines: '#2 AND #3'
		});
	});

	it('guesses nothing from nothing', () => {
		expect(proposeExamples('light')).toEqual({ fields: [], examples: [] });
		expect(proposeExamples('('.repeat(50_000)).fields).toEqual([]);
	});
});
