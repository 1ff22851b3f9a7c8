/** Rows of the table of counts by source: counted lines, in the order of the sheet. */
import { describe, expect, it } from 'vitest';
import { sourceRows } from './source-counts.svelte';

const line = (id: string, number: number, count: number | null) => ({ id, number, text: id, count });

describe('counts by source', () => {
	it('are shown for lines that have a count, in the order of the sheet, with the result marked', () => {
		const counts = {
			revision: 1,
			sources: [{ source: 'Skerry', records: 9 }],
			lines: [
				{ id: 'b', counts: [2], alone: [1] },
				{ id: 'a', counts: [4], alone: [4] },
				{ id: 'broken', counts: null, alone: null }
			]
		};
		const rows = sourceRows(counts, {
			lines: [line('a', 1, 4), line('broken', 2, null), line('b', 3, 3), line('new', 4, 5)] as never,
			final: 'b'
		});
		expect(rows).toEqual([
			{ id: 'a', number: 1, text: 'a', isResult: false, all: 4, counts: [4], alone: [4] },
			{ id: 'b', number: 3, text: 'b', isResult: true, all: 3, counts: [2], alone: [1] }
		]);
	});
});
