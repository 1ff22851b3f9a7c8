/**
 * An open enquiry in the page: the document as this window shows it, edits on their way to the
 * server, news from other windows. Typing never waits for the network, and nothing typed is lost:
 * unsent edits lie in the browser's storage until the server has them.
 */
import {
	applyEdits,
	followingEdits,
	valueAt,
	type Applied,
	type Conflict,
	type Edit,
	type EnquiryDocument,
	type Json,
	type Place,
	type Refused
} from '@wide-lantern/core/editor';
import { newId } from './new-id';
import { OwnSteps, type PastStep } from './own-steps';
import { keepPending, tabIdentity, takePending, type Batch } from './pending';
import type { Presence } from './presence';
import type { CountsNews } from './sheet';

export type SaveState = 'saved' | 'saving' | 'offline' | 'conflict' | 'signed-out';

/** An edit that the server did not take, with what was typed, so that it can be copied. */
export interface Rejected {
	readonly message: string;
	readonly text: string;
}

const asJson = (document: EnquiryDocument) => document as unknown as Json;
const asDocument = (json: Json) => json as unknown as EnquiryDocument;

function textOf(edits: readonly Edit[]): string {
	return edits
		.map((edit) => (edit.do === 'set' ? edit.value : edit.do === 'insert' ? edit.item : null))
		.filter((value) => value !== null)
		.map((value) => (typeof value === 'string' ? value : JSON.stringify(value)))
		.join('\n');
}

export class EnquiryClient {
	readonly id: string;
	readonly editable: boolean;
	/** What this window shows: the server's document with the edits on their way. */
	document = $state.raw<EnquiryDocument>() as EnquiryDocument;
	/** Newest revision known from the server. */
	revision = $state(0);
	state = $state<SaveState>('saved');
	conflicts = $state.raw<readonly Conflict[]>([]);
	rejected = $state.raw<readonly Rejected[]>([]);
	/** Name of whoever changed something last, for a moment. */
	news = $state<string | null>(null);
	/** Goes up with every undo and redo, so that editors take the text as it now is. */
	turns = $state(0);

	/** Identity of this window, over reloads. */
	readonly client: string;
	/** True while the stream is open. */
	connected = false;
	/** Called with counts that arrive, and when the stream has been opened (null). */
	oncounts: ((news: CountsNews | null) => void) | null = null;
	private base: EnquiryDocument;
	private queue: Batch[] = [];
	private held: Batch[] = [];
	/** Newest revision that was heard of while edits were on their way; their answer may have been made before it. */
	private heardOf = 0;
	private sending = false;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private retryAfter = 1_000;
	/** Everybody else who has the enquiry open. */
	others = $state.raw<readonly Presence[]>([]);
	private readonly steps = new OwnSteps();
	/** Settles when the steps of earlier windows are known; null when nothing is awaited. */
	private recalling: Promise<void> | null = null;
	private lastSet: { place: string | null; at: number; step: string } = { place: null, at: 0, step: '' };
	private cursor: { line: string | null; timer: ReturnType<typeof setTimeout> | undefined } = { line: null, timer: undefined };
	private stream: EventSource | null = null;

	constructor(id: string, document: EnquiryDocument, revision: number, editable: boolean) {
		this.id = id;
		this.base = document;
		this.document = document;
		this.revision = revision;
		this.editable = editable;
		this.client = tabIdentity();
	}

	/** Opens the stream and takes up what an earlier window could not send. Call the result to close. */
	open(): () => void {
		this.adoptPending();
		const beat = setInterval(() => this.queue.length > 0 && this.remember(), 5_000);
		this.stream = new EventSource(`/api/v1/enquiries/${this.id}/stream?client=${encodeURIComponent(this.client)}`);
		this.stream.addEventListener('counts', (event) => this.oncounts?.(JSON.parse(String(event.data)) as CountsNews));
		this.stream.addEventListener('people', (event) => {
			const present = JSON.parse(String(event.data)) as Presence[];
			this.others = present.filter((one) => one.client !== this.client);
		});
		this.recalling = this.recall().finally(() => (this.recalling = null));
		this.stream.onmessage = (event) => this.hear(String(event.data));
		this.stream.onerror = () => (this.connected = false);
		this.stream.onopen = () => {
			this.connected = true;
			this.oncounts?.(null);
			void this.catchUp();
		};
		const leaving = (event: BeforeUnloadEvent) => {
			if (this.queue.length > 0 && this.state !== 'saved') event.preventDefault();
		};
		addEventListener('beforeunload', leaving);
		return () => {
			clearInterval(beat);
			removeEventListener('beforeunload', leaving);
			this.stream?.close();
			void this.flush();
		};
	}

