/**
 * Who has an enquiry open, and the line that each cursor is on: kept in memory, told on the streams and to
 * the other processes on the same database.
 */
import { EventEmitter } from 'node:events';
import type { Presence } from '$lib/contract/enquiries';
import { hearNotices, hearOfEnds, notify, passOn, takePassedRequests } from '$lib/server/database';
import { compileValidator } from '$lib/server/http';

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

/** By enquiry, then by window. */
interface Window extends Presence {
	readonly person: string;
	/** The stream that is open last. */
	readonly stream: symbol;
}
const here = new Map<string, Map<string, Window>>();

/** Windows at other processes, of enquiries that are open here as well: by enquiry, then by window. */
const elsewhere = new Map<string, Map<string, Presence & { readonly process: string }>>();

const listOf = (enquiry: string): Presence[] =>
	[...(here.get(enquiry)?.values() ?? []), ...(elsewhere.get(enquiry)?.values() ?? [])].map(
		({ client, name, line }) => ({ client, name, line })
	);
const tell = (enquiry: string) => emitter.emit(enquiry, listOf(enquiry));

/** A window opens; call the result when it closes. */
export function join(
	enquiry: string,
	client: string,
	person: { readonly id: string; readonly name: string },
	hear: (present: readonly Presence[]) => void
): () => void {
	const windows = here.get(enquiry) ?? new Map<string, Window>();
	here.set(enquiry, windows);
	const stream = Symbol('stream');
	windows.set(client, {
		client,
		name: person.name,
		line: windows.get(client)?.line ?? null,
		person: person.id,
		stream
	});
	emitter.on(enquiry, hear);
	tell(enquiry);
	if (windows.size === 1) notify({ kind: 'who', enquiry });
	notifyOf(enquiry, client);
	return () => {
		emitter.off(enquiry, hear);
		// A window that has opened its stream again is still here.
		if (windows.get(client)?.stream !== stream) return;
		windows.delete(client);
		if (windows.size === 0) {
			here.delete(enquiry);
			elsewhere.delete(enquiry);
		}
		notify({ kind: 'gone', enquiry, client });
		tell(enquiry);
	};
}

interface PassedCursor {
	readonly enquiry: string;
	readonly client: string;
	readonly line: string | null;
}
const isPassedCursor = compileValidator<PassedCursor>({
	type: 'object',
	required: ['enquiry', 'client', 'line'],
	properties: { enquiry: { type: 'string' }, client: { type: 'string' }, line: { type: ['string', 'null'] } }
});
takePassedRequests(
	'presence',
	(passed, person) => isPassedCursor(passed) && moveHere(passed.enquiry, passed.client, person, passed.line)
);

/** The cursor of a window is on another line now. False where that window has no stream, at no process. */
export async function moveTo(enquiry: string, client: string, person: string, line: string | null): Promise<boolean> {
	if (moveHere(enquiry, client, person, line)) return true;
	return (await passOn('presence', person, { enquiry, client, line } satisfies PassedCursor)) !== null;
}

function moveHere(enquiry: string, client: string, person: string, line: string | null): boolean {
	const windows = here.get(enquiry);
	const own = windows?.get(client);
	if (!windows || own?.person !== person) return false;
	windows.set(client, { ...own, line });
	tell(enquiry);
	notifyOf(enquiry, client);
	return true;
}

function notifyOf(enquiry: string, client: string): void {
	const own = here.get(enquiry)?.get(client);
	if (own) notify({ kind: 'here', enquiry, client, name: own.name, line: own.line });
}

hearNotices((notice, process) => {
	if (notice.kind === 'who')
		for (const client of here.get(notice.enquiry)?.keys() ?? []) notifyOf(notice.enquiry, client);
	if ((notice.kind !== 'here' && notice.kind !== 'gone') || !here.has(notice.enquiry)) return;
	const { enquiry, client } = notice;
	const windows = elsewhere.get(enquiry) ?? new Map<string, Presence & { readonly process: string }>();
	elsewhere.set(enquiry, windows);
	if (notice.kind === 'here') windows.set(client, { client, name: notice.name, line: notice.line, process });
	else windows.delete(client);
	tell(enquiry);
});
hearOfEnds((process) => {
	for (const [enquiry, windows] of elsewhere) {
		const lost = [...windows.values()].filter((one) => one.process === process);
		for (const { client } of lost) windows.delete(client);
		if (lost.length > 0) tell(enquiry);
	}
});
