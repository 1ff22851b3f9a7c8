/**
 * Requests about a window or a stream that another process has: it is asked to take them. They lie in a table, since a
 * notice holds 8,000 bytes.
 */
import { randomUUID } from 'node:crypto';
import { database } from './database';
import { hasOthers, hearNotices, notify } from './notices';

export type PassedKind = 'look' | 'presence' | 'windows';
/** Milliseconds after which nobody has taken it. */
const PATIENCE = 1_000;
/** Answers; null where what it is about is not here. @param request as it came, not checked */
export type Taker = (request: unknown, person: string) => unknown;

const takers = new Map<PassedKind, Taker>();
const waiting = new Map<string, () => void>();

/** Takes requests of a kind from other processes. */
export function takePassedRequests(kind: PassedKind, take: Taker): void {
	takers.set(kind, take);
}

/** Hands a request to the process that it is for. @returns its answer; null where no process takes it */
export async function passOn(kind: PassedKind, person: string, request: unknown): Promise<unknown> {
	if (!hasOthers()) return null;
	const id = randomUUID();
	await database('passed_requests').whereRaw("passed_at < now() - interval '1 minute'").delete();
	await database('passed_requests').insert({ id, kind, person_id: person, request: JSON.stringify(request) });
	const taken = new Promise<void>((done) => {
		const timer = setTimeout(done, PATIENCE);
		waiting.set(id, () => {
			clearTimeout(timer);
			done();
		});
	});
	notify({ kind: 'passed', request: id });
	await taken;
	waiting.delete(id);
	const [row] = await database<Row>('passed_requests').where('id', id).delete().returning('answer');
	return row?.answer ?? null;
}

interface Row {
	id: string;
	kind: PassedKind;
	person_id: string;
	request: unknown;
	answer: unknown;
}

hearNotices((notice) => {
	if (notice.kind === 'taken') waiting.get(notice.request)?.();
	if (notice.kind !== 'passed') return;
	take(notice.request).catch(() => undefined); // Then nobody has taken it, and the window opens its stream anew.
});

async function take(id: string): Promise<void> {
	const row = await database<Row>('passed_requests').where('id', id).first();
	const answer = row ? await takers.get(row.kind)?.(row.request, row.person_id) : null;
	if (answer === null || answer === undefined || answer === false) return;
	await database('passed_requests')
		.where({ id })
		.update({ answer: JSON.stringify(answer) });
	notify({ kind: 'taken', request: id });
}
