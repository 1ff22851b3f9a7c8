import { afterEach, describe, expect, it, vi } from 'vitest';
import { changeIndexing, conceptCountsOf, dossierOf, KnownArticles } from './enquiry-figures.svelte';
import { documentOf, enquiryOf, serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
	vi.useRealTimers();
});

describe('what screens show of an enquiry', () => {
	it('is asked of the server by its own request', async () => {
		const asked = serve(() => ({}));
		await dossierOf({ id: 'e' }).ask();
		await conceptCountsOf({ id: 'e' }).ask();
		await changeIndexing('e', 'stop');
		expect(asked.map(({ method, path, query, body }) => [method, path, query, body])).toEqual([
			['GET', '/api/v1/enquiries/e/dossier', { as: 'json' }, null],
			['GET', '/api/v1/enquiries/e/counts/concepts', {}, null],
			['POST', '/api/v1/enquiries/e/indexing', {}, { do: 'stop' }]
		]);
	});
});

describe('known articles', () => {
	it('are looked up once for what is saved, and again when the list has changed', async () => {
		vi.useFakeTimers();
		const asked = serve(() => ({ revision: 7, collection: 'demo', articles: [] }));
		const enquiry: { id: string; state: 'saved' | 'saving'; document: ReturnType<typeof documentOf> } = {
			...enquiryOf(documentOf([])),
			state: 'saving'
		};
		const known = new KnownArticles(enquiry);
		expect(known.ask()).toBeUndefined();
		enquiry.state = 'saved';
		known.ask();
		await vi.advanceTimersByTimeAsync(400);
		expect(known.found.revision).toBe(7);
		expect(known.ask()).toBeUndefined();
		enquiry.document = documentOf([], { collection: 'other' });
		known.ask();
		await vi.advanceTimersByTimeAsync(400);
		expect(asked).toHaveLength(2);
	});
});
