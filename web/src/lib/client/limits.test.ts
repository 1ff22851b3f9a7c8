import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RecordSpread } from '$lib/contract/records';
import { LIMITS, LimitTrial } from './limits.svelte';
import { documentOf, enquiryOf, line, serve, type Request } from './testing';

const SPREAD: RecordSpread = {
	revision: 1,
	total: 90,
	years: [],
	yearless: 2,
	types: [],
	values: { la: [{ value: 'english', count: 70 }], pt: [{ value: 'clinical trial', count: 9 }], ag: [] },
	typeless: 0,
	lacking: { years: 2, languages: 3, types: 4, ages: 5, entered: 6, headings: 7, abstracts: 8 },
	journals: { values: [{ value: 'Harbour Nursing', count: 4 }], others: 0, without: 0 },
	keywords: null,
	words: []
};
const documentWithLines = documentOf([line('a', 'lamp'), line('r', 'sleep')]);
let asked: Request[];
let answer: (request: Request) => object | number;

beforeEach(() => {
	vi.useFakeTimers();
	answer = () => 500;
	asked = serve((request) => answer(request));
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});
const limitOn = () => new LimitTrial(enquiryOf(documentWithLines), () => 'r');
const insertedIn = (limit: LimitTrial) => {
	const [edit] = limit.edits;
	if (edit?.do !== 'insert') throw new Error('A limit inserts a line.');
	return { after: edit.after, item: edit.item as ReturnType<typeof line> };
};

describe('a limit that is tried', () => {
	it('acts on the result until another line is chosen, and on the result again when that is gone', () => {
		const limit = limitOn();
		expect([limit.target, limit.place]).toEqual(['r', 2]);
		limit.chosenLine = 'a';
		expect([limit.target, limit.place]).toEqual(['a', 1]);
		limit.chosenLine = 'gone';
		expect(limit.target).toBe('r');
	});
	it('becomes a line of its own behind that line, with its reason and a label in words', () => {
		const limit = limitOn();
		limit.value = '2010-';
		limit.reason = ' Lamps of this kind are sold since. ';
		const { after, item } = insertedIn(limit);
		expect(after).toBe('r');
		expect(item).toMatchObject({ role: 'limit', note: 'Lamps of this kind are sold since.' });
		expect(item.source).toMatch(/ AND yr:2010-$/);
		expect(item.label).toContain('2010');
		limit.kind = 'country';
		limit.value = 'norway';
		expect(insertedIn(limit).item.label).toBe('Country: norway');
	});
	it('is tried once typing rests, and not while it cannot be read', async () => {
		answer = ({ body }) => {
			const [trial] = (body as { trials: { edits: { item: { id: string } }[] }[] }).trials;
			return { trials: [{ name: 'limit', lines: [{ id: trial?.edits[0]?.item.id, count: 60 }], benchmarkLost: [] }] };
		};
		const limit = limitOn();
		limit.value = '201';
		const stop = limit.try();
		await vi.advanceTimersByTimeAsync(100);
		stop();
		limit.value = '2010-';
		limit.try();
		await vi.advanceTimersByTimeAsync(1_000);
		expect(asked.map(({ path }) => path)).toEqual(['/api/v1/enquiries/e/trials']);
		expect(limit.left(90)).toEqual({ count: 60, lost: 30 });
		expect(limit.left(null)).toBeNull();
		limit.value = '(2010';
		expect(limit.isReady).toBe(false);
		expect(limit.faults).not.toEqual([]);
		limit.try();
		expect([limit.result, limit.left(90)]).toEqual([null, null]);
	});
	it('keeps the older figure where the server is away', async () => {
		const limit = limitOn();
		limit.value = '2010-';
		limit.try();
		await vi.advanceTimersByTimeAsync(1_000);
		expect(asked).toHaveLength(1);
		expect(limit.result).toBeNull();
	});
	it('offers the values that the records have, and says what the records cannot tell', async () => {
		answer = () => SPREAD;
		const limit = limitOn();
		expect([limit.lacking, limit.values]).toEqual([null, []]);
		limit.askForSpread();
		await vi.advanceTimersByTimeAsync(0);
		const by = (kind: LimitTrial['kind']) => {
			limit.kind = kind;
			return [limit.values.map(({ value }) => value), limit.lacking?.count ?? null];
		};
		expect(LIMITS.map(({ kind }) => by(kind))).toEqual([
			[[], 2],
			[['english'], 3],
			[['clinical trial'], 4],
			[[], 5],
			[[], 6],
			[[], null],
			[['Harbour Nursing'], null],
			[[], 7],
			[[], null],
			[[], null]
		]);
		limit.kind = 'pt';
		limit.add('clinical trial');
		limit.add('review');
		expect(limit.text).toBe('pt:("clinical trial" OR review)');
		limit.done();
		expect([limit.value, limit.reason, limit.text]).toEqual(['', '', '']);
	});
});
