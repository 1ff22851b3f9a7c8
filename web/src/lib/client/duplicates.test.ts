/** Duplicates: differences of two references, the queue by hand, undo, and what is asked of the server. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { ComparedReference, Duplicates } from '$lib/contract/duplicates';
import type { JobView } from '$lib/contract/jobs';
import { differences, DuplicateQueue, largestOverlaps, rowsOf } from './duplicates.svelte';
import { serve, settled } from './testing';

afterEach(() => {
	vi.unstubAllGlobals();
});
const reference = (place: number, change: Partial<ComparedReference> = {}): ComparedReference => ({
	batch: 'b',
	place,
	source: 'Skerry',
	fileName: 'a.ris',
	titles: ['Music before surgery'],
	authors: ['Kelwick, AB'],
	journal: '',
	year: 2019,
	volume: '12',
	pages: '',
	identifiers: [],
	types: [],
	abstract: '',
	retracted: false,
	...change
});
const pair = (left: number, right: number) => ({
	left: reference(left),
	right: reference(right),
	likelihood: 0.9,
	relation: null,
	agreement: []
});
const known = (queue: number, change: Partial<Duplicates> = {}): Duplicates => ({
	figures: { queue, since: 1 } as Duplicates['figures'],
	outdated: false,
	last: null,
	...change
});

/** @param waiting pairs in the queue; each decision lets the first one go */
function queueOf(waiting: number) {
	let left = waiting;
	const jobs = {
		list: [] as JobView[],
		refresh: vi.fn(() => Promise.resolve()),
		whenEnded: vi.fn(() => () => undefined)
	};
	const asked = serve(({ method, path, query }) => {
		if (path.endsWith('/pairs')) {
			const from = Number(query['from'] ?? 0);
			const many = Math.max(0, Math.min(20, left - from));
			return { total: left, pairs: Array.from({ length: many }, (_, at) => pair(waiting - left + from + at, 1_000)) };
		}
		if (path.endsWith('/works')) return { total: 0, works: [] };
		if (path.endsWith('/decisions')) left--;
		if (method === 'DELETE') left++;
		if (method === 'POST' && path.endsWith('/duplicates')) return { id: 'job', kind: 'duplicates' };
		return known(left, { last: left < waiting ? { act: 'act', same: true, by: 'Ada' } : null });
	});
	return { queue: new DuplicateQueue('e', jobs, vi.fn()), asked, jobs };
}

describe('two references beside each other', () => {
	it('show what only one of them says, whatever the case of letters', () => {
		const [left, right] = differences('Music before surgery', 'MUSIC after surgery');
		expect(left.filter((one) => one.differs).map((one) => one.text)).toEqual(['before']);
		expect(right.filter((one) => one.differs).map((one) => one.text)).toEqual(['after']);
	});
	it('leave out what neither says, and mark nothing where one is silent', () => {
		const rows = rowsOf({ left: reference(0), right: reference(1, { pages: '3–9', year: 2020 }), agreement: [] });
		expect(rows.map(({ name }) => name)).toEqual(['Title', 'Authors', 'Year', 'Volume', 'Pages']);
		expect(rows.find(({ name }) => name === 'Pages')).toMatchObject({
			left: [],
			right: [{ text: '3–9', differs: false }]
		});
		expect(rows.find(({ name }) => name === 'Year')?.right).toEqual([{ text: '2020', differs: true }]);
	});
});

describe('what is equal in other words', () => {
	it('is not marked', () => {
		const [left, right] = [
			reference(0, { journal: 'Journal of Quiet Wards' }),
			reference(1, { journal: 'J. Quiet Wards' })
		];
		const journal = (level: string) =>
			rowsOf({ left, right, agreement: [{ field: 'journal', level, weight: 4 }] }).find(
				({ name }) => name === 'Journal'
			);
		expect(journal('equal or abbreviated')?.left.some((one) => one.differs)).toBe(false);
		expect(journal('different')?.left.some((one) => one.differs)).toBe(true);
	});
});

