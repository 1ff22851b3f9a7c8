/**
 * What the server processes on one database tell each other, by LISTEN and NOTIFY: each hears what the
 * others did, and nothing of its own but changes of rows. Edits, vocabularies and changes of rows are told by
 * the database itself (migrations 012 and 013), at no cost of a statement; who is here, by the processes.
 */
import { EventEmitter } from 'node:events';
import { Client } from 'pg';
import { config, errorFacts, log } from '$lib/server/process';
import { database, PROCESS } from './database';
import { compileValidator } from '$lib/server/http';
import { JOB_STATES, jobProgressSchema, type JobProgress, type JobState } from '$lib/contract/jobs';

export type Notice =
	| { readonly kind: 'edited'; readonly enquiry: string; readonly revision: number }
	| { readonly kind: 'vocabulary'; readonly vocabulary: string }
	/** A row of a table has changed; the process that changed it hears this, too. */
	| { readonly kind: 'changed'; readonly table: string; readonly key: string }
	/** A job has begun, moved on or ended; the process that runs it hears this, too. */
	| {
			readonly kind: 'job';
			readonly job: string;
			readonly of: string;
			readonly state: JobState;
			readonly subject: string;
			readonly enquiry: string | null;
			readonly progress: JobProgress | null;
	  }
	/** A window has the enquiry open, with its cursor on this line. */
	| {
			readonly kind: 'here';
			readonly enquiry: string;
			readonly client: string;
			readonly name: string;
			readonly line: string | null;
	  }
	| { readonly kind: 'gone'; readonly enquiry: string; readonly client: string }
	/** Asks the others for their windows of an enquiry. */
	| { readonly kind: 'who'; readonly enquiry: string }
	/** A request for a window that is not at this process; and that the process which has it has taken it. */
	| { readonly kind: 'passed' | 'taken'; readonly request: string }
	/** The process lives, and tells so now and then; or it ends. */
	| { readonly kind: 'alive' | 'ending' };
type Message = Notice & { readonly from: string };

const CHANNEL = 'lantern';
/** Milliseconds between two signs of life, and after which a process without one is taken for gone. */
const ALIVE = 15_000;
const GONE = 50_000;
const AGAIN = 1_000;

const text = { type: 'string', maxLength: 500 } as const;
const shape = (kind: string, properties: Readonly<Record<string, object>>) => ({
	type: 'object',
	required: ['from', 'kind', ...Object.keys(properties)],
	additionalProperties: false,
	properties: { from: text, kind: { const: kind }, ...properties }
});
const isMessage = compileValidator<Message>({
	anyOf: [
		shape('edited', { enquiry: text, revision: { type: 'integer' } }),
		shape('vocabulary', { vocabulary: text }),
		shape('changed', { table: text, key: text }),
		shape('job', {
			job: text,
			of: text,
			state: { enum: JOB_STATES },
			subject: text,
			enquiry: { type: ['string', 'null'] },
			progress: jobProgressSchema
		}),
		shape('here', { enquiry: text, client: text, name: text, line: { type: ['string', 'null'] } }),
		shape('gone', { enquiry: text, client: text }),
		shape('who', { enquiry: text }),
		shape('passed', { request: text }),
		shape('taken', { request: text }),
		shape('alive', {}),
		shape('ending', {})
	]
});

const emitter = new EventEmitter();
emitter.setMaxListeners(0);
/** Other processes, and when each was last heard. */
const others = new Map<string, number>();

