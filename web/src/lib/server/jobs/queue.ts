/** The queue: pg-boss, in the same database. It brings each message to one process that has a hand free. */
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Knex } from 'knex';
import PgBoss from 'pg-boss';
import type { JobKindName } from '$lib/contract/jobs';
import { database, PROCESS } from '$lib/server/database';
import { config, errorFacts, log } from '$lib/server/process';
import { compileValidator } from '$lib/server/http';
import { Hand } from './hand';

/** Seconds between two looks into the queue; new messages are told at once, so that this is for what was missed. */
const LOOK = 10;
/** Of the advisory lock that is held while the queues are made: any number that nothing else uses. */
const OPENING = 7_240_413;
/** Milliseconds that a message under way has to be done with when the server ends. */
const PATIENCE = 2_000;
let boss: PgBoss | null = null;

interface Message {
	readonly job: string;
}
const isMessage = compileValidator<Message>({
	type: 'object',
	required: ['job'],
	properties: { job: { type: 'string' } }
});
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
	const opened = new PgBoss({ ...config.database, application_name: `${PROCESS} queue`, max: 3, schedule: false });
	const failed = (error: unknown) => {
		log('info', 'queue-failed', errorFacts(error));
	};
	opened.on('error', failed);
	// Two processes that start at once would wait for each other's tables for good.
	await database.transaction(async (transaction) => {
		await transaction.raw('select pg_advisory_xact_lock(?)', [OPENING]);
		await opened.start();
		for (const { name, longest } of kinds)
			await opened.createQueue(name, { name, retryLimit: 0, expireInSeconds: longest + 60 });
	});
	boss = opened;
	const taken = async (data: unknown, id: string) => {
		if (isMessage(data)) await take(data.job, id);
	};
	const hands = new Map(
		kinds.map(({ name, atOnce }) => [
			name,
			Array.from(
				{ length: atOnce },
				() => new Hand({ queue: opened, kind: name, look: LOOK * 1_000, take: taken, failed })
			)
		])
	);
	return {
		wake: (kind) => {
			for (const hand of hands.get(kind) ?? []) hand.wake();
		},
		close: async () => {
			boss = null;
			const stopped = [...hands.values()].flat().map((hand) => hand.stop());
			await Promise.race([Promise.all(stopped), sleep(PATIENCE)]);
			await opened.stop({ graceful: false, wait: true });
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
