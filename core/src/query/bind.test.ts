/** From names to things: what a label, a number, a letter may mean, and what is said where it means nothing. */
import { describe, expect, it } from 'vitest';
import { bind, parse, type Expression, type Query, type BindingContext } from './index.ts';

const around: BindingContext = {
	currentYear: 2026,
	heading(label, vocabulary) {
		if (vocabulary === 'nowhere') return { found: 'no-vocabulary', vocabularies: ['skerry'] };
		if (label === 'Both') return { found: 'several', vocabularies: ['skerry', 'corran'] };
		if (label === 'Old name') return { found: 'heading', key: 'skerry:d', label: 'Delirium', by: 'entry-term' };
		const known: Record<string, string> = { Delirium: 'skerry:d', Waking: 'skerry:w', Apart: 'skerry:a' };
		return known[label]
			? { found: 'heading', key: known[label], label, by: 'label' }
			: { found: 'none', nearest: ['Delirium', 'Delirium, Poison'] };
	},
	closure: (key) => (key === 'skerry:d' ? ['skerry:d', 'skerry:w', 'skerry:p'] : [key]),
	qualifier: (_, name) => ({ allowed: name === 'harm', name, offered: ['harm', 'care'] }),
	line: (number) => (number <= 5 ? { id: `L${number}`, above: number < 4 } : null),
	concept: (letter) => (letter === 'A' ? { lines: ['L1', 'L2'] } : { refused: `There is no concept ${letter}.` })
};
const bound = (text: string) => bind(parse(text).tree as Expression, around);
const query = (text: string): Query | null => bound(text).query;
const codes = (text: string) => bound(text).faults.map((one) => `${one.severity} ${one.code}`);

describe('headings', () => {
	it('reach what is narrower, without what is excepted', () => {
		expect(query('{Delirium}')).toEqual({ kind: 'assigned', headings: ['skerry:d'], main: false, qualifiers: [] });
		expect(query('{!Delirium > | harm}')).toEqual({
			kind: 'assigned',
			headings: ['skerry:d', 'skerry:w', 'skerry:p'],
			main: true,
			qualifiers: ['harm']
		});
		expect(query('{Delirium > except Waking}')).toMatchObject({ headings: ['skerry:d', 'skerry:p'] });
		expect(query('{* | harm}')).toMatchObject({ headings: null, qualifiers: ['harm'] });
	});

	it.each([
		['{Unknown}', ['error unknown-heading']],
		['{Both}', ['error heading-in-several']],
		['{nowhere:Delirium}', ['error unknown-vocabulary']],
		['{Old name}', ['warning entry-term']],
		['{Delirium | sorcery}', ['error qualifier']],
		['{* | sorcery}', ['error qualifier']],
		['{Delirium > except Apart}', ['warning except-elsewhere']],
		['{Delirium > except Unknown}', ['error unknown-heading']],
		['#9', ['error no-such-line']],
		['#4', ['error line-below']],
		['ANY(#1, #9)', ['error no-such-line']],
		['@B', ['error concept-reference']]
	])('%s', (text, expected) => {
		expect(codes(text)).toEqual(expected);
		expect(query(text) === null).toBe(expected.some((one) => one.startsWith('error')));
	});

	it('offers the nearest headings as repairs, with the reach and qualifiers as typed', () => {
		const [fault] = bound('{!Delirum > | harm}').faults;
		expect(fault?.repairs.map((repair) => repair.edits[0]?.insert)).toEqual([
			'{!Delirium > | harm}',
			'{!Delirium, Poison > | harm}'
		]);
		expect(fault?.message).toContain('Nearest: Delirium; Delirium, Poison.');
	});
});

describe('fields, limits and lines', () => {
	it('reads text without a field in title, abstract and author keywords, and writes all out', () => {
		expect(query('light')).toEqual({ kind: 'word', fields: ['ti', 'ab', 'kw'], pattern: 'light' });
		expect(query('all:light')).toMatchObject({ fields: ['ti', 'ab', 'kw', 'hd', 'au', 'jn', 'af'] });
		expect(query('ti:(a AND "b c")')).toEqual({
			kind: 'and',
			parts: [
				{ kind: 'word', fields: ['ti'], pattern: 'a' },
				{ kind: 'phrase', fields: ['ti'], patterns: ['b', 'c'] }
			]
		});
	});

	it('resolves relative years and keeps whole entries', () => {
		expect(query('yr:last5')).toEqual({ kind: 'years', first: 2022, last: 2026 });
		expect(query('yr:last1')).toEqual({ kind: 'years', first: 2026, last: 2026 });
		expect(query('la:(english OR "old norse")')).toEqual({
			kind: 'or',
			parts: [
				{ kind: 'entry', field: 'la', patterns: ['english'] },
				{ kind: 'entry', field: 'la', patterns: ['old', 'norse'] }
			]
		});
	});

	it('holds lines by identity; a lost line stays a line that is lost', () => {
		expect(query('ANY(#1-#3)')).toEqual({ kind: 'or', parts: ['L1', 'L2', 'L3'].map((id) => ({ kind: 'line', id })) });
		expect(query('@A')).toEqual({ kind: 'or', parts: ['L1', 'L2'].map((id) => ({ kind: 'line', id })) });
		expect(query('#? OR #1')).toEqual({
			kind: 'or',
			parts: [
				{ kind: 'line', id: null },
				{ kind: 'line', id: 'L1' }
			]
		});
	});
});
