/** Jobs in a window: asked for again while something is under way, told when they end, cancelled, started again. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '$lib/contract/jobs';
import { Jobs } from './jobs.svelte';

const job = (id: string, changes: Partial<JobView> = {}): JobView =>
	({
		id,
		kind: 'run',
		state: 'running',
		subject: 'e corran',
		title: 'Corran',
		progress: null,
		outcome: null,
		message: null,
		by: 'Orla',
		mine: true,
		createdAt: '2026-11-30T10:00:00.000Z',
		endedAt: null,
		...changes
	}) as JobView;

/** Answers the list as it is set, and says what was asked. */
function server(list: readonly JobView[]) {
	const state = { list, away: false, asked: [] as string[] };
	vi.stubGlobal('fetch', (address: string, init?: RequestInit) => {
		state.asked.push(`${init?.method ?? 'GET'} ${address} ${typeof init?.body === 'string' ? init.body : ''}`.trim());
		if (state.away) return Promise.reject(new TypeError('network'));
		return Promise.resolve(new Response(JSON.stringify(init?.method === 'POST' ? state.list[0] : state.list)));
	});
	return state;
}

beforeEach(() => {
	vi.useFakeTimers();
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

describe('jobs of a window', () => {
	it('are asked for again until nothing is under way, and one that ends is told once', async () => {
		const state = server([job('a')]);
		const jobs = new Jobs(null);
		const ended: string[] = [];
		jobs.whenEnded((one) => ended.push(`${one.id} ${one.state}`));
		await jobs.refresh();
		await vi.advanceTimersByTimeAsync(2_000);
		const before = state.asked.length;
		expect(before).toBeGreaterThan(2);
		state.list = [job('a', { state: 'done' })];
		await vi.advanceTimersByTimeAsync(1_000);
		expect(ended).toEqual(['a done']);
		const after = state.asked.length;
		await vi.advanceTimersByTimeAsync(60_000);
		expect(state.asked.length).toBe(after);
		expect(ended).toEqual(['a done']);
	});

	it('one that had ended before the window opened is not told', async () => {
		server([job('a', { state: 'failed', message: 'No.' })]);
		const jobs = new Jobs(null);
		const ended: string[] = [];
		jobs.whenEnded((one) => ended.push(one.id));
		await jobs.refresh();
		expect(ended).toEqual([]);
		expect(jobs.newest('run', 'e corran')?.message).toBe('No.');
	});

	it('a server that is away is asked again, and what was known stays', async () => {
		const state = server([job('a')]);
		const jobs = new Jobs(null);
		await jobs.refresh();
		state.away = true;
		await vi.advanceTimersByTimeAsync(1_000);
		expect(jobs.list.map((one) => one.id)).toEqual(['a']);
		state.away = false;
		state.list = [];
		await vi.advanceTimersByTimeAsync(10_000);
		expect(jobs.list).toEqual([]);
	});

	it('the newest of a kind on a subject is found wherever it is listed', async () => {
		server([
			job('old', { state: 'failed', createdAt: '2026-11-29T10:00:00.000Z' }),
			job('new', { state: 'done', createdAt: '2026-11-30T12:00:00.000Z' }),
			job('other', { subject: 'e skerry', createdAt: '2026-11-30T13:00:00.000Z' }),
			job('compared', { kind: 'comparison', createdAt: '2026-11-30T14:00:00.000Z' } as Partial<JobView>)
		]);
		const jobs = new Jobs(null);
		await jobs.refresh();
		jobs.stop();
		expect(jobs.newest('run', 'e corran')?.id).toBe('new');
		expect(jobs.newest('comparison', 'e corran')?.id).toBe('compared');
		expect(jobs.newest('index', 'e corran')).toBeNull();
	});

	it('are cancelled and started again by a request, after which the list is asked for', async () => {
		const state = server([job('a', { state: 'cancelled' })]);
		const jobs = new Jobs(null);
		expect((await jobs.change('a', 'cancel')).ok).toBe(true);
		await jobs.change('a', 'repeat');
		expect(state.asked).toEqual([
			'POST /api/v1/jobs/a {"do":"cancel"}',
			'GET /api/v1/jobs',
			'POST /api/v1/jobs/a {"do":"repeat"}',
			'GET /api/v1/jobs'
		]);
	});

	it('a window that is closed asks no more', async () => {
		const state = server([job('a')]);
		const jobs = new Jobs(null);
		await jobs.refresh();
		jobs.stop();
		await vi.advanceTimersByTimeAsync(60_000);
		expect(state.asked.length).toBe(1);
	});
});
