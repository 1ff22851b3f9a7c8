/** A heading over the years, counted record by record. */
import { describe, expect, it } from 'vitest';
import { buildIndex } from '../collection/index.ts';
import { blankRecord } from '../records/index.ts';
import { blankHeading, Vocabulary, type Heading } from '../vocabulary/index.ts';
import { headingHistory } from './index.ts';

const heading = (id: string, label: string, more: Partial<Heading> = {}): Heading => ({
	...blankHeading(id, label),
	...more
});
const vocabulary = new Vocabulary({
	id: 'v',
	name: 'V',
	edition: '',
	qualifiers: [],
	headings: [
		heading('d', 'Delirium', {
			since: 1972,
			before: [
				{ label: 'Raving', until: 1950, renamed: true },
				{ label: 'Confusion', until: 1971, renamed: false },
				{ label: 'Lost Heading', until: 1960, renamed: false }
			]
		}),
		heading('c', 'Confusion')
	]
});
const record = (year: number | null, ...headings: string[]) => ({
	...blankRecord(`R${Math.random()}`),
	year,
	headings: headings.map((one) => ({ vocabulary: 'v', heading: one, main: false, qualifiers: [] }))
});
const index = buildIndex(
	[
		record(1970, 'c'),
		record(1970, 'c', 'd'),
		record(1972, 'd'),
		record(1972),
		record(1975, 'd'),
		record(1975),
		record(1975),
		record(null, 'd')
	],
	(_, id) => vocabulary.get(id)?.label
);

describe('the years of a heading', () => {
	const history = headingHistory(index, vocabulary, 'd');
	it('are all between the first and the last, also empty ones', () => {
		expect(history?.years).toEqual([
			{ year: 1970, records: 1, earlier: 1, bare: 0, all: 2 },
			{ year: 1971, records: 0, earlier: 0, bare: 0, all: 0 },
			{ year: 1972, records: 1, earlier: 0, bare: 1, all: 2 },
			{ year: 1973, records: 0, earlier: 0, bare: 0, all: 0 },
			{ year: 1974, records: 0, earlier: 0, bare: 0, all: 0 },
			{ year: 1975, records: 1, earlier: 0, bare: 2, all: 3 }
		]);
		expect(history?.yearless).toBe(1);
	});
	it('say what stood before: a renaming, a heading that still is one, one that is gone', () => {
		expect(history?.before.map(({ label, id, records, renamed }) => [label, id, records, renamed])).toEqual([
			['Raving', null, 0, true],
			['Confusion', 'c', 2, false],
			['Lost Heading', null, 0, false]
		]);
	});
	it('are none where there is no heading or no record', () => {
		expect(headingHistory(index, vocabulary, 'x')).toBeNull();
		expect(
			headingHistory(
				buildIndex([], () => undefined),
				vocabulary,
				'd'
			)?.years
		).toEqual([]);
	});
});
