import type { RenderedLine } from '@wide-lantern/core/editor';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Jobs } from './jobs.svelte';
import { RunCounts } from './run-counts.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const profile = { id: 'wherry', source: 'Wherry', version: 3, connected: false, oneString: false };
const lines = ['lamp', 'glow', 'left out'].map(
	(text, at) => ({ id: `l${at}`, number: at + 1, written: at < 2 ? at + 1 : null, text }) as RenderedLine
);
function counts(changed = vi.fn()) {
	const jobs = new Jobs('e');
	jobs.stop();
	const model = new RunCounts(
		{ id: 'e', flush: () => Promise.resolve(), jobs },
		() => profile,
		() => lines,
		changed
	);
	return { model, changed };
}

describe('counts of a rendering', () => {
	it('that are pasted are saved for every line that the platform has', async () => {
		const asked = serve(() => ({}));
		const { model, changed } = counts();
		[model.isPasting, model.text] = [true, '1. lamp  120'];
		expect(model.found.map(({ id, count }) => [id, count])).toEqual([['l0', 120]]);
		await model.keepPasted();
		expect(asked[0]?.body).toMatchObject({
			profile: 'wherry',
			version: 3,
			how: 'pasted',
			lines: [
				{ id: 'l0', count: 120 },
				{ id: 'l1', count: null }
			]
		});
		expect([model.isPasting, model.text, changed.mock.calls.length]).toEqual([false, '', 1]);
	});
	it('stay in the field when they are refused', async () => {
		serve(() => 409);
		const { model, changed } = counts();
		[model.isPasting, model.text] = [true, '120'];
		await model.keepPasted();
		expect([model.isPasting, model.text, model.job.fault]).toEqual([true, '120', 'Refused with 409.']);
		expect(changed).not.toHaveBeenCalled();
	});
	it('are withdrawn and restored', async () => {
		const asked = serve(() => ({}));
		const { model, changed } = counts();
		await model.withdraw('r1', true);
		await model.withdraw('r1', false);
		expect(asked.map(({ method, path, body }) => [method, path, body])).toEqual([
			['PUT', '/api/v1/enquiries/e/runs/r1', { withdrawn: true }],
			['PUT', '/api/v1/enquiries/e/runs/r1', { withdrawn: false }]
		]);
		expect(changed).toHaveBeenCalledTimes(2);
	});
});
