import { afterEach, describe, expect, it, vi } from 'vitest';
import { Spread } from './spread.svelte';
import { concept, documentOf, enquiryOf, serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
	vi.useRealTimers();
});
const document = documentOf([], {
	concepts: [concept('A', { name: 'Light', words: [{ id: 'w', text: 'lamp', strand: null, origin: 'own idea' }] })]
});

describe('how the records of a line spread', () => {
	it('leaves out of the question what is not asked', async () => {
		vi.useFakeTimers();
		const asked = serve(() => ({ years: [] }));
		const spread = new Spread(enquiryOf(document));
		spread.ask({ line: 'a', minus: null, aloneIn: null });
		await vi.advanceTimersByTimeAsync(300);
		spread.ask({ line: 'a', minus: 'b', aloneIn: 'c' });
		await vi.advanceTimersByTimeAsync(300);
		expect(asked.map(({ query }) => query)).toEqual([{ line: 'a' }, { line: 'a', minus: 'b', alone: 'c' }]);
		expect(spread.years).toEqual([]);
	});
	it('shows years without records between the first and the last', async () => {
		vi.useFakeTimers();
		serve(() => ({
			years: [
				{ year: 2001, count: 3 },
				{ year: 2004, count: 1 }
			]
		}));
		const spread = new Spread(enquiryOf(document));
		spread.ask({ line: 'a', minus: null, aloneIn: null });
		await vi.advanceTimersByTimeAsync(300);
		expect(spread.years.map(({ year, count }) => [year, count])).toEqual([
			[2001, 3],
			[2002, 0],
			[2003, 0],
			[2004, 1]
		]);
	});
});

describe('words of good records', () => {
	it('are sent to a concept with where they came from', () => {
		const enquiry = enquiryOf(document);
		const spread = new Spread(enquiry);
		spread.send('glow', 'A');
		expect(enquiry.edit).toHaveBeenCalledWith('send “glow” to Light', [
			expect.objectContaining({
				in: ['concepts', 'A', 'words'],
				item: expect.objectContaining({ text: 'glow', origin: 'record' }) as object
			})
		]);
		expect(spread.sent).toContain('was added to the words of Light');
	});
	it('that the concept has are not added again, which is said', () => {
		const enquiry = enquiryOf(document);
		enquiry.edit.mockReturnValue(false);
		const spread = new Spread(enquiry);
		spread.send('lamp', 'A');
		expect(spread.sent).toBe('“lamp” is there already.');
		spread.send('lamp', 'deleted');
		expect(enquiry.edit.mock.calls.flat(2).filter((part) => typeof part === 'object')).toEqual([]);
	});
});
