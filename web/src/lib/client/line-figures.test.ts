import { afterEach, describe, expect, it, vi } from 'vitest';
import { percent, TermFigures, UnindexedYears } from './line-figures.svelte';
import { documentOf, enquiryOf, line, serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
	vi.useRealTimers();
});

describe('what the terms of a line bring', () => {
	it('is asked for when typing rests, and shown for that line alone', async () => {
		vi.useFakeTimers();
		const asked = serve(() => ({ final: 3, terms: [], variants: [] }));
		const figures = new TermFigures(enquiryOf(documentOf([line('a', 'lamp')])));
		figures.ask('a');
		expect(asked).toEqual([]);
		await vi.advanceTimersByTimeAsync(300);
		expect(asked[0]).toMatchObject({ path: '/api/v1/enquiries/e/terms', query: { line: 'a' } });
		expect([figures.of('a')?.final, figures.of('b')]).toEqual([3, null]);
	});
	it('drops a covered term from the text of its line', () => {
		const enquiry = enquiryOf(documentOf([line('a', 'lamp* OR lamps OR glow')]));
		new TermFigures(enquiry).drop('a', 1, 'lamps');
		expect(enquiry.edit).toHaveBeenCalledWith('drop lamps', [
			{ do: 'set', at: ['lines', 'a', 'source'], value: 'lamp* OR glow' }
		]);
	});
	it('changes nothing where the line is deleted meanwhile', () => {
		const enquiry = enquiryOf(documentOf([]));
		new TermFigures(enquiry).drop('a', 1, 'lamps');
		expect(enquiry.edit).not.toHaveBeenCalled();
	});
});

describe('records of a concept that are not indexed', () => {
	it('are asked for by concept', async () => {
		vi.useFakeTimers();
		const asked = serve(() => ({ all: 8, bare: 2, years: [] }));
		const years = new UnindexedYears({ id: 'e' });
		years.ask('A');
		await vi.advanceTimersByTimeAsync(10);
		expect(asked[0]).toMatchObject({ path: '/api/v1/enquiries/e/unindexed', query: { concept: 'A' } });
		expect([years.of('A')?.bare, years.of('B')]).toEqual([2, null]);
	});
	it('are a share in whole per cent', () => {
		expect([percent(2, 8), percent(1, 3), percent(0, 0)]).toEqual(['25 %', '33 %', '']);
	});
});
