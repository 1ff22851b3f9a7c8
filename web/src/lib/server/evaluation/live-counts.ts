/**
 * Open strategies: each window that shows one has a stream on which its counts arrive, for the text
 * that is being typed, before it is saved. A newer look drops the one under way; only lines whose
 * answer has changed are sent.
 */
import { applyEdits, type Json } from '@wide-lantern/core';
import type { CountRequest, CountsNews, SheetLine } from '$lib/contract/sheet';
import { computing, Dropped, TooHeavy } from '$lib/server/computing';
import { isDocument, listen, openEnquiry, type OpenEnquiry } from '$lib/server/enquiries';
import { errorFacts, log } from '$lib/server/process';
import { marginsOf } from './margins';
import { hearOfGaps, passOn, takePassedRequests } from '$lib/server/database';
import { compileValidator, isBody } from '$lib/server/http';
import { sheetView, evaluateEnquiry, type EvaluatedEnquiry } from './evaluation';

interface Window {
	readonly person: string;
	readonly push: (news: CountsNews) => void;
	/** What was last sent of each line. */
	readonly sent: Map<string, string>;
	newest: number;
	/** Waits until nothing newer has been typed for a moment. */
	margins: ReturnType<typeof setTimeout> | undefined;
}

/** By enquiry and client. */
const windows = new Map<string, Window>();
interface Followed {
	/** The newest revision and those just before it, the oldest first: a window looks at what it shows while its edits are being saved. */
	readonly revisions: OpenEnquiry[];
	readonly stop: () => void;
}
/** Enquiries that are being looked at, so that a keystroke need not ask the database. */
const followed = new Map<string, Followed>();
/** Revisions that are kept of each; they share what did not change. */
const REVISIONS = 30;

/** Milliseconds without a newer look after which the margins are computed. */
const REST = 300;
const marginsKey = (enquiry: string, client: string) => `${enquiry} ${client} margins`;
const keyOf = (enquiry: string, client: string) => `${enquiry} ${client}`;

/** Opens the stream of a window; call the result to close it. */
export function openWindow(
	enquiry: string,
	client: string,
	person: string,
	push: (news: CountsNews) => void
): () => void {
	const key = keyOf(enquiry, client);
	const window: Window = { person, push, sent: new Map(), newest: 0, margins: undefined };
	windows.set(key, window);
	return () => {
		if (windows.get(key) !== window) return;
		windows.delete(key);
		clearTimeout(window.margins);
		if (![...windows.keys()].some((one) => one.startsWith(`${enquiry} `))) forget(enquiry);
	};
}

function forget(enquiry: string): void {
	followed.get(enquiry)?.stop();
	followed.delete(enquiry);
}

// What other processes saved meanwhile is not in them.
hearOfGaps(() => {
	for (const id of [...followed.keys()]) forget(id);
});

/** Enquiries that are being read: whoever asks meanwhile gets the same answer. */
const opening = new Map<string, Promise<OpenEnquiry | null>>();

/** The enquiry as it was at a revision: read once, then kept up with the edits that are saved. Null where it is not known any more. */
async function atRevision(id: string, revision: number): Promise<OpenEnquiry | null> {
	const newest = followed.get(id)?.revisions.at(-1);
	// Another process has saved what this one has not heard of yet.
	if (newest && newest.revision < revision) forget(id);
	const known = followed.get(id)?.revisions.find((one) => one.revision === revision);
	if (known) return known;
	if (followed.has(id)) return null;
	const reading = opening.get(id) ?? readNewest(id).finally(() => opening.delete(id));
	opening.set(id, reading);
	const read = await reading;
	return read?.revision === revision ? read : null;
}

async function readNewest(id: string): Promise<OpenEnquiry | null> {
	let changed = false;
	const stop = listen(id, (news) => {
		changed = true;
		const revisions = followed.get(id)?.revisions;
		const newest = revisions?.at(-1);
		const applied =
			newest?.revision === news.revision - 1 ? applyEdits(newest.document as unknown as Json, news.edits) : null;
		if (revisions && applied && !('refused' in applied)) {
			revisions.push({ id, revision: news.revision, document: applied.document as unknown as OpenEnquiry['document'] });
			if (revisions.length > REVISIONS) revisions.shift();
		} else if (newest && newest.revision < news.revision) forget(id);
	});
	const enquiry = await openEnquiry(id);
	if (enquiry && !changed) {
		followed.set(id, { revisions: [enquiry], stop });
		return enquiry;
	}
	stop();
	// What was saved while it was read may or may not be in it.
	return enquiry && changed ? readNewest(id) : enquiry;
}