/** Calls back with what other processes tell. @param hear is given the name of the process, too */
export function hearNotices(hear: (notice: Notice, from: string) => void): void {
	emitter.on('notice', hear);
}
/** Calls back when a process has ended, or was silent for long. */
export function hearOfEnds(hear: (process: string) => void): void {
	emitter.on('ended', hear);
}
/** Calls back when a row of a table has changed, in whichever process. */
export function hearChanges(hear: (change: { readonly table: string; readonly key: string }) => void): void {
	emitter.on('changed', hear);
}
export type JobNotice = Extract<Notice, { readonly kind: 'job' }>;
/** Calls back when a job has begun, moved on or ended, in whichever process, until the returned function is called. */
export function hearJobs(hear: (notice: JobNotice) => void): () => void {
	emitter.on('job', hear);
	return () => emitter.off('job', hear);
}
/** False while changes may be missed: what was read before must not be relied on. */
export const hearsChanges = (): boolean => client !== null && Date.now() - heardAt < GONE;
/** Calls back when notices may have been missed, since the connection was lost for a while. */
export function hearOfGaps(hear: () => void): void {
	emitter.on('gap', hear);
}

/** True where other processes work on this database. */
export const hasOthers = (): boolean => others.size > 0;

/** Tells the other processes, if there are any. What cannot be told is not told again: the next sign of life makes up for it. */
export function notify(notice: Notice): void {
	if (others.size > 0) send(notice);
}
function send(notice: Notice): void {
	const payload = JSON.stringify({ from: PROCESS, ...notice });
	database.raw('select pg_notify(?, ?)', [CHANNEL, payload]).then(
		() => undefined,
		(error: unknown) => {
			log('info', 'notice-not-told', errorFacts(error));
		}
	);
}

function receive(payload: string): void {
	let message: unknown;
	try {
		message = JSON.parse(payload);
	} catch {
		return;
	}
	if (!isMessage(message)) return;
	heardAt = Date.now();
	const { from, ...notice } = message;
	if (notice.kind === 'changed') emitter.emit('changed', notice);
	if (notice.kind === 'job') emitter.emit('job', notice);
	if (from === PROCESS) return;
	if (notice.kind === 'ending') {
		if (others.delete(from)) emitter.emit('ended', from);
		return;
	}
	// A new process hears of the others at once.
	if (!others.has(from) && from.startsWith('wide-lantern ')) send({ kind: 'alive' });
	others.set(from, Date.now());
	emitter.emit('notice', notice, from);
}

let client: Client | null = null;
/** When anything was heard last; a process hears its own signs of life. */
let heardAt = 0;
let alive: ReturnType<typeof setInterval> | undefined;
let ended = false;

/** Begins to listen, and goes on doing so whatever happens to the connection. */
export async function listenForNotices(): Promise<void> {
	await connect();
	alive = setInterval(() => {
		send({ kind: 'alive' });
		for (const [process, heard] of others)
			if (Date.now() - heard > GONE) {
				others.delete(process);
				emitter.emit('ended', process);
			}
	}, ALIVE);
	alive.unref();
	send({ kind: 'alive' });
}

/** False where the database does not answer; it is tried again. */
async function connect(): Promise<boolean> {
	const listening = new Client({ ...config.database, application_name: `${PROCESS} notices` });
	let lost = false;
	const again = () => {
		if (lost || ended) return;
		lost = true;
		client = null;
		listening.end().catch(() => undefined);
		setTimeout(() => {
			void connect().then((isOpen) => isOpen && emitter.emit('gap'));
		}, AGAIN).unref();
	};
	listening.on('error', again);
	listening.on('end', again);
	listening.on('notification', ({ payload }) => {
		receive(payload ?? '');
	});
	try {
		await listening.connect();
		await listening.query(`listen ${CHANNEL}`);
		client = listening;
		heardAt = Date.now();
		return true;
	} catch (error) {
		log('info', 'notices-not-heard', errorFacts(error));
		again();
		return false;
	}
}

export async function stopNotices(): Promise<void> {
	ended = true;
	clearInterval(alive);
	if (others.size > 0)
		await database
			.raw('select pg_notify(?, ?)', [CHANNEL, JSON.stringify({ from: PROCESS, kind: 'ending' })])
			.catch(() => undefined);
	await client?.end().catch(() => undefined);
	client = null;
}
