/** Records of the same work in two sources: by identifier, else by title and year; never two of one with one. */
import { describe, expect, it } from 'vitest';
import { blankRecord, sameWorks, sameWorksInSteps } from './index.ts';

const record = (title: string, year: number | null = 2020, ...identifiers: string[]) => ({
	...blankRecord('x'),
	titles: [title],
	year,
	identifiers
});
const LONG = 'Daylight and sleep on a surgical ward: a cohort study';

describe('the same work', () => {
	it('is told by an identifier, however it is written', () => {
		for (const other of ['10.99999/AB.1', 'doi:10.99999/ab.1', 'https://doi.example/10.99999/ab.1'])
			expect(
				sameWorks([record('A', 2020, '10.99999/ab.1')], [record('Z', 1999, 'other'), record('B', 2001, other)])
			).toEqual([[0, 1]]);
	});
	it('is told by a long title in any writing, with years that differ by one at most', () => {
		expect(sameWorks([record(LONG)], [record(LONG.toUpperCase() + '.', 2021)])).toEqual([[0, 0]]);
		expect(sameWorks([record(LONG)], [record(LONG, 2022)])).toEqual([]);
	});
	it('is not told by a short title or by having no title', () => {
		expect(sameWorks([record('Delirium'), record('')], [record('Delirium'), record('')])).toEqual([]);
	});
	it('pairs each record once', () => {
		expect(sameWorks([record(LONG), record(LONG)], [record(LONG)])).toEqual([[0, 0]]);
		expect(sameWorks([record(LONG), record(LONG)], [record(LONG), record(LONG)])).toEqual([
			[0, 0],
			[1, 1]
		]);
	});

	it('in steps, they are the same, with pauses between', async () => {
		const many = (from: number) =>
			Array.from({ length: 1_200 }, (_, at) => record(`${LONG} ${from + at}`, 2020, `10.99999/ab.${from + at}`));
		const [left, right] = [many(0), many(700)];
		let pauses = 0;
		const pairs = await sameWorksInSteps(left, right, () => {
			pauses++;
			return Promise.resolve();
		});
		expect(pairs).toEqual(sameWorks(left, right));
		expect(pairs.length).toBe(500);
		expect(pauses).toBe(4);
	});
});
