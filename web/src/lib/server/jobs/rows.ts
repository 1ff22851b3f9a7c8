/** Jobs as rows: what each one is, how far it is, and how it ended. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { JobKindName, JobProgress, JobState, JobView } from '$lib/contract/jobs';
import { database } from '$lib/server/database';
import type { Actor } from '$lib/server/http';
import { JobRefused, kindOf, type JobKind } from './kinds';
import { sendMessage } from './queue';

export interface JobRow {
	id: string;
	kind: JobKindName;
	state: JobState;
	person_id: string | null;
	person_name: string;
	enquiry_id: string | null;
	subject: string;
	title: string;
	request: unknown;
	progress: JobProgress | null;
	outcome: unknown;
	message: string | null;
	message_id: string;
	attempt: number;
	process: string | null;
	touched_at: Date;
	created_at: Date;
	ended_at: Date | null;
}
export const NOT_ENDED = ['waiting', 'running', 'asking'] as const;

export interface NewJob<Request> {
	readonly request: Request;
	readonly subject: string;
	readonly title: string;
	/** Null for the server itself. */
	readonly by: Pick<Actor, 'id' | 'name'> | null;
	readonly enquiry?: string;
}

/** Starts a job. @returns its identifier; null where one of which there may be only one is under way */
export function startJob<Name extends JobKindName, Request>(
	kind: JobKind<Name, Request>,
	wanted: NewJob<Request>
): Promise<string | null> {
	const id = randomUUID();
	return database.transaction(async (transaction) => {
		const inserted = await transaction('jobs')
			.insert({
				id,
				kind: kind.name,
				state: 'waiting',
				person_id: wanted.by?.id ?? null,
				person_name: wanted.by?.name ?? '',
				enquiry_id: wanted.enquiry ?? null,
				subject: wanted.subject,
				title: wanted.title,
				request: JSON.stringify(wanted.request),
				message_id: await sendMessage(transaction, kind.name, id)
			})
			.onConflict()
			.ignore()
			.returning('id');
		return inserted.length === 0 ? null : id;
	});
}

/**
 * Starts a job of whose kind there may be one about a subject only, or joins the one that is under way.
 * @param isSame whether that one comes to what is wanted; if not, it is ended
 * @param why what an ended one says
 * @returns the job
 */
export async function startOrJoin<Name extends JobKindName, Request>(
	kind: JobKind<Name, Request>,
	wanted: NewJob<Request>,
	isSame: (request: Request) => boolean,
	why: string
): Promise<string> {
	for (;;) {
		const id = await startJob(kind, wanted);
		if (id !== null) return id;
		const other = await newestJob(kind.name, wanted.subject);
		if (other && kind.isRequest(other.request) && isSame(other.request)) return other.id;
		if (other) await discardJob(other.id, why);
	}
}

