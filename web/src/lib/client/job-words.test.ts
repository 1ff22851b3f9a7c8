/** What a person reads of work that takes longer than a request. */
import { describe, expect, it } from 'vitest';
import { JOB_STATES, type JobProgress, type JobView } from '$lib/contract/jobs';
import { endText, formatSize, jobName, progressText, shareOf } from './job-words';

const job = (changes: Partial<JobView>): JobView =>
	({
		id: 'a',
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
const at = (step: string, done: number, of: number): JobProgress => ({ step, done, of });

describe('how far a job is', () => {
	it.each([
		[at('reading', 6_300_000, 11_700_000), 'Reading 6.3 MB of 11.7 MB'],
		[at('reading', 10, 10), 'Validating'],
		[at('storing', 300, 479), 'Storing 300 of 479'],
		[at('storing', 2_500_000, 90_000_000), 'Storing 2.5 MB of 90.0 MB'],
		[at('indexing', 100, 200), '100 of 200 records'],
		[at('counting', 1, 3), '1 of 3 lines'],
		[at('records', 40, 900), '40 of 900 records fetched from Corran'],
		[at('held', 0, 7), 'Checking whether Corran holds the records only the original retrieves: 0 of 7'],
		[at('blame', 2, 4), 'Finding the line responsible: 2 of 4'],
		[at('something new', 9, 4), '4 of 4']
	])('%j is said as %j', (progress, text) => {
		expect(progressText(job({ progress }))).toBe(text);
	});
	it('is said before it has begun, too', () => {
		expect(progressText(job({ state: 'waiting' }))).toBe('Waiting for its turn');
		expect(progressText(job({}))).toBe('Starting');
	});
	it('is a share of one at most, or not known', () => {
		expect(shareOf(job({}))).toBeNull();
		expect(shareOf(job({ progress: at('x', 0, 0) }))).toBeNull();
		expect(shareOf(job({ progress: at('x', 1, 4) }))).toBe(0.25);
		expect(shareOf(job({ progress: at('x', 9, 4) }))).toBe(1);
	});
});

describe('what became of a job', () => {
	it('is said for every state that has ended or asks', () => {
		const said = JOB_STATES.map((state) => endText(job({ state })));
		expect(said).toEqual(['', '', 'Waiting for your decision', 'Done', 'Failed', 'Cancelled']);
	});
	it('is its own sentence where there is one, and names who began it where that was somebody else', () => {
		expect(endText(job({ state: 'failed', message: 'The file is empty.' }))).toBe('The file is empty.');
		expect(endText(job({ state: 'cancelled', mine: false }))).toBe('Cancelled (started by Orla)');
	});
	it('is named by its kind and title', () => {
		expect(jobName(job({}))).toBe('Counting lines: Corran');
		expect(jobName(job({ kind: 'index', title: 'Skerry' }))).toBe('Indexing: Skerry');
	});
	it('sizes are said in kilobytes, then in megabytes', () => {
		expect([1, 99_499, 100_000, 2_340_000].map(formatSize)).toEqual(['1 kB', '99 kB', '0.1 MB', '2.3 MB']);
	});
});
