/** BM25 by its formula, on records that one can count by hand; tests/engines asks SQLite for the same. */
import { describe, expect, it } from 'vitest';
import type { Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import { buildIndex, RecordSet, relevanceOf } from './index.ts';

const TITLES = ['light light lamp', 'light', 'lamp day night ward', 'day', 'night', 'ward ward', 'sun', 'moon'];
const records = TITLES.map((title, at) => ({
	...blankRecord(String(at)),
	titles: [title],
	headings: at === 3 ? [{ vocabulary: 'v', heading: 'h', main: false, qualifiers: [] }] : []
}));
const index = buildIndex(records, () => 'label words');
const word = (pattern: string): Query => ({ kind: 'word', fields: ['ti', 'ab', 'kw'], pattern });
const all = RecordSet.all(index.size);

/** Robertson and Zaragoza 2009, equation 3.15, with the idf of Robertson and Spärck Jones. */
function byHand(times: number, length: number, found: number): number {
	const average = 14 / 8;
	return (
		Math.log((8 - found + 0.5) / (found + 0.5)) * ((times * 2.2) / (times + 1.2 * (0.25 + (0.75 * length) / average)))
	);
}

describe('relevance', () => {
	it('is BM25', () => {
		const scores = relevanceOf(index, [word('light')], all);
		expect(scores[0]).toBeCloseTo(byHand(2, 3, 2), 12);
		expect(scores[1]).toBeCloseTo(byHand(1, 1, 2), 12);
		expect(scores[2]).toBe(0);
	});
	it('adds up over terms, patterns counting all their words, and only for the records asked for', () => {
		const scores = relevanceOf(index, [word('lamp'), word('l*')], RecordSet.of(index.size, [0, 2]));
		expect(scores[0]).toBeCloseTo(byHand(1, 3, 2) + byHand(3, 3, 3), 12);
		expect(scores[1]).toBe(0);
	});
	it('counts a phrase as often as it stands, and a heading once', () => {
		const phrase: Query = { kind: 'phrase', fields: ['ti', 'ab', 'kw'], patterns: ['ward', 'ward'] };
		expect(relevanceOf(index, [phrase], all)[5]).toBeCloseTo(byHand(1, 2, 1), 12);
		const heading: Query = { kind: 'assigned', headings: ['v:h'], main: false, qualifiers: [] };
		expect(relevanceOf(index, [heading], all)[3]).toBeCloseTo(byHand(1, 1, 1), 12);
	});
	it('a term that most records have is worth next to nothing, and never less than nothing', () => {
		const any = relevanceOf(index, [word('*a*')], all);
		expect(Math.min(...any)).toBeGreaterThanOrEqual(0);
	});
});
