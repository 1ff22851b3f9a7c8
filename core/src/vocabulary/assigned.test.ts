/** Headings among keywords, as exports write them. */
import { describe, expect, it } from 'vitest';
import { blankHeading, HeadingMatcher, PLAIN_STYLE, Vocabulary } from './index.ts';

const vocabulary = new Vocabulary({
	id: 'small',
	name: 'Small',
	edition: '2026',
	qualifiers: [
		{ code: 'th', name: 'treatment', note: '' },
		{ code: 'pv', name: 'prevention', note: '' }
	],
	headings: [
		{ ...blankHeading('d', 'Delirium, Waking'), entryTerms: ['Acute Confusion'] },
		{ ...blankHeading('l', 'Light'), before: [{ label: 'Lamps', until: '1999', renamed: true }] },
		blankHeading('c', 'Care, Day/Night')
	] as never
});
const matcher = new HeadingMatcher(vocabulary);

describe('a keyword', () => {
	it('names a heading by its label, the label turned round, an entry term or a former name, in any case', () => {
		const by = (text: string) => matcher.match(text, PLAIN_STYLE);
		expect(by('delirium, waking')).toEqual({ heading: 'd', main: false, qualifiers: [], by: 'label' });
		expect(by('Waking Delirium')).toMatchObject({ heading: 'd', by: 'label' });
		expect(by('ACUTE CONFUSION')).toMatchObject({ heading: 'd', by: 'other-name' });
		expect(by('Lamps')).toMatchObject({ heading: 'l', by: 'other-name' });
		expect(by('Darkness')).toBeNull();
	});
	it('has its qualifiers and its main topic read, wherever the mark is', () => {
		const style = { mark: '*', separator: '/' };
		expect(matcher.match('Light/treatment/prevention', style)).toMatchObject({
			heading: 'l',
			main: false,
			qualifiers: ['treatment', 'prevention']
		});
		expect(matcher.match('*Light/th', style)).toMatchObject({ heading: 'l', main: true, qualifiers: ['treatment'] });
		expect(matcher.match('Light / *treatment', style)).toMatchObject({ heading: 'l', main: true });
		expect(matcher.match('Light*', style)).toMatchObject({ heading: 'l', main: true });
		// The heading itself holds the separator.
		expect(matcher.match('Care, Day/Night', style)).toMatchObject({ heading: 'c', qualifiers: [] });
		expect(matcher.match('Care, Day/Night/prevention', style)).toMatchObject({
			heading: 'c',
			qualifiers: ['prevention']
		});
		// A qualifier that is not known: what it would be is not guessed.
		expect(matcher.match('Light/colour', style)).toBeNull();
	});
});

describe('the way a file writes headings', () => {
	it('is found by what matches', () => {
		expect(matcher.styleOf(['Light/th', 'Light', '*Delirium, Waking/pv', 'Sleep'])).toEqual({
			mark: '*',
			separator: '/'
		});
		expect(matcher.styleOf(['Light -- treatment', 'Light'])).toEqual({ mark: '', separator: '--' });
		expect(matcher.styleOf(['Light (major)', 'Light'])).toEqual({ mark: '(major)', separator: '' });
		expect(matcher.styleOf(['#Light:th', 'Waking Delirium:#pv'])).toEqual({ mark: '#', separator: ':' });
	});
	it('is plain where nothing else matches more', () => {
		expect(matcher.styleOf(['Light', 'C*-reactive protein', 'and/or', 'Light/colour'])).toEqual(PLAIN_STYLE);
		expect(matcher.styleOf([])).toEqual(PLAIN_STYLE);
	});
});
