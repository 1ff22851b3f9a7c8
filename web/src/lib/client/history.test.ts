/** Years searched against the years of a heading (handbook: a new heading needs its predecessor, a renaming nothing). */
import type { EnquiryDocument } from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { changeText } from './editions';
import { earlierAdvice, searchedFrom } from './history';

const lines = (...sources: (string | [string, 'off'])[]) =>
	({
		lines: sources.map((one) => ({ source: typeof one === 'string' ? one : one[0], off: typeof one !== 'string' }))
	}) as unknown as Pick<EnquiryDocument, 'lines'>;

describe('the first year searched', () => {
	it.each([
		[lines('light', 'lamp'), null],
		[lines('light', '#1 AND yr:2006-'), 2006],
		[lines('yr:2010-2020', 'yr:1999-'), 1999],
		[lines('yr:2020'), 2020],
		[lines('yr:-1999'), null],
		[lines(['yr:1950-', 'off'], 'yr:2006-'), 2006],
		[lines('yr:last5'), null]
	])('%#', (document, year) => {
		expect(searchedFrom(document)).toBe(year);
	});
});

describe('what an earlier heading means', () => {
	const old = (more: Partial<Parameters<typeof earlierAdvice>[0]> = {}) => ({
		label: 'Confusion',
		until: 1971,
		renamed: false,
		id: 'c',
		...more
	});
	it('a mere renaming needs nothing, and says so', () => {
		expect(earlierAdvice(old({ renamed: true }), 1950)).toMatchObject({
			needed: false,
			text: expect.stringContaining('nothing needs adding') as string
		});
	});
	it('one that ended before the years searched is not needed', () => {
		expect(earlierAdvice(old(), 2006)).toEqual({
			needed: false,
			text: 'Confusion stood for it until 1971. Your strategy searches from 2006, so it is not needed.'
		});
	});
	it.each([1971, 1960, null])('one within the years searched (from %s) is', (from) => {
		expect(earlierAdvice(old(), from).needed).toBe(true);
	});
	it('one whose end is not known may be', () => {
		expect(earlierAdvice(old({ until: null }), 2006).needed).toBe(true);
	});
	it('one that is no heading any more is searched as text words', () => {
		expect(earlierAdvice(old({ id: null }), null).text).toContain('text words');
	});
});

describe('changes of an edition in words', () => {
	it.each([
		[{ kind: 'new', id: 'a', label: 'A' }, 'is new'],
		[{ kind: 'renamed', id: 'a', label: 'A', from: 'B' }, 'was “B”'],
		[{ kind: 'moved', id: 'a', label: 'A', from: ['B', 'C'], to: [] }, 'stood below “B”, “C”, now below nothing'],
		[{ kind: 'merged', id: 'a', label: 'A', into: 'b', intoLabel: 'B' }, 'is gone; its name belongs to “B” now'],
		[{ kind: 'withdrawn', id: 'a', label: 'A' }, 'is gone, and no other heading took its name'],
		[{ kind: 'note', id: 'a', label: 'A', from: '', to: 'x' }, 'has a scope note now'],
		[{ kind: 'note', id: 'a', label: 'A', from: 'x', to: '' }, 'has no scope note any more'],
		[{ kind: 'names', id: 'a', label: 'A', gained: ['x'], lost: ['y'] }, 'is also called “x”; is no longer called “y”']
	] as const)('%#', (change, text) => {
		expect(changeText(change)).toBe(text);
	});
});
