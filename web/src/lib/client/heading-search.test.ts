/** Looking words up in several vocabularies: what is shown, moved through, compared and parked. */
import type { Concept } from '@wide-lantern/core/editor';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { HeadingSearch } from './heading-search.svelte';

const match = (id: string) => ({ id, label: `Label of ${id}`, narrower: 0, reason: 'heading', name: id });
const VOCABULARIES = [
	{ id: 'skerry', name: 'Skerry' },
	{ id: 'corran', name: 'Corran' }
];
const concept = (change: Partial<Concept> = {}): Concept => ({
	id: 'c',
	name: 'Light',
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: [],
	...change
});
let answers: Record<string, () => Response>;
let asked: string[];
const found = (...ids: string[]) => new Response(JSON.stringify({ matches: ids.map(match), pieces: [] }));
const many = (name: string, count: number) => Array.from({ length: count }, (_, at) => `${name}${at}`);

beforeEach(() => {
	vi.useFakeTimers();
	asked = [];
	answers = { skerry: () => found(...many('s', 20)), corran: () => found(...many('c', 9)) };
	vi.stubGlobal('fetch', (address: string) => {
		asked.push(address);
		const [, vocabulary = ''] = /vocabularies\/(\w+)\//.exec(address) ?? [];
		return Promise.resolve(answers[vocabulary]?.() ?? new Response('{}', { status: 404 }));
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});
async function searched(words: string) {
	const search = new HeadingSearch();
	search.typed = words;
	const stop = search.search(VOCABULARIES);
	await vi.advanceTimersByTimeAsync(0);
	return { search, stop };
}

describe('looking words up', () => {
	it('asks all vocabularies and shows the best match; without words only the strategy’s own shows its top', async () => {
		const { search } = await searched('lamp');
		expect(search.current).toEqual({ vocabulary: 'skerry', id: 's0' });
		expect([search.room(0), search.room(1), search.listed.length]).toEqual([12, 5, 17]);
		const top = await searched('');
		expect([top.search.current, top.search.groups.map(({ vocabulary }) => vocabulary)]).toEqual([null, ['skerry']]);
	});
	it('shows all of a vocabulary on request, until other words are looked up', async () => {
		const { search } = await searched('lamp');
		search.widen('corran');
		expect(search.room(1)).toBe(100);
		search.search(VOCABULARIES);
		await vi.advanceTimersByTimeAsync(0);
		expect(search.room(1)).toBe(5);
	});
	it('asks again where no vocabulary can answer, and no more once it is stopped', async () => {
		answers = { skerry: () => new Response('{}', { status: 503 }), corran: () => new Response('{}', { status: 503 }) };
		const { stop } = await searched('lamp');
		await vi.advanceTimersByTimeAsync(3_000);
		expect(asked).toHaveLength(4);
		stop();
		await vi.advanceTimersByTimeAsync(60_000);
		expect(asked).toHaveLength(4);
	});
	it('goes through the matches of all vocabularies by keyboard', async () => {
		answers = { skerry: () => found('s0'), corran: () => found('c0') };
		const { search } = await searched('lamp');
		expect([search.step(1), search.currentLabel, search.step(1), search.step(-1), search.currentLabel]).toEqual([
			true,
			'Label of c0',
			false,
			true,
			'Label of s0'
		]);
		search.clear();
		expect([search.typed, search.current, search.currentLabel]).toEqual(['', null, null]);
	});
	it('puts up to six headings side by side', () => {
		const search = new HeadingSearch();
		for (const key of many('k', 7)) search.compare(key);
		search.compare('k0');
		expect([...search.compared]).toEqual(['k1', 'k2', 'k3', 'k4', 'k5']);
	});
	it('parks what is neither taken nor parked, in its order', async () => {
		answers = { skerry: () => found('s0', 's1', 's2', 's3'), corran: () => found() };
		const { search } = await searched('lamp');
		const [group] = search.groups;
		if (!group) throw new Error('There is a group.');
		const own = concept({
			headings: [{ id: 'h', vocabulary: 'skerry', heading: 's1', reach: 'this', main: false, strand: null, note: '' }],
			parked: [{ id: 'p', text: 'x', vocabulary: 'corran', heading: 's2' }]
		});
		expect(search.rest(own, group, 0).map(({ id }) => id)).toEqual(['s0', 's2', 's3']);
		const edits = search.parkingEdits(own, group, 0);
		expect(edits).toHaveLength(3);
		const ids = edits.map((edit) => (edit.do === 'insert' ? (edit.item as { id: string }).id : ''));
		expect(edits.map((edit) => (edit.do === 'insert' ? edit.after : ''))).toEqual(['p', ids[0], ids[1]]);
	});
});