	/** Applies edits here at once and sends them. False, with a message, where they cannot be applied. */
	edit(name: string, asked: readonly Edit[], forUndo = true): boolean {
		if (!this.editable || asked.length === 0) return false;
		const applied = this.withFollowing(asked);
		if ('refused' in applied) {
			this.rejected = [...this.rejected, { message: applied.refused, text: textOf(asked) }];
			return false;
		}
		const { edits } = applied;
		this.document = asDocument(applied.document);
		const step = this.stepOf(asked);
		if (forUndo) this.steps.did(name, step, applied.inverse);
		this.enqueue({ name, edits, kind: forUndo ? 'do' : 'aside', step });
		return true;
	}

	/** Edits applied to what is shown, with the role, concept and automatic label that follow from the text of lines. */
	private withFollowing(asked: readonly Edit[]): (Applied & { readonly edits: readonly Edit[] }) | Refused {
		const plain = applyEdits(asJson(this.document), asked);
		if ('refused' in plain) return plain;
		const following = followingEdits(this.document, asDocument(plain.document), asked);
		if (following.length === 0) return { ...plain, edits: asked };
		const edits = [...asked, ...following];
		const applied = applyEdits(asJson(this.document), edits);
		return 'refused' in applied ? applied : { ...applied, edits };
	}

	/** Another window of this tab, or another day: what was done there can be taken back here. */
	private async recall(): Promise<void> {
		const response = await fetch(`/api/v1/enquiries/${this.id}/steps`).catch(() => null);
		const { steps } = response?.ok ? ((await response.json()) as { steps?: readonly PastStep[] }) : {};
		if (Array.isArray(steps)) this.steps.recall(steps as readonly PastStep[]);
	}

