/**
 * One event stream for all windows of a browser: over HTTP/1.1 a browser opens only six connections
 * to a server, so that a stream for each window would leave none for saving.
 */
import type { BrowserEvent, StreamWindow } from '$lib/contract/streams';
import { compileValidator, isBody, type Actor } from '$lib/server/http';
import { roleIn } from '$lib/server/enquiries';
import { hearOfGaps, passOn, takePassedRequests } from '$lib/server/database';
import { tellWindow } from './window-events';

interface Browser {
	readonly person: Actor;
	readonly send: (event: BrowserEvent) => void;
	/** Ends the stream; the browser opens it again and catches up. */
	readonly close: () => void;
	/** How to end each window's events, by `enquiry client`. */
	readonly windows: Map<string, () => void>;
}
const browsers = new Map<string, Browser>();
const keyOf = ({ enquiry, client }: StreamWindow) => `${enquiry} ${client}`;

/** Opens the stream of a browser; call the result to close it. A newer stream of the same browser takes its place. */
export function openBrowser(
	browser: string,
	person: Actor,
	send: (event: BrowserEvent) => void,
	close: () => void
): () => void {
	const opened: Browser = { person, send, close, windows: new Map() };
	closeWindows(browsers.get(browser));
	browsers.set(browser, opened);
	return () => {
		closeWindows(opened);
		if (browsers.get(browser) === opened) browsers.delete(browser);
	};
}

function closeWindows(browser: Browser | undefined): void {
	for (const stop of browser?.windows.values() ?? []) stop();
	browser?.windows.clear();
}

takePassedRequests('windows', (passed, person) =>
	isBody(passed, 'PUT /api/v1/stream') ? setHere(passed.browser, person, passed.windows) : null
);
const isListOfClients = compileValidator<string[]>({ type: 'array', items: { type: 'string' } });

/**
 * Sets the windows of a browser: those that are new are told from now on, those that are missing no more.
 * @returns the clients that are told; null where this person has no stream open under that name, at no process
 */
export async function setWindows(
	browser: string,
	person: string,
	windows: readonly StreamWindow[]
): Promise<readonly string[] | null> {
	const here = await setHere(browser, person, windows);
	if (here) return here;
	const answer = await passOn('windows', person, { browser, windows });
	return isListOfClients(answer) ? answer : null;
}

async function setHere(
	browser: string,
	person: string,
	windows: readonly StreamWindow[]
): Promise<readonly string[] | null> {
	const opened = browsers.get(browser);
	if (opened?.person.id !== person) return null;
	const wanted = new Map(windows.map((one) => [keyOf(one), one]));
	for (const [key, stop] of opened.windows)
		if (!wanted.has(key)) {
			stop();
			opened.windows.delete(key);
		}
	const roles = new Map<string, boolean>();
	for (const { enquiry } of wanted.values())
		if (!roles.has(enquiry)) roles.set(enquiry, (await roleIn(enquiry, person)) !== null);
	for (const [key, { enquiry, client }] of wanted)
		if (roles.get(enquiry) === true && !opened.windows.has(key) && browsers.get(browser) === opened)
			opened.windows.set(
				key,
				tellWindow(enquiry, client, opened.person, (event) => {
					opened.send({ client, ...event });
				})
			);
	return [...wanted].flatMap(([key, { client }]) => (opened.windows.has(key) ? [client] : []));
}

/** Ends the events of enquiries that this person may see no more. */
export async function checkRoles(browser: string): Promise<void> {
	const opened = browsers.get(browser);
	if (!opened) return;
	const enquiries = new Set([...opened.windows.keys()].map((key) => key.slice(0, key.indexOf(' '))));
	for (const enquiry of enquiries) {
		if (await roleIn(enquiry, opened.person.id)) continue;
		for (const [key, stop] of opened.windows)
			if (key.startsWith(`${enquiry} `)) {
				stop();
				opened.windows.delete(key);
			}
	}
}

// News of other processes may have been missed: whoever opens the stream anew looks what happened.
hearOfGaps(() => {
	for (const { close } of [...browsers.values()]) close();
});
