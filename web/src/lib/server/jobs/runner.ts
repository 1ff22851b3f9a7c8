/**
 * Runs jobs in this process, which sends a heartbeat for each every few seconds; what a killed process left
 * is run anew by another, at most three times; what two processes took is stored by one of them only.
 */
import type { Knex } from 'knex';
import { hasEnded, type JobProgress } from '$lib/contract/jobs';
import { database, hearJobs, PROCESS } from '$lib/server/database';
import { errorFacts, log } from '$lib/server/process';
import { removeOrphans } from './files';
import { allKinds, JobRefused, kindOf, type JobResult, type RunningJob } from './kinds';
import { isGivenOut, openQueue } from './queue';
import { cancelJob, NOT_ENDED, releaseFiles, requeue, type JobRow } from './rows';

/** Milliseconds between two heartbeats of a job. */
const HEARTBEAT = 5_000;
/** Seconds without a heartbeat after which a job is taken for abandoned. */
const ABANDONED = 30;
const TRIES = 3;
/** Milliseconds between two writes of how far a job is. */
const PROGRESS = 300;
/** Days that an ended job is listed, and that one waits for a person’s decision. */
const KEPT = 30;
const ASKING = 3;
const TIDY = 6 * 3_600_000;

class Cancelled extends Error {}
class ServerEnds extends Error {}

const running = new Map<
	string,
	{ readonly row: JobRow; readonly stop: AbortController; readonly end: Promise<void> }
>();
let close: (() => Promise<void>) | null = null;

/** Begins to run jobs; every room must have said its kinds before. */
export async function startJobs(): Promise<void> {
	const queue = await openQueue(allKinds(), take);
	const stopHearing = hearJobs(({ job, of, state }) => {
		if (state === 'waiting') queue.wake(of);
		if (hasEnded(state)) running.get(job)?.stop.abort(new Cancelled());
	});
	const timers = [
		setInterval(() => void unlessAway(sendHeartbeats), HEARTBEAT),
		setInterval(() => void unlessAway(takeOver), 2 * HEARTBEAT),
		setInterval(() => void unlessAway(tidy), TIDY)
	];
	for (const timer of timers) timer.unref();
	close = async () => {
		for (const timer of timers) clearInterval(timer);
		stopHearing();
		for (const { stop } of running.values()) stop.abort(new ServerEnds());
		await Promise.all([...running.values()].map((one) => one.end));
		await queue.close();
	};
	await takeOver();
	await tidy();
}

/** Lets go of the jobs of this process, so that another, or this one started again, goes on with them. */
export async function stopJobs(): Promise<void> {
	await close?.();
	close = null;
}

async function unlessAway(work: () => Promise<void>): Promise<void> {
	try {
		await work();
	} catch (error) {
		log('info', 'jobs-not-looked-after', errorFacts(error));
	}
}

/** Where the message is not the newest of its job, the job was cancelled or taken by another, and nothing is done. */
async function take(job: string, message: string): Promise<void> {
	try {
		const [row] = await database<JobRow>('jobs')
			.where({ id: job, message_id: message, state: 'waiting' })
			.update({
				state: 'running',
				process: PROCESS,
				attempt: database.raw('attempt + 1') as unknown as number,
				touched_at: database.fn.now() as unknown as Date
			})
			.returning('*');
		if (!row) return;
		const stop = new AbortController();
		const end = run(row, stop);
		running.set(job, { row, stop, end });
		await end.finally(() => running.delete(job));
	} catch (error) {
		log('warning', 'job-not-taken', { job, ...errorFacts(error) });
	}
}

async function run(row: JobRow, stop: AbortController): Promise<void> {
	const kind = kindOf(row.kind);
	if (!kind?.isRequest(row.request)) {
		await end(row, 'failed', { message: 'What was asked for is damaged in the database, and was not done.' });
		return;
	}
	const limit = setTimeout(() => {
		stop.abort(new JobRefused('This took longer than it may, and was ended. Nothing was changed.'));
	}, kind.longest * 1_000);
	const reporter = new Reporter(row, stop);
	const job: RunningJob<unknown> = {
		id: row.id,
		request: row.request,
		by: { id: row.person_id ?? '', name: row.person_name },
		enquiry: row.enquiry_id,
		subject: row.subject,
		signal: stop.signal,
		progress: (step, done, of) => {
			reporter.say({ step, done, of });
		},
		confirm: (transaction, outcome) => confirm(transaction, row, outcome)
	};
	try {
		const result: JobResult<unknown> = await kind.run(job);
		clearTimeout(limit);
		reporter.end();
		await end(row, result.state, { outcome: result.outcome, message: result.message ?? null });
	} catch (thrown) {
		clearTimeout(limit);
		reporter.end();
		await failed(row, stop.signal.aborted ? stop.signal.reason : thrown);
	}
}

