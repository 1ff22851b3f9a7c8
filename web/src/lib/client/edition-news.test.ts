import { afterEach, describe, expect, it, vi } from 'vitest';
import type { EnquiryChanges } from '$lib/contract/vocabularies';
import { changeTarget, EditionNews } from './edition-news.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const changes = {
	vocabulary: 'skerry',
	from: { number: 2 },
	to: { number: 3 },
	changes: []
} as unknown as EnquiryChanges;

describe('news of a vocabulary', () => {
	it('are marked as reviewed, and that is undone', async () => {
		const asked = serve(({ method }) => (method === 'GET' ? [changes] : {}));
		const news = new EditionNews({ id: 'e' });
		await news.ask();
		expect(news.news).toHaveLength(1);
		await news.review(changes, 3);
		expect([asked[1]?.body, news.last?.vocabulary]).toEqual([
			{ of: 'vocabulary', subject: 'skerry', version: 3 },
			'skerry'
		]);
		await news.review(changes, 2);
		expect([asked[2]?.body, news.last]).toEqual([{ of: 'vocabulary', subject: 'skerry', version: 2 }, null]);
	});
	it('stay when the server refuses, with the reason', async () => {
		serve(({ method }) => (method === 'GET' ? [changes] : 403));
		const news = new EditionNews({ id: 'e' });
		await news.ask();
		await news.review(changes, 3);
		expect([news.fault, news.last, news.news.length]).toEqual(['Refused with 403.', null, 1]);
	});
	it('lead to the heading, or to what replaced it', () => {
		const change = (kind: string, more = {}) =>
			({ kind, id: 'S1', label: 'Light', ...more }) as unknown as Parameters<typeof changeTarget>[0];
		expect([
			changeTarget(change('renamed')),
			changeTarget(change('merged', { into: 'S9' })),
			changeTarget(change('withdrawn'))
		]).toEqual(['S1', 'S9', null]);
	});
});
