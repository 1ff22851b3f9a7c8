/** One event stream for all windows of a browser: who leads, who is told, and what happens when somebody is forgotten. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openStream, type OpenStream } from './stream';

/** Windows hear each other, and never themselves. */
class Bus {
	static all = new Set<Bus>();
	onmessage: ((message: { data: unknown }) => void) | null = null;
	constructor() {
		Bus.all.add(this);
	}
	postMessage(data: unknown) {
		for (const other of Bus.all)
			if (other !== this)
				queueMicrotask(() => {
					if (Bus.all.has(other)) other.onmessage?.({ data: structuredClone(data) });
				});
	}
	close() {
		Bus.all.delete(this);
	}
}
class Source {
	static OPEN = 1;
	static CLOSED = 2;
	static all: Source[] = [];
	readyState = 0;
	onopen: (() => void) | null = null;
	onerror: (() => void) | null = null;
	private readonly listeners = new Map<string, (message: { data: string }) => void>();
	constructor(readonly url: string) {
		Source.all.push(this);
		setTimeout(() => {
			if (this.readyState !== 0) return;
			this.readyState = 1;
			this.onopen?.();
		}, 5);
	}
	addEventListener(name: string, listener: (message: { data: string }) => void) {
		this.listeners.set(name, listener);
	}
	close() {
		this.readyState = 2;
	}
	say(client: string, event: string, data: unknown) {
		this.listeners.get('window')?.({ data: JSON.stringify({ client, event, data }) });
	}
	static open = () => Source.all.filter((one) => one.readyState === 1);
}
/** Clients that the server was last told of; null for a stream that it does not know. */
let told: string[] = [];
let puts = 0;

interface Window {
	readonly stream: OpenStream;
	readonly said: string[];
}
let windows: Window[] = [];
function open(client: string): Window {
	const said: string[] = [];
	const stream = openStream(
		{ enquiry: 'e', client },
		{
			opened: () => said.push('opened'),
			lost: () => said.push('lost'),
			hear: (event, data) => said.push(`${event} ${String(data)}`)
		}
	);
	const window = { stream, said };
	windows.push(window);
	return window;
}
const pass = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);

beforeEach(() => {
	vi.useFakeTimers();
	[Bus.all, Source.all, told, puts, windows] = [new Set(), [], [], 0, []];
	vi.stubGlobal('BroadcastChannel', Bus);
	vi.stubGlobal('EventSource', Source);
	vi.stubGlobal('document', { visibilityState: 'visible' });
	vi.stubGlobal('addEventListener', () => undefined);
	vi.stubGlobal('removeEventListener', () => undefined);
	vi.stubGlobal('fetch', (_: string, { body }: { body: string }) => {
		puts++;
		told = (JSON.parse(body) as { windows: { client: string }[] }).windows.map((one) => one.client);
		return Promise.resolve(Response.json({ windows: told }));
	});
});
afterEach(() => {
	for (const { stream } of windows) stream.close();
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

describe('the stream of a browser', () => {
	it('tells the only window for as long as it is open', async () => {
		const one = open('one');
		await pass(300);
		expect([told, one.said]).toEqual([['one'], ['opened']]);
		await pass(30 * 60_000);
		expect(told).toEqual(['one']);
		Source.all[0]?.say('one', 'counts', 7);
		expect(one.said).toEqual(['opened', 'counts 7']);
	});

	it('is one for all windows, and each hears what is meant for it', async () => {
		const [one, two] = [open('one'), open('two')];
		await pass(1_000);
		expect(Source.open()).toHaveLength(1);
		expect([...told].sort()).toEqual(['one', 'two']);
		for (const client of ['one', 'two']) Source.open()[0]?.say(client, 'edits', client);
		await pass(1);
		expect([one.said, two.said]).toEqual([
			['opened', 'edits one'],
			['opened', 'edits two']
		]);
		await pass(30 * 60_000);
		expect([...told].sort()).toEqual(['one', 'two']);
	});

	it('opens again for a window that the server does not know any more, whoever leads', async () => {
		const [one, two] = [open('one'), open('two')];
		await pass(1_000);
		const before = puts;
		for (const { stream } of [one, two]) stream.renew();
		await pass(100);
		expect(puts).toBeGreaterThan(before);
		expect([one.said, two.said]).toEqual([
			['opened', 'opened'],
			['opened', 'opened']
		]);
	});

	it('goes on with another window when the one that leads is closed', async () => {
		const [one, two] = [open('one'), open('two')];
		await pass(1_000);
		one.stream.close();
		await pass(1_000);
		expect([Source.open().length, told]).toEqual([1, ['two']]);
		expect(two.said.at(-1)).toBe('opened');
	});

	it('lets a window go that was silent for long, and tells it to catch up when it is back', async () => {
		const one = open('one');
		await pass(1_000);
		const two = open('two');
		await pass(1_000);
		expect([...told].sort()).toEqual(['one', 'two']);
		// Asleep: it neither says that it is here nor hears anything.
		const asleep = [...Bus.all].at(-1);
		if (!asleep) throw new Error('There is no second window.');
		const { postMessage, onmessage } = asleep;
		asleep.postMessage = () => undefined;
		asleep.onmessage = null;
		vi.stubGlobal('document', { visibilityState: 'hidden' });
		await pass(4 * 60_000);
		expect(told).not.toContain('two');
		vi.stubGlobal('document', { visibilityState: 'visible' });
		[asleep.postMessage, asleep.onmessage] = [postMessage, onmessage];
		await pass(25_000);
		expect([...told].sort()).toEqual(['one', 'two']);
		expect(one.said.length + two.said.length).toBeGreaterThan(2);
		expect(two.said.at(-1)).toBe('opened');
	});
});
