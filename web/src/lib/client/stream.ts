/**
 * The event stream that all windows of a browser share. One window leads: it holds the connection and
 * hands events to the others over a BroadcastChannel. When it closes, falls silent or is hidden while
 * another is in use, that one leads. Without BroadcastChannel every window has a stream of its own.
 */
import { callServer } from '$lib/contract/call-server';

export interface StreamListener {
	/** The stream is open, also again after a break. */
	opened(): void;
	lost(): void;
	/** @param event `edits`, `people` or `counts` */
	hear(event: string, data: unknown): void;
}

interface StreamWindow {
	readonly enquiry: string;
	readonly client: string;
}

type Message =
	/** A window is here, or still here. */
	| ({
			readonly kind: 'here';
			/** True where the server does not know it any more. */ readonly isLost?: boolean;
	  } & StreamWindow)
	| { readonly kind: 'left'; readonly client: string }
	| { readonly kind: 'beat'; readonly leader: string; readonly visible: boolean }
	| { readonly kind: 'resigned'; readonly leader: string }
	| { readonly kind: 'opened'; readonly clients: readonly string[] }
	| { readonly kind: 'lost' }
	| { readonly kind: 'event'; readonly client: string; readonly event: string; readonly data: unknown };

const CHANNEL = 'lantern-stream';
/** Milliseconds between two beats of the leader, and after which it is taken for gone; a hidden page's timers run once a minute. */
const BEAT = 1_000;
const SILENT = 3_500;
const SILENT_HIDDEN = 90_000;
/** Milliseconds between two messages that a window is still here, and after which it is taken for gone. */
const STILL_HERE = 20_000;
const GONE = 200_000;

export interface OpenStream {
	/** The server does not know this window: it is told again, and {@link StreamListener.opened} follows. */
	renew(): void;
	close(): void;
}

/** Opens the events of a window. */
export function openStream(window: StreamWindow, listener: StreamListener): OpenStream {
	return typeof BroadcastChannel === 'undefined' ? openAlone(window, listener) : new SharedStream(window, listener);
}

function openAlone({ enquiry, client }: StreamWindow, listener: StreamListener): OpenStream {
	const open = (): EventSource => {
		const source = new EventSource(`/api/v1/enquiries/${enquiry}/stream?client=${encodeURIComponent(client)}`);
		for (const event of ['edits', 'people', 'facts', 'counts'])
			source.addEventListener(event, (message) => {
				listener.hear(event, JSON.parse(String(message.data)));
			});
		source.onopen = () => {
			listener.opened();
		};
		source.onerror = () => {
			listener.lost();
		};
		return source;
	};
	let source = open();
	return {
		renew() {
			source.close();
			source = open();
		},
		close() {
			source.close();
		}
	};
}

class SharedStream implements OpenStream {
	private readonly id = crypto.randomUUID();
	private readonly channel = new BroadcastChannel(CHANNEL);
	private readonly timers: ReturnType<typeof setInterval>[] = [];
	/** The leader heard of last, and when. */
	private leader = '';
	private heardAt = 0;
	/** Set while this window leads. */
	private source: EventSource | null = null;
	private readonly windows = new Map<string, StreamWindow & { seen: number }>();
	private telling: ReturnType<typeof setTimeout> | undefined;
	private again: ReturnType<typeof setTimeout> | undefined;
	private closed = false;
	private readonly first: ReturnType<typeof setTimeout>;

	constructor(
		private readonly window: StreamWindow,
		private readonly listener: StreamListener
	) {
		this.channel.onmessage = ({ data }: MessageEvent<Message>) => {
			this.receive(data);
		};
		addEventListener('pagehide', this.leave);
		this.heardAt = Date.now();
		this.sayHere();
		// Whoever leads answers at once; if nobody does, this window leads.
		this.first = setTimeout(() => {
			if (this.leader === '') this.lead();
		}, 150);
		this.timers.push(
			setInterval(() => {
				this.beat();
			}, BEAT),
			setInterval(() => {
				this.sayHere();
			}, STILL_HERE)
		);
	}

	close(): void {
		this.closed = true;
		clearTimeout(this.first);
		clearTimeout(this.telling);
		clearTimeout(this.again);
		for (const timer of this.timers) clearInterval(timer);
		removeEventListener('pagehide', this.leave);
		this.leave();
		this.source?.close();
		this.source = null;
		this.channel.close();
	}

	renew(): void {
		if (!this.source) this.post({ kind: 'here', isLost: true, ...this.window });
		else {
			this.known.delete(this.window.client);
			this.tellServer();
		}
	}

	private readonly leave = (): void => {
		this.post({ kind: 'left', client: this.window.client });
		if (this.source) this.post({ kind: 'resigned', leader: this.id });
	};

