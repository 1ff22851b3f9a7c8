/**
 * Verdicts on records in this window: shown at once, sent in order, kept in the browser until the server
 * has them, and brought up to date when others judge.
 */
import { callServer } from '$lib/contract/call-server';
import { VERDICTS, type Verdict } from '@wide-lantern/core/editor';
import { SvelteMap } from 'svelte/reactivity';
import type { JudgementCounts } from '$lib/contract/judgements';

interface Judged {
	readonly record: string;
	readonly verdict: Verdict | null;
}

/** Judgements that are sent in one request, at most. */
const AT_ONCE = 500;
const RETRY = 3_000;
/** Milliseconds after which what another page keeps is taken for abandoned: a page that lives writes it again with every retry. */
const ABANDONED = 15_000;

const isJudged = (value: unknown): value is Judged =>
	typeof value === 'object' &&
	value !== null &&
	'record' in value &&
	typeof value.record === 'string' &&
	'verdict' in value &&
	(value.verdict === null || VERDICTS.some((one) => one === value.verdict));

export class Judgements {
	/** As the server told them last. */
	counts = $state.raw<JudgementCounts>() as JudgementCounts;
	/** `waiting` while something is not saved yet, `offline` while the server cannot be reached. */
	state = $state<'saved' | 'waiting' | 'offline'>('saved');
	/** Why the server did not accept a judgement; it was undone here. */
	refused = $state<string | null>(null);

	/** Verdicts that are newer than the records shown: of this window, and of others since it was opened. */
	private readonly newer = new SvelteMap<string, Verdict | null>();
	/** Not saved yet, in the order in which they were given. */
	private waiting: Judged[] = [];
	private sending = false;
	private asking: Promise<void> | null = null;
	private retry: ReturnType<typeof setTimeout> | undefined;
	/** What pages of this browser keep for the enquiry begins with this. */
	private readonly storageStart: string;
	private readonly storageKey: string;

	constructor(
		private readonly enquiry: string,
		counts: JudgementCounts = { newest: 0, relevant: 0, irrelevant: 0 }
	) {
		this.counts = counts;
		this.storageStart = `lantern-judgements:${enquiry}:`;
		this.storageKey = this.storageStart + crypto.randomUUID();
	}

	/** The verdict to show. @param stored the one that came with the record */
	verdictOn(record: string, stored: Verdict | null): Verdict | null {
		return this.newer.has(record) ? (this.newer.get(record) ?? null) : stored;
	}

	/** Judges a record; null withdraws the verdict. */
	judge(record: string, verdict: Verdict | null): void {
		this.newer.set(record, verdict);
		this.waiting.push({ record, verdict });
		this.state = this.state === 'offline' ? 'offline' : 'waiting';
		this.refused = null;
		this.store();
		void this.send();
	}

	/** Sends what an earlier page could not, and asks what was judged meanwhile. */
	async catchUp(): Promise<void> {
		const abandoned = this.takeAbandoned();
		if (abandoned.length > 0) {
			for (const { record, verdict } of abandoned) this.newer.set(record, verdict);
			this.waiting.unshift(...abandoned);
			for (const { record, verdict } of this.waiting) this.newer.set(record, verdict);
			this.state = 'waiting';
			this.store();
		}
		await this.send();
		await this.askNews();
	}

	/** Asks what was judged since this window last heard. */
	askNews(): Promise<void> {
		// The answer that is awaited may lack what was added meanwhile; the next one has it.
		const before = this.asking;
		this.asking ??= this.readNews().finally(() => (this.asking = null));
		return before ? before.then(() => this.askNews()) : this.asking;
	}

	private async readNews(): Promise<void> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/judgements', {
			path: { enquiry: this.enquiry },
			query: { after: this.counts.newest }
		});
		if (!answer.ok) return;
		const { judgements, ...counts } = answer.value;
		const own = new Set(this.waiting.map((one) => one.record));
		for (const { record, verdict } of judgements) if (!own.has(record)) this.newer.set(record, verdict);
		if (counts.newest >= this.counts.newest) this.counts = counts;
	}

	private async send(): Promise<void> {
		if (this.sending || this.waiting.length === 0) return;
		clearTimeout(this.retry);
		this.sending = true;
		const sent = this.waiting.slice(0, AT_ONCE);
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/judgements', {
			path: { enquiry: this.enquiry },
			body: { judgements: sent }
		});
		this.sending = false;
		if (!answer.ok && (answer.status === 0 || answer.status === 401 || answer.status >= 500)) {
			this.state = 'offline';
			this.store();
			this.retry = setTimeout(() => void this.send(), RETRY);
			return;
		}
		this.waiting = this.waiting.slice(sent.length);
		this.store();
		if (!answer.ok) {
			this.refused = answer.fault;
			for (const { record } of sent) this.newer.delete(record);
		}
		this.state = this.waiting.length > 0 ? 'waiting' : 'saved';
		void this.send();
	}

	private store(): void {
		try {
			if (this.waiting.length === 0) localStorage.removeItem(this.storageKey);
			else localStorage.setItem(this.storageKey, JSON.stringify({ at: Date.now(), waiting: this.waiting }));
		} catch {
			// Without storage they still wait in memory.
		}
	}

	/** What pages that were closed or have crashed could not send; it is no longer stored then. */
	private takeAbandoned(): Judged[] {
		const found: Judged[] = [];
		try {
			for (const key of Object.keys(localStorage).filter((one) => one.startsWith(this.storageStart))) {
				const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as { at?: number; waiting?: unknown } | null;
				if (key === this.storageKey || Date.now() - (kept?.at ?? 0) < ABANDONED) continue;
				localStorage.removeItem(key);
				if (Array.isArray(kept?.waiting)) found.push(...kept.waiting.filter(isJudged));
			}
		} catch {
			// Without storage nothing was kept.
		}
		return found;
	}

	stop(): void {
		clearTimeout(this.retry);
	}
}
