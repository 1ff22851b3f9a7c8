/** Who has an enquiry open, and the line that each cursor is on: kept in memory, told on the streams. */
import { EventEmitter } from 'node:events';
import type { Presence } from '$lib/work/presence';
import { door } from './doors';

const emitter = new EventEmitter();
emitter.setMaxListeners(0);

/** By enquiry, then by window. */
interface Window extends Presence {
	readonly person: string;
	/** The stream that is open last. */
	readonly stream: symbol;
}
const here = new Map<string, Map<string, Window>>();

export const checkPresence = door<{ readonly client: string; readonly line: string | null }>({
	type: 'object',
	required: ['client', 'line'],
	additionalProperties: false,
	properties: { client: { type: 'string', minLength: 1, maxLength: 100 }, line: { type: ['string', 'null'], maxLength: 100 } }
});

const listOf = (enquiry: string): Presence[] => [...(here.get(enquiry)?.values() ?? [])].map(({ client, name, line }) => ({ client, name, line }));
const tell = (enquiry: string) => emitter.emit(enquiry, listOf(enquiry));

/** A window opens; call the result when it closes. */
export function arrive(
	enquiry: string,
	client: string,
	person: { readonly id: string; readonly name: string },
	hear: (present: readonly Presence[]) => void
): () => void {
	const windows = here.get(enquiry) ?? new Map<string, Window>();
	here.set(enquiry, windows);
	const stream = Symbol('stream');
	windows.set(client, { client, name: person.name, line: windows.get(client)?.line ?? null, person: person.id, stream });
	emitter.on(enquiry, hear);
	tell(enquiry);
	return () => {
		emitter.off(enquiry, hear);
		// A window that has opened its stream again is still here.
		if (windows.get(client)?.stream !== stream) return;
		windows.delete(client);
		if (windows.size === 0) here.delete(enquiry);
		tell(enquiry);
	};
}

/** The cursor of a window is on another line now. False where that window has no stream. */
export function moveTo(enquiry: string, client: string, person: string, line: string | null): boolean {
	const windows = here.get(enquiry);
	const own = windows?.get(client);
	if (!windows || own?.person !== person) return false;
	windows.set(client, { ...own, line });
	tell(enquiry);
	return true;
}
