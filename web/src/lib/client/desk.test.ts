import { afterEach, describe, expect, it, vi } from 'vitest';
import { Desk } from './desk.svelte';
import { serve } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const entry = (id: string, change: object = {}) => ({
	id,
	archived: false,
	title: id,
	question: '',
	concepts: [] as string[],
	due: null as { due: string } | null,
	...change
});
const entries = [
	entry('singing', { question: 'Does singing ease breathlessness?', concepts: ['Lung disease'] }),
	entry('dancing', { due: { due: '2026-12-24' } }),
	entry('walking', { due: { due: '2026-12-03' } }),
	entry('old', { archived: true, due: { due: '2026-01-01' } }),
	{ id: 'damaged', archived: false }
];
const desk = (changed = vi.fn(() => Promise.resolve())) => ({ desk: new Desk(() => entries, changed), changed });
const ids = (list: readonly { readonly id: string }[]) => list.map(({ id }) => id);

describe('the desk', () => {
	it('shows what is not archived, also what cannot be opened', () => {
		const { desk: shown } = desk();
		expect(ids(shown.shown)).toEqual(['singing', 'dancing', 'walking', 'damaged']);
		shown.view = 'archived';
		expect(ids(shown.shown)).toEqual(['old']);
		expect((['current', 'due', 'archived'] as const).map((view) => shown.count(view))).toEqual([4, 2, 1]);
	});
	it('shows what is due by its date, the first first', () => {
		const { desk: shown } = desk();
		shown.view = 'due';
		expect(ids(shown.shown)).toEqual(['walking', 'dancing']);
	});
	it('finds every word that was typed, in title, question and concepts', () => {
		const { desk: shown } = desk();
		shown.typed = ' LUNG sing ';
		expect(ids(shown.shown)).toEqual(['singing']);
		shown.typed = 'lung dancing';
		expect(ids(shown.shown)).toEqual([]);
	});
	it('archives, and remembers what, so that it can be undone', async () => {
		const asked = serve(() => ({}));
		const { desk: shown, changed } = desk();
		const [first] = entries;
		if (!first) throw new Error('There is nothing on the desk.');
		await shown.archive(first, true);
		expect([asked[0]?.method, asked[0]?.path, asked[0]?.body]).toEqual([
			'PUT',
			'/api/v1/enquiries/singing/archived',
			{ archived: true }
		]);
		expect([shown.last?.id, changed.mock.calls.length]).toEqual(['singing', 1]);
		await shown.archive(first, false);
		expect(shown.last).toBeNull();
	});
	it('says why where the server refuses', async () => {
		serve(() => 404);
		const { desk: shown, changed } = desk();
		const [first] = entries;
		if (first) await shown.archive(first, true);
		expect([shown.fault, shown.last]).toEqual(['Refused with 404.', null]);
		expect(changed).not.toHaveBeenCalled();
	});
});