	private post(message: Message): void {
		this.channel.postMessage(message);
	}
	private sayHere(): void {
		this.post({ kind: 'here', ...this.window });
	}
	private beat(): void {
		if (this.source) {
			this.post({ kind: 'beat', leader: this.id, visible: isVisible() });
			// This window does not hear itself.
			for (const [client, { seen }] of this.windows)
				if (client !== this.window.client && Date.now() - seen > GONE) {
					this.windows.delete(client);
					this.known.delete(client);
					this.tellServer();
				}
		} else if (Date.now() - this.heardAt > (isVisible() ? SILENT : SILENT_HIDDEN)) this.lead();
	}

	private receive(message: Message): void {
		if (this.closed) return;
		switch (message.kind) {
			case 'here':
				if (!this.source) return;
				this.post({ kind: 'beat', leader: this.id, visible: isVisible() });
				if (message.isLost) this.known.delete(message.client);
				if (message.isLost || !this.windows.has(message.client)) this.tellServer();
				this.windows.set(message.client, { enquiry: message.enquiry, client: message.client, seen: Date.now() });
				return;
			case 'left':
				this.known.delete(message.client);
				if (this.windows.delete(message.client)) this.tellServer();
				return;
			case 'beat':
				this.hearBeat(message.leader, message.visible);
				return;
			case 'resigned':
				if (message.leader !== this.leader) return;
				this.leader = '';
				// One of the others is a little earlier than the rest.
				setTimeout(() => {
					if (this.leader === '' && !this.closed) this.lead();
				}, Math.random() * 200);
				return;
			case 'opened':
				if (message.clients.includes(this.window.client)) this.listener.opened();
				return;
			case 'lost':
				this.listener.lost();
				return;
			case 'event':
				if (message.client === this.window.client) this.listener.hear(message.event, message.data);
		}
	}

	private hearBeat(leader: string, visible: boolean): void {
		if (this.source) {
			// Two lead: one in use goes before one that is hidden, then the smaller name.
			const stays = visible === isVisible() ? this.id < leader : isVisible();
			if (stays) {
				this.post({ kind: 'beat', leader: this.id, visible: isVisible() });
				return;
			}
			this.source.close();
			this.source = null;
			this.windows.clear();
		}
		this.heardAt = Date.now();
		if (this.leader === leader) return;
		this.leader = leader;
		this.sayHere();
	}

	/** Takes the lead: opens the connection and gathers the windows that are here. */
	private lead(): void {
		if (this.source || this.closed) return;
		this.leader = this.id;
		this.windows.clear();
		this.windows.set(this.window.client, { ...this.window, seen: Date.now() });
		this.post({ kind: 'beat', leader: this.id, visible: isVisible() });
		this.connect();
	}

	private connect(): void {
		const source = new EventSource(`/api/v1/stream?browser=${encodeURIComponent(this.id)}`);
		this.source = source;
		source.addEventListener('window', ({ data }) => {
			const {
				client,
				event,
				data: inner
			} = JSON.parse(String(data)) as { client: string; event: string; data: unknown };
			if (client === this.window.client) this.listener.hear(event, inner);
			else this.post({ kind: 'event', client, event, data: inner });
		});
		source.onopen = () => {
			this.known.clear();
			this.tellServer();
		};
		source.onerror = () => {
			this.listener.lost();
			this.post({ kind: 'lost' });
			// What the browser does not open again by itself, such as after a sign-out.
			if (source.readyState !== EventSource.CLOSED || this.source !== source) return;
			clearTimeout(this.again);
			this.again = setTimeout(() => {
				if (this.source === source && !this.closed) this.connect();
			}, 3_000);
		};
	}

	/** Tells the server which windows there are; those that are told from now on hear of it. */
	private tellServer(): void {
		clearTimeout(this.telling);
		this.telling = setTimeout(() => void this.setWindows(), 20);
	}
	/** Windows that have been told that the stream is open, since it was opened. */
	private readonly known = new Set<string>();
	private async setWindows(): Promise<void> {
		const { source } = this;
		if (source?.readyState !== EventSource.OPEN) return;
		const windows = [...this.windows.values()].map(({ enquiry, client }) => ({ enquiry, client }));
		const answer = await callServer('PUT /api/v1/stream', { body: { browser: this.id, windows } });
		if (this.source !== source) return;
		if (!answer.ok) {
			clearTimeout(this.again);
			this.again = setTimeout(() => {
				// Another person has signed in meanwhile, or the server was started anew.
				if (this.source !== source || this.closed) return;
				source.close();
				this.connect();
			}, 2_000);
			return;
		}
		const { windows: following } = answer.value;
		const fresh = following.filter((one) => !this.known.has(one));
		for (const one of fresh) this.known.add(one);
		this.post({ kind: 'opened', clients: fresh.filter((one) => one !== this.window.client) });
		if (fresh.includes(this.window.client)) this.listener.opened();
	}
}

const isVisible = (): boolean => document.visibilityState === 'visible';
