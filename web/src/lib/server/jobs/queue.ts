/** The queue: pg-boss, in the same database. It brings each message to one process that has a hand free. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import PgBoss from 'pg-boss';
import type { JobKindName } from '$lib/contract/jobs';
import { database, PROCESS } from '$lib/server/database';
import { config, errorFacts, log } from '$lib/server/process';

/** Seconds between two looks into the queue; new messages are told at once, so that this is for what was missed. */
const LOOK = 10;
/** Of the advisory lock that is held while the queues are made: any number that nothing else uses. */
const OPENING = 7_240_413;
let boss: PgBoss | null = null;

interface Message {
	readonly job: string;
}
export interface QueueKind {
	readonly name: string;
	readonly atOnce: number;
	readonly longest: number;
}

/** Begins to take messages. @param take must not throw; the kind's next message waits for it */
export async function openQueue(
	kinds: readonly QueueKind[],
	take: (job: string, message: string) => Promise<void>
): Promise<{ readonly wake: (kind: string) => void; readonly close: () => Promise<void> }> {
	const opened = new PgBoss({ ...config.database, application_name: `${PROCESS} queue`, max: 3 });
	opened.on('error', (error) => {
		log('info', 'queue-failed', errorFacts(error));
	});
	// Two processes that start at once would wait for each other's tables for good.
	await database.transaction(async (transaction) => {
		await transaction.raw('select pg_advisory_xact_lock(?)', [OPENING]);
		await opened.start();
		for (const { name, longest } of kinds)
			await opened.createQueue(name, { name, retryLimit: 0, expireInSeconds: longest + 60 });
	});
	boss = opened;
	const workers = new Map<string, string[]>();
	for (const { name, atOnce } of kinds) {
		const own: string[] = [];
		workers.set(name, own);
		for (let at = 0; at < atOnce; at++)
			own.push(
				await opened.work<Message>(name, { pollingIntervalSeconds: LOOK, batchSize: 1 }, async ([message]) => {
					if (message) await take(message.data.job, message.id);
					// More may be waiting: without this the worker rests first.
					for (const worker of own) opened.notifyWorker(worker);
				})
			);
	}
	return {
		wake: (kind) => {
			for (const worker of workers.get(kind) ?? []) opened.notifyWorker(worker);
		},
		close: async () => {
			boss = null;
			await opened.stop({ graceful: true, timeout: 2_000, wait: true });
		}
	};
}

/** Puts a message into the queue, in the transaction of what it is about. @returns its identifier */
export async function sendMessage(
	transaction: Knex.Transaction,
	kind: JobKindName,
	job: string,
	seconds = 0
): Promise<string> {
	if (!boss) throw new Error('The queue of jobs is not open.');
	const id = randomUUID();
	const client = transaction.client as { acquireConnection: () => Promise<PgClient> };
	const db = {
		executeSql: async (text: string, values: unknown[]) => (await client.acquireConnection()).query(text, values)
	};
	await boss.send(kind, { job } satisfies Message, { id, startAfter: seconds, db });
	return id;
}
interface PgClient {
	query: (text: string, values: unknown[]) => Promise<{ rows: unknown[] }>;
}

/** True where the queue has given this message out, or has lost it. */
export async function isGivenOut(kind: JobKindName, message: string): Promise<boolean> {
	const known = await boss?.getJobById(kind, message);
	return known?.state !== 'created' && known?.state !== 'retry';
}
