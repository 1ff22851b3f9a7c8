/** Years searched against the years of a heading (handbook: a new heading needs its predecessor, a renaming nothing). */
import type { EnquiryDocument } from '@wide-lantern/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { changeText } from './editions';
import { earlierAdvice, HeadingHistory, searchedFrom, sumOfYears } from './heading-history.svelte';
import { concept, documentOf, line, serve, settled } from './testing';

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
			text: 'It was indexed as Confusion until 1971. Your strategy searches from 2006, so it is not needed.'
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
		[{ kind: 'moved', id: 'a', label: 'A', from: ['B', 'C'], to: [] }, 'was below “B”, “C”, now below nothing'],
		[
			{ kind: 'merged', id: 'a', label: 'A', into: 'b', intoLabel: 'B' },
			'has been merged: its name now belongs to “B”'
		],
		[{ kind: 'withdrawn', id: 'a', label: 'A' }, 'has been deleted, and no other heading has its name'],
		[{ kind: 'note', id: 'a', label: 'A', from: '', to: 'x' }, 'has a scope note now'],
		[{ kind: 'note', id: 'a', label: 'A', from: 'x', to: '' }, 'has no scope note any more'],
		[{ kind: 'names', id: 'a', label: 'A', gained: ['x'], lost: ['y'] }, 'is also called “x”; is no longer called “y”']
	] as const)('%#', (change, text) => {
		expect(changeText(change)).toBe(text);
	});
});

describe('a heading over the years', () => {
	afterEach(() => {
		vi.unstubAllGlobals();
	});
	it('is asked for once a heading, and not shown for another one', async () => {
		const asked = serve(() => ({
			years: [
				{ year: 2001, records: 3, earlier: 1, bare: 2, all: 9 },
				{ year: 2002, records: 4, earlier: 0, bare: 1, all: 8 }
			]
		}));
		const history = new HeadingHistory({
			document: documentOf([line('a', 'lamp AND yr:1999-')], {
				concepts: [
					concept('A', {
						headings: [
							{ id: 'h', vocabulary: 'skerry', heading: 'S7', strand: null, reach: 'this', main: false, note: '' }
						]
					})
				]
			})
		});
		const of = { vocabulary: 'skerry', heading: 'S1', collection: 'demo' };
		history.ask(of);
		await settled();
		expect(asked.map(({ path, query }) => [path, query])).toEqual([
			['/api/v1/vocabularies/skerry/headings/S1/history', { collection: 'demo' }]
		]);
		const years = history.of(of);
		if (!years) throw new Error('There are no years.');
		expect((['records', 'earlier', 'bare', 'all'] as const).map((which) => sumOfYears(years, which))).toEqual([
			7, 1, 3, 17
		]);
		expect(history.of({ ...of, heading: 'S2' })).toBeNull();
		expect(history.searchedFrom).toBe(1999);
		expect([history.isAdded('skerry', 'S7'), history.isAdded('corran', 'S7')]).toEqual([true, false]);
	});
});
