/** Waiting for a job that runs in this process or in another. */
import { hasEnded } from '$lib/contract/jobs';
import { hearJobs } from '$lib/server/database';
import { jobRow, type JobRow } from './rows';

/** Milliseconds between two looks, for what may not have been told. */
const LOOK = 2_000;

/** Comes when the job has ended; null where it is gone. @param signal ends the waiting, not the job */
export async function endOf(id: string, signal: AbortSignal): Promise<JobRow | null> {
	for (;;) {
		signal.throwIfAborted();
		const changed = nextChange(id, signal);
		const row = await jobRow(id);
		if (!row || hasEnded(row.state)) return row;
		await changed;
	}
}

function nextChange(id: string, signal: AbortSignal): Promise<void> {
	return new Promise((done) => {
		const settle = () => {
			clearTimeout(timer);
			stopHearing();
			signal.removeEventListener('abort', settle);
			done();
		};
		const timer = setTimeout(settle, LOOK);
		const stopHearing = hearJobs(({ job, state }) => {
			if (job === id && hasEnded(state)) settle();
		});
		signal.addEventListener('abort', settle, { once: true });
	});
}
