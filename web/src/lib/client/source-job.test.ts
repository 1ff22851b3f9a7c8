import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '$lib/contract/jobs';
import { Jobs, ownJobs } from './jobs.svelte';
import { SourceJob, type EndedSourceJob } from './source-job.svelte';
import { serve, type Request } from './testing';

afterEach(() => {
	ownJobs.stop();
	vi.unstubAllGlobals();
});
const view = (state: JobView['state'], change: Partial<JobView> = {}): JobView =>
	({
		id: 'j',
		kind: 'run',
		state,
		subject: 'e wherry',
		title: 'Wherry',
		progress: null,
		outcome: null,
		message: null,
		by: 'Ida',
		mine: true,
		createdAt: '2026-11-30T12:00:00.000Z',
		endedAt: null,
		...change
	}) as JobView;
const OUTCOME = { lines: [], fault: '' };

/** An enquiry whose server has this job. */
function jobOn(job: { current: JobView | null }, refuse: (request: Request) => number | null = () => null) {
	const asked = serve((request) => {
		const refused = refuse(request);
		if (refused !== null) return refused;
		if (request.method === 'POST' && job.current) return job.current;
		if (request.path === '/api/v1/jobs/j') return { ...job.current, outcome: OUTCOME };
		return job.current ? [job.current] : [];
	});
	const jobs = new Jobs('e');
	jobs.stop();
	const ends: EndedSourceJob<'run'>[] = [];
	const source = new SourceJob(
		'run',
		{ id: 'e', flush: () => Promise.resolve(), jobs },
		() => 'wherry',
		(one) => ends.push(one)
	);
	return { asked, jobs, source, ends };
}

describe('a job at a source', () => {
	it('is begun, followed, and told with what it came to', async () => {
		const job = { current: view('running') };
		const { source, ends, jobs, asked } = jobOn(job);
		expect(source.isBusy).toBe(false);
		await source.start();
		expect(asked[0]).toMatchObject({ path: '/api/v1/enquiries/e/renderings/count', body: { profile: 'wherry' } });
		expect([source.isBusy, source.running?.id, ends.length]).toEqual([true, 'j', 0]);
		job.current = view('done');
		await jobs.refresh();
		await source.see();
		expect(ends).toEqual([{ state: 'done', outcome: OUTCOME, isNews: true }]);
		await source.see();
		expect([source.isBusy, ends.length]).toEqual([false, 1]);
	});
	it('that ends before it is looked for is told, too', async () => {
		const { source, ends } = jobOn({ current: view('done') });
		await source.start();
		expect(ends.map(({ state }) => state)).toEqual(['done']);
	});
	it('says why it failed, or that it was cancelled', async () => {
		const { source, ends } = jobOn({ current: view('failed', { message: 'Wherry does not answer.' }) });
		await source.start();
		expect([source.fault, ends[0]?.state]).toEqual(['Wherry does not answer.', 'failed']);
		const cancelled = jobOn({ current: view('cancelled') });
		await cancelled.source.start();
		expect(cancelled.ends).toEqual([{ state: 'cancelled', outcome: null, isNews: true }]);
	});
	it('is not begun where the server refuses', async () => {
		const { source } = jobOn({ current: null }, ({ method }) => (method === 'POST' ? 429 : null));
		await source.start();
		expect([source.fault, source.isBusy]).toEqual(['Refused with 429.', false]);
	});
	it('that is under way after a reload is taken up; one that is done is no news', async () => {
		const job = { current: view('running') };
		const { source, ends, jobs } = jobOn(job);
		await source.takeUp();
		expect(source.isBusy).toBe(true);
		job.current = view('done');
		await jobs.refresh();
		await source.see();
		expect(ends.map(({ isNews }) => isNews)).toEqual([true]);
		const later = jobOn(job);
		await later.source.takeUp();
		expect(later.ends).toEqual([{ state: 'done', outcome: OUTCOME, isNews: false }]);
		const none = jobOn({ current: null });
		await none.source.takeUp();
		expect(none.ends).toEqual([]);
	});
	it('is under way until what it came to is there, and is told once', async () => {
		const job = { current: view('running') };
		const { source, ends, jobs } = jobOn(job);
		await source.start();
		job.current = view('done');
		await jobs.refresh();
		const twice = [source.see(), source.see()];
		expect([source.isBusy, ends.length]).toEqual([true, 0]);
		await Promise.all(twice);
		expect([source.isBusy, ends.length]).toEqual([false, 1]);
	});
	it('of others is not told here', async () => {
		const job = { current: view('running', { mine: false }) };
		const { source, ends, jobs } = jobOn(job);
		await jobs.refresh();
		job.current = view('done', { mine: false });
		await jobs.refresh();
		await source.see();
		expect(ends).toEqual([]);
	});
	it('is cancelled; where that is refused, it says why', async () => {
		const job = { current: view('running') };
		const { source, jobs, asked } = jobOn(job);
		await source.cancel();
		expect(asked).toEqual([]);
		await jobs.refresh();
		await source.cancel();
		expect(asked.some(({ method, body }) => method === 'POST' && (body as { do: string }).do === 'cancel')).toBe(true);
		const refused = jobOn(job, ({ method }) => (method === 'POST' ? 403 : null));
		await refused.jobs.refresh();
		await refused.source.cancel();
		expect(refused.source.fault).toBe('Refused with 403.');
	});
});