interface PassedLook {
	readonly enquiry: string;
	readonly look: unknown;
}
const isPassedLook = compileValidator<PassedLook>({
	type: 'object',
	required: ['enquiry', 'look'],
	properties: { enquiry: { type: 'string' }, look: {} }
});
takePassedRequests(
	'look',
	(passed, person) =>
		isPassedLook(passed) &&
		isBody(passed.look, 'POST /api/v1/enquiries/[enquiry]/look') &&
		lookHere(passed.enquiry, person, passed.look)
);

/** False where the window has no stream to answer on, at no process. The answer comes on that stream. */
export async function requestCounts(enquiry: string, person: string, look: CountRequest): Promise<boolean> {
	if (lookHere(enquiry, person, look)) return true;
	return (await passOn('look', person, { enquiry, look } satisfies PassedLook)) !== null;
}

function lookHere(enquiry: string, person: string, request: CountRequest): boolean {
	const window = windows.get(keyOf(enquiry, request.client));
	if (window?.person !== person) return false;
	window.newest = Math.max(window.newest, request.sequence);
	// A thread that is at the margins of an older text is free for the counts of this one.
	clearTimeout(window.margins);
	computing().drop(marginsKey(enquiry, request.client));
	void answer(enquiry, window, request).then(
		(news) => {
			if (news && windows.get(keyOf(enquiry, request.client)) === window) window.push(news);
		},
		(error: unknown) => {
			if (error instanceof Dropped) return;
			log('error', 'look-failed', errorFacts(error));
			window.push({
				sequence: request.sequence,
				failed: 'The lines could not be counted. What you typed is kept; counting is tried again in a few seconds.'
			});
		}
	);
	return true;
}

async function answer(
	id: string,
	window: Window,
	{ client, sequence, revision, edits, resultWas }: CountRequest
): Promise<CountsNews | null> {
	const saved = await atRevision(id, revision);
	if (window.newest > sequence) return null;
	// The window looks again once it has what was saved since.
	if (!saved) return { sequence, stale: true };
	const applied =
		edits.length === 0
			? { document: saved.document as unknown as Json }
			: applyEdits(saved.document as unknown as Json, edits);
	if ('refused' in applied) return { sequence, stale: true };
	const document: unknown = applied.document;
	if (!isDocument(document)) return { sequence, stale: true };
	const evaluated = await evaluateEnquiry(
		{ ...saved, document },
		{ owner: window.person, replaces: keyOf(id, client) },
		() => window.newest <= sequence,
		resultWas ?? null
	);
	const { lines, ...rest } = sheetView(evaluated);
	if (window.newest > sequence) return null;
	const changed: SheetLine[] = [];
	const now = new Set<string>();
	for (const line of lines) {
		const text = JSON.stringify(line);
		now.add(line.id);
		if (window.sent.get(line.id) === text) continue;
		window.sent.set(line.id, text);
		changed.push(line);
	}
	for (const line of window.sent.keys()) if (!now.has(line)) window.sent.delete(line);
	clearTimeout(window.margins);
	window.margins = setTimeout(() => {
		const told = tellMargins(window, evaluated, sequence, marginsKey(id, client));
		told.catch((error: unknown) => {
			log('error', 'margins-failed', errorFacts(error));
		});
	}, REST);
	return { sequence, view: rest, order: lines.map((line) => line.id), changed };
}

/** What a thread can tell beside the counts, once nothing newer is typed. */
async function tellMargins(window: Window, evaluated: EvaluatedEnquiry, sequence: number, key: string): Promise<void> {
	try {
		const margins = await marginsOf(evaluated, key);
		if (window.newest === sequence) window.push({ sequence, margins });
	} catch (error) {
		if (error instanceof Dropped) return;
		// Too much work, or a failure: the counts stand; the margins say that they are not there.
		if (!(error instanceof TooHeavy)) log('error', 'margins-failed', errorFacts(error));
		if (window.newest === sequence) window.push({ sequence, margins: null });
	}
}