/** Puts a job that has stopped into the queue again. @param seconds that it waits there */
export async function requeue(
	transaction: Knex.Transaction,
	row: Pick<JobRow, 'id' | 'kind'>,
	changes: Readonly<Record<string, unknown>> = {},
	seconds = 0
): Promise<void> {
	await transaction('jobs')
		.where({ id: row.id })
		.update({
			state: 'waiting',
			process: null,
			progress: null,
			ended_at: null,
			touched_at: transaction.fn.now(),
			message_id: await sendMessage(transaction, row.kind, row.id, seconds),
			...changes
		});
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** Null where there is none. */
export async function jobRow(id: string): Promise<JobRow | null> {
	if (!UUID.test(id)) return null;
	return (await database<JobRow>('jobs').where({ id }).first()) ?? null;
}

export const viewOf = (row: JobRow, actor: Pick<Actor, 'id'>): JobView =>
	({
		id: row.id,
		kind: row.kind,
		state: row.state,
		subject: row.subject,
		title: row.title,
		progress: row.progress,
		outcome: row.outcome,
		message: row.message,
		by: row.person_name,
		mine: row.person_id === actor.id,
		createdAt: row.created_at.toISOString(),
		endedAt: row.ended_at?.toISOString() ?? null
	}) as JobView;

/** Starts a job for a person, of whose kind there may be any number. @returns the job as the person sees it */
export async function beginJob<Name extends JobKindName, Request>(
	kind: JobKind<Name, Request>,
	wanted: NewJob<Request> & { readonly by: Pick<Actor, 'id' | 'name'> }
): Promise<JobView> {
	const id = await startJob(kind, wanted);
	const row = id === null ? null : await jobRow(id);
	if (!row) throw new Error('The job was not stored.');
	return viewOf(row, wanted.by);
}

/** Jobs of a person that have not ended, and the last that have; the newest first. */
export async function jobsOfPerson(actor: Pick<Actor, 'id'>, most = 50): Promise<JobView[]> {
	const rows = await database<JobRow>('jobs')
		.where({ person_id: actor.id })
		.orderByRaw('ended_at is null desc, created_at desc')
		.limit(most);
	return rows.map((row) => ({ ...viewOf(row, actor), outcome: null }));
}

/** Jobs of an enquiry in the same order: everybody in it sees them. */
export async function jobsOfEnquiry(enquiry: string, actor: Pick<Actor, 'id'>, most = 50): Promise<JobView[]> {
	const rows = await database<JobRow>('jobs')
		.where({ enquiry_id: enquiry })
		.orderByRaw('ended_at is null desc, created_at desc')
		.limit(most);
	return rows.map((row) => ({ ...viewOf(row, actor), outcome: null }));
}

/** The newest job of a kind on a subject; null where there was none. */
export async function newestJob(kind: JobKindName, subject: string): Promise<JobRow | null> {
	return (await database<JobRow>('jobs').where({ kind, subject }).orderBy('created_at', 'desc').first()) ?? null;
}

/** Ends a job that has not ended, wherever it runs. False where it had ended. */
export const cancelJob = (id: string): Promise<boolean> => endJob(id, 'cancelled', null);

/** Ends a job whose work is of no use any more. */
export const discardJob = (id: string, why: string): Promise<boolean> => endJob(id, 'failed', why);

async function endJob(id: string, state: 'cancelled' | 'failed', message: string | null): Promise<boolean> {
	const [row] = await database<JobRow>('jobs')
		.where({ id })
		.whereIn('state', [...NOT_ENDED])
		.update({ state, message, progress: null, ended_at: database.fn.now() as unknown as Date })
		.returning('*');
	if (row) await releaseFiles(row);
	return row !== undefined;
}

/** What it kept on the disk goes, when it has ended. */
export async function releaseFiles(row: Pick<JobRow, 'kind' | 'request'>): Promise<void> {
	const kind = kindOf(row.kind);
	if (kind?.isRequest(row.request)) await kind.release?.(row.request);
}

/** Starts a failed or cancelled job again. @throws {JobRefused} where that is not possible */
export async function repeatJob(id: string): Promise<void> {
	await database.transaction(async (transaction) => {
		const row = await transaction<JobRow>('jobs').where({ id }).forUpdate().first();
		if (!row || kindOf(row.kind)?.repeatable !== true) throw new JobRefused('This cannot be started again.');
		if (row.state !== 'failed' && row.state !== 'cancelled')
			throw new JobRefused('This has not failed, so there is nothing to start again.');
		await requeue(transaction, row, { attempt: 0, outcome: null, message: null });
	});
}

/** Lets a job that asks go on, with what was decided. False where it does not ask any more. */
export async function answerJob(id: string, request: unknown, outcome: unknown): Promise<boolean> {
	return database.transaction(async (transaction) => {
		const row = await transaction<JobRow>('jobs').where({ id, state: 'asking' }).forUpdate().first();
		if (!row) return false;
		await requeue(transaction, row, {
			attempt: 0,
			message: null,
			request: JSON.stringify(request),
			outcome: JSON.stringify(outcome)
		});
		return true;
	});
}
