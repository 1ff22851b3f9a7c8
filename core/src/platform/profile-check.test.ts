/** Profiles that contradict themselves are told where and why; each fault of its own, and none of a profile without any. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONSTRUCTS } from './constructs.ts';
import { checkConstructs, profileProblems } from './profile-check.ts';
import type { Profile } from './profile.ts';
import { testProfile as base } from './test-profile.ts';

type Platform = Profile['platform'];
const platform = (change: Partial<Platform>): Profile => ({ ...base, platform: { ...base.platform, ...change } });
const source = (change: Partial<Profile['source']>): Profile => ({ ...base, source: { ...base.source, ...change } });
const { fields, terms, operators, wildcards, proximity, lines, limits } = base.platform;
const headings = base.platform.headings as NonNullable<Platform['headings']>;
const problems = (profile: Profile) => profileProblems(profile).map(({ at, message }) => `${at}: ${message}`);

describe('a profile that contradicts itself', () => {
	it('is none where everything has its own sign', () => {
		expect(problems(base)).toEqual([]);
	});
	it.each([
		[
			'a field without a place for the text',
			platform({ fields: { ...fields, pattern: '<%{code}>' } }),
			'platform.fields.pattern: The pattern lacks %{text}.'
		],
		[
			'a phrase with a slot that means nothing',
			platform({ terms: { ...terms, phrase: "'%{text}%{colour}'" } }),
			'platform.terms.phrase: %{colour} has no meaning in this pattern.'
		],
		[
			'a slot twice',
			platform({ lines: { ...lines, reference: 'step %{n}%{n}' } }),
			'platform.lines.reference: A slot is in the pattern twice.'
		],
		[
			'a run without its end',
			platform({ lines: { ...lines, anyRun: 'any %{first}..' } }),
			'platform.lines.anyRun: The pattern lacks %{last}.'
		],
		[
			'years without their end',
			platform({ limits: { ...limits, years: 'issued %{first}' } }),
			'platform.limits.years: The pattern lacks %{last}.'
		],
		[
			'proximity without a number',
			platform({ proximity: { ...proximity, within: '%{left} gap %{right}' } }),
			'platform.proximity.within: The pattern needs %{left}, %{right} and %{n}; or %{words} and %{n}.'
		],
		[
			'proximity with one side',
			platform({ proximity: { ...proximity, within: '%{left} gap%{n}' } }),
			'platform.proximity.within: The pattern needs %{left}, %{right} and %{n}; or %{words} and %{n}.'
		],
		[
			'order that is none',
			platform({ proximity: { ...proximity, before: proximity.within } }),
			'platform.proximity: Ordered and unordered proximity are written the same.'
		],
		[
			'an operator without a sign',
			platform({ operators: { ...operators, or: ' ' } }),
			'platform.operators: An operator has no symbol.'
		],
		[
			'one sign for two operators, whatever its case',
			platform({ operators: { ...operators, or: 'BOTH' } }),
			'platform.operators: Two operators have the same symbol.'
		],
		[
			'one sign for two wildcards',
			platform({ wildcards: { ...wildcards, one: wildcards.any } }),
			'platform.wildcards: Two wildcards have the same symbol.'
		],
		[
			'a letter for a wildcard',
			platform({ wildcards: { ...wildcards, any: 'x' } }),
			'platform.wildcards: A wildcard must not be a letter, a digit, a space or a bracket.'
		],
		[
			'a bracket for a wildcard',
			platform({ wildcards: { ...wildcards, one: ')' } }),
			'platform.wildcards: A wildcard must not be a letter, a digit, a space or a bracket.'
		],
		[
			'codes that the pattern has no place for',
			platform({ fields: { ...fields, pattern: '%{text}' } }),
			'platform.fields.pattern: The source has field codes, and the pattern has no place for them.'
		],
		[
			'no code, and nothing without one',
			source({ fields: { ti: null, ab: null, kw: null, hd: null, au: null, jn: null, af: null } }),
			'source: No field code is given, and it is not known where text without a code is searched.'
		],
		[
			'headings of no vocabulary',
			source({ vocabulary: null }),
			'source.vocabulary: The platform writes headings, and the source has no vocabulary.'
		],
		[
			'a heading in no form',
			platform({ headings: { ...headings, narrower: null, exact: null } }),
			'platform.headings: A heading has neither a form alone nor one with narrower ones.'
		],
		[
			'a heading whose reach cannot be told',
			platform({ headings: { ...headings, narrower: '' } }),
			'platform.headings: A heading alone and one with narrower ones are written the same.'
		],
		[
			'a heading without its name',
			platform({ headings: { ...headings, pattern: 's[%{reach}]' } }),
			'platform.headings.pattern: The pattern lacks %{label}.'
		]
	] as const)('%s', (_, profile, expected) => {
		expect(problems(profile)).toContain(expected);
	});
	it('is found by reading back what no rule names: a line is written as a limit is, and one of them is lost', () => {
		const found = problems(platform({ lines: { ...lines, reference: 'issued %{n}..' } }));
		expect(found.map((one) => one.split(':')[0])).toEqual(['construct years-from']);
	});
	it('a proximity with a slot that means nothing is refused', () => {
		const found = problems(platform({ proximity: { ...proximity, within: '%{left} gap%{text}%{n} %{right}' } }));
		expect(found).toEqual(['platform.proximity.within: %{text} has no meaning in this pattern.']);
	});
	it('a proximity that begins with its other side is refused: every text could begin it', () => {
		const found = problems(platform({ proximity: { ...proximity, within: '%{right}%{left}%{n}' } }));
		expect(found).toEqual([
			'platform.proximity.within: The pattern must begin with its left side or with a character of its own.'
		]);
	});
	it('tells every fault, not the first alone', () => {
		const found = problems(
			platform({
				operators: { ...operators, or: 'both' },
				wildcards: { ...wildcards, one: '%' },
				lines: { ...lines, reference: 'step' }
			})
		);
		expect(found).toEqual(
			expect.arrayContaining([
				'platform.operators: Two operators have the same symbol.',
				'platform.wildcards: Two wildcards have the same symbol.',
				'platform.lines.reference: The pattern lacks %{n}.'
			])
		);
	});
	it('is answered whatever its patterns are, and never runs for ever', () => {
		const hostile = fc.string({
			unit: fc.constantFrom('(', 'a', '+', '*', ')', '%{text}', '%{n}', '%{left}', '%{right}', ' ', '[', '\\', '|'),
			maxLength: 12
		});
		fc.assert(
			fc.property(hostile, hostile, hostile, (first, second, third) => {
				const profile = platform({
					fields: { ...fields, pattern: first },
					proximity: { ...proximity, within: second },
					terms: { ...terms, phrase: third }
				});
				expect(Array.isArray(profileProblems(profile))).toBe(true);
			}),
			{ numRuns: 60 }
		);
	});
});

describe('constructs held against examples', () => {
	const check = (typed: Readonly<Record<string, string>>, profile = base) =>
		new Map(checkConstructs(profile, typed).map((one) => [one.construct, one]));
	it('each construct is checked once, in its order', () => {
		expect([...check({}).keys()]).toEqual(CONSTRUCTS.map(({ id }) => id));
	});
	it('an example that is written otherwise fails, with both', () => {
		const title = check({ title: 'harbour.T.' }).get('title');
		expect(title).toMatchObject({
			passed: false,
			written: 'harbour<T>',
			why: 'It writes harbour<T> and the example is harbour.T..'
		});
	});
	it('one that is written as it was typed passes, whatever its spaces', () => {
		expect(check({ title: ' harbour<T> ', and: 'harbour<T>  both lantern<T>' }).get('title')).toMatchObject({
			passed: true,
			why: ''
		});
		expect(check({ and: 'harbour<T>  both   lantern<T>' }).get('and')?.passed).toBe(true);
	});
	it('what the platform has not is no fault, unless an example was given', () => {
		const without = platform({ operators: { ...operators, not: null } });
		expect(check({}, without).get('not')).toMatchObject({ written: null, passed: true, why: 'not available' });
		expect(check({ not: 'harbour<T> except lantern<T>' }, without).get('not')).toMatchObject({
			written: null,
			passed: false
		});
	});
	it('qualifiers are read by the codes that the example uses', () => {
		const found = check({ qualifiers: 's[Stone Harbours; below; facet rp, uk]' }).get('qualifiers');
		expect(found).toMatchObject({ written: 's[Stone Harbours; below; facet rp, uk]', passed: true });
	});
});
