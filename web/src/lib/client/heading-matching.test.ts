/** Matching the keywords of a file against a vocabulary: looked at, done by a job, undone. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '$lib/contract/jobs';
import { HeadingMatching } from './heading-matching.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const PREVIEW = { style: { mark: '', separator: '' }, keywords: 10, byLabel: 4, byOtherName: 3, examples: [] };

function matching(end: Partial<JobView> = { state: 'done' }) {
	const jobs = { list: [] as JobView[], refresh: vi.fn(() => Promise.resolve()), change: vi.fn() };
	const asked = serve((request) => {
		if (request.method === 'POST') return { id: 'j' };
		return request.path.startsWith('/api/v1/jobs/') ? { id: 'j', kind: 'headings', ...end } : PREVIEW;
	});
	const changed = vi.fn();
	const model = new HeadingMatching('e', { id: 'b', matching: null }, jobs as never, changed);
	const finish = async () => {
		jobs.list = [{ id: 'j', kind: 'headings', ...end } as JobView];
		await model.follow();
	};
	return { model, asked, changed, finish };
}

describe('headings among keywords', () => {
	it('are counted with entry terms or without', async () => {
		const { model } = matching();
		await model.look('skerry');
		expect(model.matched).toBe(7);
		model.otherNames = false;
		expect(model.matched).toBe(4);
		await model.look('');
		expect(model.preview).toBeNull();
	});
	it('are made by a job; the file is loaded anew when it has ended', async () => {
		const { model, asked, changed, finish } = matching();
		await model.look('skerry');
		model.rest = 'kept';
		await model.match();
		expect(asked.at(-1)).toMatchObject({
			method: 'POST',
			body: { vocabulary: 'skerry', otherNames: true, rest: 'kept' }
		});
		await finish();
		expect(changed).toHaveBeenCalledOnce();
		expect(model.vocabulary).toBe('');
	});
	it('are keywords again by undoing; a job that failed says why', async () => {
		const { model, asked, changed, finish } = matching({
			state: 'failed',
			message: 'The vocabulary has been removed.'
		});
		await model.match(false);
		expect(asked.at(-1)).toMatchObject({ body: { vocabulary: null } });
		await finish();
		expect(model.fault).toBe('The vocabulary has been removed.');
		expect(changed).not.toHaveBeenCalled();
	});
});