describe('the queue', () => {
	it('goes on to the next pair with every decision', async () => {
		const { queue, asked } = queueOf(3);
		await queue.load();
		expect(queue.pair?.left.place).toBe(0);
		await queue.decide(true);
		expect(queue.pair?.left.place).toBe(1);
		expect(asked.find(({ path }) => path.endsWith('/decisions'))?.body).toEqual({
			left: { batch: 'b', place: 0 },
			right: { batch: 'b', place: 1_000 },
			same: true
		});
	});
	it('takes one key at a time: the second does not decide on a pair that nobody has seen', async () => {
		const { queue, asked } = queueOf(3);
		await queue.load();
		await Promise.all([queue.decide(true), queue.decide(true)]);
		expect(asked.filter(({ path }) => path.endsWith('/decisions'))).toHaveLength(1);
	});
	it('loses no key that is pressed while an undo is being saved', async () => {
		const { queue, asked } = queueOf(2);
		await queue.load();
		await queue.decide(true);
		await Promise.all([queue.undo(), queue.decide(false)]);
		expect(asked.filter(({ method }) => method !== 'GET').map(({ method }) => method)).toEqual([
			'POST',
			'DELETE',
			'POST'
		]);
		expect(queue.total).toBe(1);
	});
	it('shows the pairs that were requested last, whichever answer comes first', async () => {
		const { queue } = queueOf(1);
		await queue.load();
		let answer: (value: object) => void = () => undefined;
		serve(() => new Promise<object>((done) => (answer = done)));
		const early = queue.show('queue');
		await settled();
		serve(() => ({ total: 0, pairs: [] }));
		await queue.show('queue');
		answer({ total: 1, pairs: [pair(0, 1_000)] });
		await early;
		expect([queue.total, queue.pair]).toEqual([0, null]);
	});
	it('turns its page where a pair is passed over, and stops at both ends', async () => {
		const { queue } = queueOf(21);
		await queue.load();
		await queue.move(-1);
		expect(queue.place).toBe(1);
		for (let step = 0; step < 20; step++) await queue.move(1);
		expect([queue.place, queue.pageNumber]).toEqual([21, 2]);
		await queue.move(1);
		expect(queue.place).toBe(21);
		await queue.move(-1);
		expect([queue.place, queue.pair?.left.place]).toEqual([20, 19]);
	});
	it('has the newest decision undone in one step', async () => {
		const { queue, asked } = queueOf(2);
		await queue.load();
		await queue.undo();
		expect(asked.some(({ method }) => method === 'DELETE')).toBe(false);
		await queue.decide(false);
		await queue.undo();
		expect(asked.find(({ method }) => method === 'DELETE')?.path).toMatch(/\/decisions\/act$/);
		expect(queue.total).toBe(2);
	});
	it('compares anew once the last pair is decided, so that counts learn of it', async () => {
		const { queue, asked } = queueOf(1);
		await queue.load();
		await queue.decide(true);
		await settled();
		expect(asked.some(({ method, path }) => method === 'POST' && path.endsWith('/duplicates'))).toBe(true);
	});
	it('keeps the pair where the server refuses, and says why', async () => {
		const { queue } = queueOf(2);
		await queue.load();
		serve(() => 409);
		await queue.decide(true);
		expect(queue.fault).toBe('Refused with 409.');
		expect(queue.pair?.left.place).toBe(0);
		expect(queue.deciding).toBe(false);
	});
	it('does not show what was asked for before a decision', async () => {
		const { queue } = queueOf(2);
		await queue.load();
		let answer: (value: Duplicates) => void = () => undefined;
		const late = new Promise<Duplicates>((done) => (answer = done));
		const asked = serve(({ method, path }) =>
			path.endsWith('/pairs')
				? { total: 1, pairs: [pair(1, 1_000)] }
				: method === 'POST'
					? known(1, { last: { act: 'new', same: true, by: 'Ada' } })
					: late
		);
		const loading = queue.load();
		await queue.decide(true);
		answer(known(2));
		await loading;
		expect(asked.length).toBeGreaterThan(2);
		expect(queue.state?.last?.act).toBe('new');
	});
	it('is read again once for each comparison that ends', async () => {
		const { queue, asked, jobs } = queueOf(1);
		const reads = () => asked.filter(({ method, path }) => method === 'GET' && path.endsWith('/duplicates')).length;
		await queue.follow();
		expect(reads()).toBe(0);
		jobs.list = [{ id: 'first', kind: 'duplicates', state: 'done' } as JobView];
		await queue.follow();
		await queue.follow();
		expect(reads()).toBe(1);
		jobs.list = [{ id: 'second', kind: 'duplicates', state: 'done' } as JobView, ...jobs.list];
		await queue.follow();
		expect(reads()).toBe(2);
	});
	it('says why the last comparison failed, until the next one', () => {
		const { queue, jobs } = queueOf(0);
		jobs.list = [{ kind: 'duplicates', state: 'failed', message: 'There are no references any more.' } as JobView];
		expect(queue.failure).toBe('There are no references any more.');
		jobs.list = [{ kind: 'duplicates', state: 'running' } as JobView, ...jobs.list];
		expect(queue.job).not.toBeNull();
	});
});

describe('overlaps', () => {
	it('name the largest and add up the rest', () => {
		const overlaps = [9, 5, 2, 1].map((works) => ({ sources: ['a'], works }));
		expect(largestOverlaps(overlaps, 2)).toEqual({ shown: overlaps.slice(0, 2), rest: 3 });
	});
});
