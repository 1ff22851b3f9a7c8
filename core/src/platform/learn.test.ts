/** What examples teach, what they leave open, and that nothing anybody types while teaching brings it down. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONSTRUCTS } from './constructs.ts';
import { learnProfile, type Examples, type LearnAnswers } from './learn.ts';
import { checkConstructs, profileProblems } from './profile-check.ts';

const NAMES = { id: 'learned', platform: 'Bollard', source: 'Jetty File', vocabulary: null };
const learn = (given: Examples, answers: LearnAnswers = {}) => learnProfile(given, answers, NAMES);
const passed = (given: Examples, answers: LearnAnswers = {}) => {
	const { profile } = learn(given, answers);
	return checkConstructs(profile, given)
		.filter((one) => given[one.construct] !== undefined && !one.passed)
		.map(({ construct, why }) => `${construct}: ${why}`);
};

describe('fields', () => {
	it.each([
		['before with a colon', { title: 'ti: harbour', abstract: 'ab: harbour' }, 'ti: ', 'ti', 'ab'],
		['before with an equals sign', { title: 'TI=harbour', abstract: 'AB=harbour' }, 'TI=', 'TI', 'AB'],
		['as a function', { title: 'hl(harbour)', abstract: 'sum(harbour)' }, 'hl(', 'hl', 'sum'],
		['after with dots', { title: 'harbour.t.', abstract: 'harbour.a.' }, '', 't', 'a'],
		['after in brackets', { title: 'harbour[Title]', abstract: 'harbour[Abstract]' }, '', 'Title', 'Abstract'],
		['after with a colon', { title: 'harbour:ti', abstract: 'harbour:ab' }, '', 'ti', 'ab']
	] as const)('%s', (_, given, before, title, abstract) => {
		const { profile, unclear } = learn(given);
		expect([unclear, profile.source.fields.ti, profile.source.fields.ab]).toEqual([[], title, abstract]);
		expect(
			profile.platform.fields.pattern.startsWith(before === '' ? '%{text}' : before.replace(title, '%{code}'))
		).toBe(true);
		expect(passed(given)).toEqual([]);
	});
	it('one field alone teaches a code, too', () => {
		expect(learn({ title: 'harbour.t.' }).profile).toMatchObject({
			platform: { fields: { pattern: '%{text}.%{code}.' } },
			source: { fields: { ti: 't', ab: null } }
		});
	});
	it('a title without any code is a platform without fields', () => {
		const { profile } = learn({ title: 'harbour', abstract: 'harbour' });
		expect(profile.source).toMatchObject({ bare: ['ti', 'ab'], fields: { ti: null, ab: null } });
	});
	it('several fields as a list, or a code of their own', () => {
		const given = {
			title: 'ti: harbour',
			abstract: 'ab: harbour',
			keyword: 'kw: harbour',
			usual: 'ti,ab,kw: harbour',
			or: 'ti: (harbour OR lantern)'
		};
		expect(learn(given).profile.platform.fields).toMatchObject({ several: 'list', joiner: ',', per: 'group' });
		const set = learn({ ...given, usual: 'txt: harbour' }).profile.source.sets;
		expect(set).toEqual([{ code: 'txt', fields: ['ti', 'ab', 'kw'] }]);
	});
});

describe('what examples leave open', () => {
	it('is asked in plain questions, each once, and an answer is taken', () => {
		const given = {
			title: 'ti: harbour',
			or: 'ti: harbour OR ti: lantern',
			and: 'ti: harbour AND ti: lantern',
			ending: 'ti: harbour*'
		};
		const { questions, profile } = learn(given);
		const about = questions.map((one) => one.about);
		expect(new Set(about).size).toBe(about.length);
		expect(about).toContain('precedence');
		for (const { question, options } of questions) {
			expect(question).toMatch(/\?$/);
			expect(options.length).toBeGreaterThan(1);
		}
		expect(profile.platform.operators.precedence).toBe('left-to-right');
		expect(learn(given, { precedence: 'and-first' }).profile.platform.operators.precedence).toBe('and-first');
	});
	it('ceilings are numbers or nothing', () => {
		expect(
			learn({ title: 'ti: harbour' }, { length: '4000', terms: 'many', export: '-3' }).profile.platform.ceilings
		).toEqual({
			length: 4000,
			terms: null,
			export: null
		});
	});
	it.each([
		['title', { title: 'ti: lantern' }, 'It does not contain the word harbour.'],
		['comment', { title: 'ti: harbour', comment: '// my words' }, 'It does not contain the words sample note.'],
		[
			'lines',
			{ title: 'ti: harbour', and: 'ti: harbour AND ti: lantern', lines: '#7 AND #8' },
			'It does not contain the numbers 2 and 3.'
		],
		['any-lines', { title: 'ti: harbour', 'any-lines': 'or/5-9' }, 'It does not contain the numbers 1 and 3.'],
		['years', { title: 'ti: harbour', years: 'yr=2000-2005' }, 'It does not contain 2011.']
	] as const)('%s without its placeholder is told', (construct, given, why) => {
		expect(learn(given).unclear).toContainEqual({ construct, why });
	});
	it('the rest is learned all the same', () => {
		const { profile } = learn({
			title: 'ti: harbour',
			years: 'nothing of the kind',
			'years-from': 'yr=2011-',
			language: 'la=english'
		});
		expect(profile.platform.limits).toMatchObject({ years: null, yearsFrom: 'yr=%{first}-', language: 'la=%{text}' });
	});
});

describe('operators', () => {
	const fields = { title: 'hl(harbour)', abstract: 'sum(harbour)', phrase: 'hl("stone harbour")' };
	it.each([
		['in one field', 'hl(harbour OR lantern)', 'hl(harbour AND lantern)'],
		['each in its own', 'hl(harbour) OR hl(lantern)', 'hl(harbour) AND hl(lantern)']
	])('may join two terms %s: either is written so that it means the same', (_, or, and) => {
		expect(passed({ ...fields, or, and })).toEqual([]);
	});
	it('an example in another field than its own does not pass', () => {
		expect(passed({ ...fields, or: 'hl(harbour) OR hl(lantern)', and: 'sum(harbour AND lantern)' })).toHaveLength(1);
	});
});

describe('values of limits', () => {
	it.each([
		['in capitals, without quotes', 'lang[English]', 'kind[Field Report]', { capitals: 'each', bare: true }],
		['with one capital, in quotes', 'lang[English]', 'kind["Field report"]', { capitals: 'first' }],
		['in small letters, in quotes', 'lang[english]', 'kind["field report"]', undefined]
	] as const)('are written as the examples show them: %s', (_, language, type, values) => {
		const given = { title: 'hl(harbour)', abstract: 'sum(harbour)', language, type };
		expect(learn(given).profile.platform.values).toEqual(values);
		expect(passed(given)).toEqual([]);
	});
});

describe('whatever is typed while teaching', () => {
	const piece = fc.constantFrom(
		'harbour',
		'lantern',
		'stone harbour',
		'Stone Harbours',
		'2',
		'3',
		'2011',
		'2019',
		'(',
		')',
		'[',
		'*',
		'%{n}',
		'%{text}',
		':',
		'"',
		' ',
		'+',
		'\\',
		'AND',
		'3',
		''
	);
	const typed = fc.array(piece, { maxLength: 7 }).map((some) => some.join(''));
	it('gives a profile, and its faults in words', () => {
		const examples = fc.dictionary(fc.constantFrom(...CONSTRUCTS.map(({ id }) => id)), typed, { maxKeys: 8 });
		fc.assert(
			fc.property(examples, (given) => {
				const { profile, unclear } = learn(given);
				for (const { message } of profileProblems(profile)) expect(message).toMatch(/\S/);
				for (const { construct } of unclear) expect(given[construct]).toBeDefined();
				expect(checkConstructs(profile, given)).toHaveLength(CONSTRUCTS.length);
			}),
			{ numRuns: 200 }
		);
	});
});