/** @param why what was thrown, or what stopped it */
async function failed(row: JobRow, why: unknown): Promise<void> {
	if (why instanceof Cancelled) return;
	if (why instanceof JobRefused) {
		await end(row, 'failed', { message: why.message, outcome: why.outcome });
		return;
	}
	const ends = why instanceof ServerEnds;
	if (!ends) log('error', 'job-failed', { job: row.id, kind: row.kind, attempt: row.attempt, ...errorFacts(why) });
	if (!ends && row.attempt >= TRIES) {
		await end(row, 'failed', {
			message: 'Something went wrong on the server, three times. Nothing was changed; it has been noted.'
		});
		return;
	}
	// A server that ends is not the fault of the job.
	const attempt = ends ? row.attempt - 1 : row.attempt;
	await database.transaction(async (transaction) => {
		const own = await transaction<JobRow>('jobs').where(isOwn(row)).forUpdate().first('id');
		if (own) await requeue(transaction, row, { attempt }, ends ? 0 : 2 ** row.attempt);
	});
}

const isOwn = ({ id, attempt, message_id }: JobRow) => ({ id, attempt, message_id, state: 'running' as const });

async function confirm(transaction: Knex.Transaction, row: JobRow, outcome: unknown): Promise<void> {
	const changed = await transaction('jobs')
		.where(isOwn(row))
		.update({ state: 'done', progress: null, outcome: JSON.stringify(outcome), ended_at: transaction.fn.now() });
	if (changed === 0) throw new Cancelled();
}

async function end(
	row: JobRow,
	state: 'done' | 'asking' | 'failed',
	{ outcome, message }: { readonly outcome?: unknown; readonly message?: string | null }
): Promise<void> {
	const { id, attempt, message_id } = row;
	// What was stored has ended it as done already.
	const changed = await database('jobs')
		.where({ id, attempt, message_id })
		.whereIn('state', state === 'done' ? ['running', 'done'] : ['running'])
		.update({
			state,
			progress: null,
			outcome: outcome === undefined || outcome === null ? null : JSON.stringify(outcome),
			message: message ?? null,
			ended_at: state === 'asking' ? null : database.fn.now()
		});
	if (changed > 0 && state !== 'asking') await releaseFiles(row);
}

/** Writes how far a job is, now and then; learns from that whether it is still this process’s. */
class Reporter {
	private newest: JobProgress | null = null;
	private timer: ReturnType<typeof setTimeout> | null = null;
	private ended = false;

	constructor(
		private readonly row: JobRow,
		private readonly stop: AbortController
	) {}

	say(progress: JobProgress): void {
		this.newest = progress;
		if (this.timer !== null || this.ended) return;
		void this.write();
		this.timer = setTimeout(() => {
			this.timer = null;
			if (this.newest) this.say(this.newest);
		}, PROGRESS);
	}

	private async write(): Promise<void> {
		const { newest } = this;
		this.newest = null;
		await unlessAway(async () => {
			const changed = await database('jobs')
				.where(isOwn(this.row))
				.update({ progress: JSON.stringify(newest), touched_at: database.fn.now() });
			if (changed === 0 && !this.ended) this.stop.abort(new Cancelled());
		});
	}

	end(): void {
		this.ended = true;
		if (this.timer !== null) clearTimeout(this.timer);
	}
}

async function sendHeartbeats(): Promise<void> {
	if (running.size === 0) return;
	await database('jobs')
		.whereIn('id', [...running.keys()])
		.where({ process: PROCESS, state: 'running' })
		.update({ touched_at: database.fn.now() });
}

/** Puts into the queue again what no living process runs, and what the queue has lost. */
async function takeOver(): Promise<void> {
	await database.transaction(async (transaction) => {
		const rows = await transaction<JobRow>('jobs')
			.where({ state: 'running' })
			.andWhereRaw(
				`(touched_at < now() - ? * interval '1 second' or (process <> ? and not exists (select from pg_stat_activity where application_name = jobs.process || ' notices')))`,
				[ABANDONED, PROCESS]
			)
			.forUpdate()
			.skipLocked()
			.select();
		for (const row of rows) {
			log('warning', 'job-taken-over', { job: row.id, kind: row.kind, attempt: row.attempt });
			if (row.attempt < TRIES) await requeue(transaction, row);
			else
				await transaction('jobs').where({ id: row.id }).update({
					state: 'failed',
					progress: null,
					ended_at: transaction.fn.now(),
					message:
						'The server ended three times while this was under way, so it was not tried again. Nothing was changed.'
				});
		}
	});
	const waiting = await database<JobRow>('jobs')
		.where({ state: 'waiting' })
		.whereRaw("touched_at < now() - ? * interval '1 second'", [ABANDONED])
		.select();
	for (const row of waiting) {
		if (!(await isGivenOut(row.kind, row.message_id))) continue;
		await database.transaction(async (transaction) => {
			const { id, message_id } = row;
			const own = await transaction('jobs').where({ id, message_id, state: 'waiting' }).forUpdate().first<object>('id');
			if (own) await requeue(transaction, row);
		});
	}
}

/** Removes what has ended long ago, what nobody decided on, and files that belong to nothing. */
async function tidy(): Promise<void> {
	await database('jobs').whereRaw("ended_at < now() - ? * interval '1 day'", [KEPT]).delete();
	const forgotten = await database<JobRow>('jobs')
		.where({ state: 'asking' })
		.whereRaw("touched_at < now() - ? * interval '1 day'", [ASKING])
		.select('id');
	for (const { id } of forgotten) await cancelJob(id);
	const rows = await database('jobs')
		.whereIn('state', [...NOT_ENDED])
		.select<{ file: string | null }[]>(database.raw("request->>'file' as file"));
	await removeOrphans(new Set(rows.flatMap(({ file }) => (file === null ? [] : [file]))));
}