	/** Tells the others which line the cursor is on. */
	here(line: string | null): void {
		if (this.cursor.line === line) return;
		this.cursor.line = line;
		clearTimeout(this.cursor.timer);
		this.cursor.timer = setTimeout(() => {
			const body = JSON.stringify({ client: this.client, line: this.cursor.line });
			// Without a stream nobody could see it; it is told again with the next move.
			if (this.connected)
				void fetch(`/api/v1/enquiries/${this.id}/presence`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body }).catch(() => undefined);
		}, 250);
	}

	/** Letter after letter in one place is one step; a pause ends it. */
	private stepOf(edits: readonly Edit[]): string {
		const [only] = edits;
		const place = edits.length === 1 && only?.do === 'set' ? only.at.join('/') : null;
		const now = Date.now();
		const goesOn = place !== null && place === this.lastSet.place && now - this.lastSet.at < 1_000;
		this.lastSet = { place, at: now, step: goesOn ? this.lastSet.step : newId() };
		return this.lastSet.step;
	}

	set(at: Place, value: Json, name = 'change'): boolean {
		if (JSON.stringify(valueAt(asJson(this.document), at)) === JSON.stringify(value)) return true;
		return this.edit(name, [{ do: 'set', at, value }]);
	}

	undo(): void {
		this.afterRecall('undo');
	}

	redo(): void {
		this.afterRecall('redo');
	}

	private afterRecall(kind: 'undo' | 'redo'): void {
		if (this.recalling) void this.recalling.then(() => this.turnBack(kind));
		else this.turnBack(kind);
	}

	private turnBack(kind: 'undo' | 'redo'): void {
		if (!this.editable) return;
		const taken = this.steps.take(kind, asJson(this.document));
		if (!taken) return;
		const step = 'refused' in taken ? taken.step : taken;
		const applied = 'refused' in taken ? { refused: taken.refused } : this.withFollowing(step.edits);
		if ('refused' in applied) {
			const message = 'refused' in taken ? applied.refused : `Cannot ${kind}: ${applied.refused}`;
			this.rejected = [...this.rejected, { message, text: textOf(step.edits) }];
			return;
		}
		this.document = asDocument(applied.document);
		this.steps.turned(kind, applied.inverse, step);
		this.lastSet = { place: null, at: 0, step: '' };
		this.turns++;
		this.enqueue({ name: kind, edits: applied.edits, kind, step: newId() });
	}

	private enqueue(batch: Batch): void {
		const last = this.queue.at(-1);
		const [only] = batch.edits;
		const [lastOnly] = last?.edits ?? [];
		// Letter after letter in one place is one edit.
		if (
			!this.sending &&
			last?.edits.length === 1 &&
			batch.edits.length === 1 &&
			only?.do === 'set' &&
			lastOnly?.do === 'set' &&
			last.kind === batch.kind &&
			last.step === batch.step &&
			lastOnly.at.join('/') === only.at.join('/')
		)
			this.queue[this.queue.length - 1] = batch;
		else this.queue.push(batch);
		this.remember();
		if (this.state === 'saved') this.state = 'saving';
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.flush(), 150);
	}

	/** Edits that the server has not confirmed. */
	unsent(): Edit[] {
		return this.queue.flatMap((batch) => batch.edits);
	}

	/** Sends what waits; returns when the server has it or cannot be reached. */
	async flush(): Promise<void> {
		clearTimeout(this.timer);
		if (this.sending || this.queue.length === 0 || this.state === 'conflict') return;
		this.sending = true;
		// One request is one command: what is taken back together.
		const [first] = this.queue;
		const other = this.queue.findIndex((batch) => batch.kind !== first?.kind || batch.step !== first.step);
		const sent = this.queue.slice(0, other < 0 ? undefined : other);
		const edits = sent.flatMap((batch) => batch.edits);
		try {
			const response = await fetch(`/api/v1/enquiries/${this.id}/edits`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({
					revision: this.revision,
					client: this.client,
					name: first?.name ?? 'change',
					kind: first?.kind ?? 'do',
					step: first?.step ?? '',
					edits
				})
			});
			await this.answered(response, sent);
		} catch {
			this.state = 'offline';
			this.retry();
		} finally {
			this.sending = false;
		}
		if (this.queue.length > 0 && this.state === 'saving') void this.flush();
		else if (this.queue.length === 0 && this.heardOf > this.revision) void this.reload();
	}

	private retry(): void {
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.flush(), this.retryAfter);
		this.retryAfter = Math.min(this.retryAfter * 1.6, 10_000);
	}

	private async answered(response: Response, sent: readonly Batch[]): Promise<void> {
		if (response.status === 401) {
			this.state = 'signed-out';
			this.retry();
			return;
		}
		if (response.status >= 500) {
			this.state = 'offline';
			this.retry();
			return;
		}
		this.retryAfter = 1_000;
		const answer = (await response.json()) as {
			outcome?: string;
			message?: string;
			revision: number;
			others: Edit[];
			yours: Edit[];
			document: EnquiryDocument;
			conflicts: Conflict[];
		};
		this.queue = this.queue.slice(sent.length);
		if (answer.outcome === 'saved') {
			const applied = applyEdits(asJson(this.base), [...answer.others, ...answer.yours]);
			if ('refused' in applied) return this.reload();
			this.steps.heard(answer.others);
			this.base = asDocument(applied.document);
			this.revision = answer.revision;
			this.state = this.queue.length > 0 ? 'saving' : 'saved';
		} else if (answer.outcome === 'conflict') {
			this.base = answer.document;
			this.revision = answer.revision;
			this.held = [...sent];
			this.conflicts = answer.conflicts;
			this.state = 'conflict';
		} else {
			this.rejected = [...this.rejected, { message: answer.message ?? 'The server did not take this.', text: textOf(sent.flatMap((batch) => batch.edits)) }];
			this.state = this.queue.length > 0 ? 'saving' : 'saved';
		}
		this.rebase();
		this.remember();
	}

	/** Two people changed one thing: the searcher chooses. Edits that did not meet are sent either way. */
	settle(keep: 'mine' | 'theirs'): void {
		const clashing = new Set(this.conflicts.map((one) => one.at.join('/')));
		const placeOf = (edit: Edit) => (edit.do === 'insert' ? edit.in : edit.at).join('/');
		const held = this.held.map((batch) => ({ ...batch, edits: keep === 'mine' ? batch.edits : batch.edits.filter((edit) => !clashing.has(placeOf(edit))) }));
		this.queue = [...held.filter((batch) => batch.edits.length > 0), ...this.queue];
		this.held = [];
		this.conflicts = [];
		this.state = this.queue.length > 0 ? 'saving' : 'saved';
		this.rebase();
		this.remember();
		void this.flush();
	}

	/** Says why something was not taken at all. */
	refuse(message: string): void {
		this.rejected = [...this.rejected.filter((one) => one.message !== message), { message, text: '' }];
	}

	dismiss(rejected: Rejected): void {
		this.rejected = this.rejected.filter((one) => one !== rejected);
	}

	/** The document shown: the server's, with what waits on top. What no longer fits is shown to be copied. */
	private rebase(): void {
		let current = asJson(this.base);
		const kept: Batch[] = [];
		for (const batch of this.queue) {
			const applied = applyEdits(current, batch.edits);
			if ('refused' in applied) this.rejected = [...this.rejected, { message: applied.refused, text: textOf(batch.edits) }];
			else {
				current = applied.document;
				kept.push(batch);
			}
		}
		this.queue = kept;
		this.document = asDocument(current);
	}

	private hear(data: string): void {
		const news = JSON.parse(data) as { revision: number; client: string; by: string; edits: Edit[] };
		if (news.client === this.client || news.revision <= this.revision) return;
		// Unsent edits were made on what is shown here: the server must see that revision to find conflicts,
		// and its answer brings these edits, too.
		if (this.sending || this.queue.length > 0) {
			this.heardOf = Math.max(this.heardOf, news.revision);
			return;
		}
		if (news.revision !== this.revision + 1) {
			void this.reload();
			return;
		}
		const applied = applyEdits(asJson(this.base), news.edits);
		if ('refused' in applied) {
			void this.reload();
			return;
		}
		this.steps.heard(news.edits);
		this.base = asDocument(applied.document);
		this.revision = news.revision;
		this.news = news.by;
		setTimeout(() => (this.news = null), 4_000);
		this.rebase();
	}

	/** After a broken connection: see what happened meanwhile, and send what waits. */
	private async catchUp(): Promise<void> {
		if (this.queue.length > 0) await this.flush();
		else await this.reload();
	}

	private async reload(): Promise<void> {
		try {
			const response = await fetch(`/api/v1/enquiries/${this.id}`);
			if (!response.ok) return;
			const fresh = (await response.json()) as { revision: number; document: EnquiryDocument };
			if (fresh.revision < this.revision || this.sending || this.queue.length > 0) return;
			this.base = fresh.document;
			this.revision = fresh.revision;
			this.rebase();
		} catch {
			this.state = this.queue.length > 0 ? 'offline' : this.state;
		}
	}

	private remember(): void {
		keepPending(this.id, { client: this.client, at: Date.now(), revision: this.revision, queue: [...this.held, ...this.queue] });
	}

	private adoptPending(): void {
		for (const pending of takePending(this.id, this.client)) {
			if (!this.editable) continue;
			this.queue.push(...pending.queue);
			this.revision = Math.min(this.revision, pending.revision);
		}
		if (this.queue.length === 0) return;
		this.rebase();
		this.remember();
		this.state = 'saving';
		void this.flush();
	}
}
