import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobView } from '$lib/contract/jobs';
import { serve, type Request } from './testing';
import { VocabularyFile, type LoadingJob } from './vocabulary-file.svelte';

afterEach(() => {
	vi.unstubAllGlobals();
});
const READ = { headings: 12, names: 3, faultCount: 1, faults: [], notes: [], name: 'Harbour', edition: '2026' };
const job = (state: JobView['state'], read: object | null = null) =>
	({ id: 'j', kind: 'vocabulary', state, title: 'harbour.ttl', outcome: read && { read } }) as unknown as LoadingJob;
/** A list of jobs that a test changes, and a server that has this one. */
function loading(current: { job: LoadingJob }, refuse: (request: Request) => number | null = () => null) {
	const asked = serve((request) => refuse(request) ?? current.job);
	const jobs = {
		list: [] as readonly JobView[],
		refresh: vi.fn(() => {
			jobs.list = [current.job];
			return Promise.resolve();
		}),
		change: vi.fn(() => Promise.resolve({ ok: true as const, value: current.job }))
	};
	const loaded = vi.fn();
	return { asked, jobs, loaded, model: new VocabularyFile(loaded, jobs) };
}
const file = new File(['a'], 'Harbour Terms.ttl');

describe('a vocabulary from a file', () => {
	it('is sent under a short name made of its own, or the one typed', async () => {
		const { model, asked } = loading({ job: job('running') });
		expect(model.canStart).toBe(false);
		model.file = file;
		expect([model.short, model.canStart]).toEqual(['harbour-terms', true]);
		model.id = 'harbour';
		await model.start();
		expect(asked[0]?.query).toEqual({ vocabulary: 'harbour', name: 'Harbour Terms.ttl' });
		expect([model.running?.id, model.isSending]).toEqual(['j', false]);
	});
	it('is read, shows what it holds with its own name, and is stored when somebody says so', async () => {
		const current = { job: job('running') };
		const { model, asked, jobs, loaded } = loading(current);
		model.file = file;
		await model.start();
		current.job = job('asking', READ);
		await jobs.refresh();
		await model.follow();
		expect([model.read?.headings, model.name, model.edition]).toEqual([12, 'Harbour', '2026']);
		model.edition = ' 2027 ';
		await model.store(READ as never);
		expect(asked.at(-1)?.body).toEqual({ do: 'load', faulty: true, name: 'Harbour', edition: '2027' });
		current.job = job('running', READ);
		await model.step({ do: 'load', faulty: true, name: 'Harbour', edition: '2027' });
		expect(model.edition).toBe(' 2027 ');
		current.job = job('done', READ);
		await jobs.refresh();
		await model.follow();
		expect(loaded).toHaveBeenCalledTimes(1);
	});
	it('is found again after a reload, unless it has ended', async () => {
		const { model } = loading({ job: job('asking', READ) });
		await model.resume();
		expect(model.job?.state).toBe('asking');
		const ended = loading({ job: job('done', READ) });
		await ended.model.resume();
		expect(ended.model.job).toBeNull();
	});
	it('is cancelled on leaving it while it is under way', async () => {
		const { model, jobs } = loading({ job: job('running') });
		model.file = file;
		await model.start();
		await model.leave();
		expect(jobs.change).toHaveBeenCalledWith('j', 'cancel');
		expect(model.job).toBeNull();
		await model.follow();
		expect(model.job).toBeNull();
	});
	it('says why it was refused, and keeps the file', async () => {
		const { model } = loading({ job: job('running') }, () => 413);
		model.file = file;
		await model.start();
		expect([model.fault, model.file, model.job]).toEqual(['Refused with 413.', file, null]);
	});
});
