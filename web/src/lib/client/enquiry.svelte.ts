/**
 * An open enquiry in the page: the document as this window shows it, edits on their way to the
 * server, news from other windows. Typing never waits for the network, and nothing typed is lost:
 * unsent edits lie in the browser's storage until the server has them.
 */
import type { EnquiryView } from '$lib/contract/enquiries';
import { callServer, type AnswerTo } from '$lib/contract/call-server';
import {
	applyEdits,
	cleanJson,
	conflictsOf,
	editedPlace,
	followingEdits,
	valueAt,
	type Applied,
	type Conflict,
	type Edit,
	type EnquiryDocument,
	type Json,
	type Place,
	type Refused,
	type Verdict
} from '@wide-lantern/core/editor';
import type { FactKind } from '$lib/contract/facts';
import type { JudgementCounts } from '$lib/contract/judgements';
import { Jobs } from './jobs.svelte';
import { Judgements } from './judgements.svelte';
import { newId } from './new-id';
import { OwnSteps } from './own-steps';
import { keepPending, takePending, type Batch, type Command } from './pending';
import type { Presence } from '$lib/contract/enquiries';
import type { CountsNews } from '$lib/contract/sheet';
import { openStream, type OpenStream } from './stream';

/** Edits of another window, as they were saved. */
interface News {
	readonly revision: number;
	readonly client: string;
	readonly by: string;
	readonly edits: readonly Edit[];
}

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

/** Times that the server may fail to save one command before it is set aside. */
const FAILURES = 3;
/** What follows the text of a line by itself. */
const FOLLOWING: ReadonlySet<string> = new Set(['role', 'concept', 'strand', 'label', 'pieces']);

/** Longest text that is sent along as it was before. */
const TEXT_BEFORE = 20_000;

/** The texts that edits change, as they are. */
function textsBefore(document: Json, edits: readonly Edit[]): TextBefore[] {
	return edits.flatMap((edit) => {
		const text = edit.do === 'set' && typeof edit.value === 'string' ? valueAt(document, edit.at) : null;
		return edit.do === 'set' && typeof text === 'string' && text.length <= TEXT_BEFORE ? [{ at: edit.at, text }] : [];
	});
}
type TextBefore = NonNullable<Batch['before']>[number];

/** Of each place the first text. */
function firstOf(texts: readonly TextBefore[]): readonly TextBefore[] {
	const first = new Map<string, TextBefore>();
	for (const one of texts) if (!first.has(one.at.join('/'))) first.set(one.at.join('/'), one);
	return [...first.values()];
}

/** Of each page its newest command. */
function newestOf(made: readonly Command[]): Command[] {
	const newest = new Map<string, number>();
	for (const { client, number } of made) newest.set(client, Math.max(number, newest.get(client) ?? 0));
	return [...newest].map(([client, number]) => ({ client, number }));
}

async function serverIsWell(): Promise<boolean> {
	const response = await fetch('/health').catch(() => null);
	return response?.ok === true;
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
	undoCount = $state(0);

	/** Identity of this page: a duplicated tab, or the page after a reload, has another. */
	readonly client: string;
	private number = 0;
	/** True while the stream is open. */
	connected = false;
	/** Called with counts that arrive, and when the stream has been opened (null). */
	oncounts: ((news: CountsNews | null) => void) | null = null;
	private base: EnquiryDocument;
	private queue: Batch[] = [];
	/** Batches that meet what somebody else did; they are shown, and wait for an answer. */
	private held: Batch[] = [];
	/** Times that the server could not save the first batches. */
	private failures = 0;
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
	private cursor: { line: string | null; timer: ReturnType<typeof setTimeout> | undefined } = {
		line: null,
		timer: undefined
	};

	/** Verdicts on records. */
	readonly judgements: Judgements;
	/** Work on the enquiry that takes longer than a request. */
	readonly jobs: Jobs;
	/** Goes up when somebody has run, copied or compared a rendering, or reviewed a version. */
	factsAdded = $state(0);

	constructor(id: string, document: EnquiryDocument, revision: number, editable: boolean, judged?: JudgementCounts) {
		this.judgements = new Judgements(id, judged);
		this.jobs = new Jobs(id);
		this.id = id;
		this.base = document;
		this.document = document;
		this.revision = revision;
		this.editable = editable;
		this.client = crypto.randomUUID();
	}

	/** Opens the stream and takes up what an earlier window could not send. Call the result to close. */
	open(): () => void {
		this.adoptPending();
		const beat = setInterval(() => this.queue.length + this.held.length > 0 && this.remember(), 5_000);
		// What the page before wrote last may come into the storage after this one has looked.
		const soon = setTimeout(() => this.adoptPending(), 2_000);
		// A window that died a moment ago is not silent for long enough yet.
		const search = setInterval(() => this.adoptPending(), 20_000);
		this.recalling = this.recall().finally(() => (this.recalling = null));
		const stream = openStream(
			{ enquiry: this.id, client: this.client },
			{
				opened: () => {
					this.connected = true;
					this.oncounts?.(null);
					void this.catchUp();
					void this.judgements.catchUp();
					void this.jobs.refresh();
					this.factsAdded++;
				},
				lost: () => (this.connected = false),
				hear: (event, data) => {
					if (event === 'edits') this.onRemoteEdits(data as News);
					else if (event === 'facts') this.onFacts(data as FactKind);
					else if (event === 'counts') this.oncounts?.(data as CountsNews);
					else if (event === 'people') this.others = (data as Presence[]).filter((one) => one.client !== this.client);
				}
			}
		);
		this.stream = stream;
		const leaving = (event: BeforeUnloadEvent) => {
			const isWaiting = this.queue.length + this.held.length > 0 && this.state !== 'saved';
			if (isWaiting || this.judgements.state !== 'saved') event.preventDefault();
		};
		addEventListener('beforeunload', leaving);
		const left = () => {
			this.left = true;
			this.remember();
		};
		const back = (event: PageTransitionEvent) => {
			this.left = false;
			if (event.persisted) this.remember();
		};
		addEventListener('pagehide', left);
		addEventListener('pageshow', back);
		return () => {
			removeEventListener('pagehide', left);
			removeEventListener('pageshow', back);
			clearInterval(beat);
			clearTimeout(soon);
			clearInterval(search);
			removeEventListener('beforeunload', leaving);
			stream.close();
			this.judgements.stop();
			this.jobs.stop();
			void this.flush();
		};
	}
	private stream: OpenStream | null = null;
	/** The server says that it has no stream for this window: it is told of it again. */
	renewStream(): void {
		this.stream?.renew();
	}

	/** Applies edits here at once and sends them. False, with a message, where they cannot be applied. */
	edit(name: string, asked: readonly Edit[], forUndo = true): boolean {
		if (!this.editable || asked.length === 0) return false;
		// What a database cannot hold would stop all saving.
		const applied = this.withFollowing(cleanJson(asked));
		if ('refused' in applied) {
			this.rejected = [...this.rejected, { message: applied.refused, text: textOf(asked) }];
			return false;
		}
		const { edits } = applied;
		const before = textsBefore(asJson(this.document), edits);
		this.document = asDocument(applied.document);
		if (this.clashing.length > 0) this.showConflicts();
		const step = this.stepOf(asked);
		if (forUndo) this.steps.did(name, step, applied.inverse);
		this.enqueue({ name, edits, kind: forUndo ? 'do' : 'aside', step, ...(before.length > 0 ? { before } : {}) });
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
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/steps', { path: { enquiry: this.id } });
		if (answer.ok) this.steps.recall(answer.value.steps);
	}

	/** Tells the others which line the cursor is on. */
	here(line: string | null): void {
		if (this.cursor.line === line) return;
		this.cursor.line = line;
		clearTimeout(this.cursor.timer);
		this.cursor.timer = setTimeout(() => {
			// Without a stream nobody could see it; it is told again with the next move.
			if (this.connected)
				void callServer('PUT /api/v1/enquiries/[enquiry]/presence', {
					path: { enquiry: this.id },
					body: { client: this.client, line: this.cursor.line }
				});
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

	/** Judges a record, as a step that can be undone. @param stored the verdict that came with the record */
	judge(record: string, verdict: Verdict | null, stored: Verdict | null): void {
		if (!this.editable) return;
		const before = this.judgements.verdictOn(record, stored);
		this.judgements.judge(record, verdict);
		this.steps.did(verdict === null ? 'withdraw a verdict' : `mark as ${verdict}`, newId(), [], {
			record,
			verdict: before
		});
	}

	private onFacts(kind: FactKind): void {
		if (kind === 'judgements') void this.judgements.askNews();
		else if (kind === 'jobs') void this.jobs.refresh();
		else this.factsAdded++;
	}

	undo(): void {
		this.afterRecall('undo');
	}

	redo(): void {
		this.afterRecall('redo');
	}

	private afterRecall(kind: 'undo' | 'redo'): void {
		if (this.recalling) void this.recalling.then(() => this.applyUndo(kind));
		else this.applyUndo(kind);
	}

	private applyUndo(kind: 'undo' | 'redo'): void {
		if (!this.editable) return;
		const taken = this.steps.take(kind, asJson(this.document));
		if (!taken) return;
		const step = 'refused' in taken ? taken.step : taken;
		if (step.judgement) {
			const { record, verdict } = step.judgement;
			const before = this.judgements.verdictOn(record, null);
			this.judgements.judge(record, verdict);
			this.steps.turned(kind, [], step, { record, verdict: before });
			return;
		}
		const applied = 'refused' in taken ? { refused: taken.refused } : this.withFollowing(step.edits);
		if ('refused' in applied) {
			const message = 'refused' in taken ? applied.refused : `Cannot ${kind}: ${applied.refused}`;
			this.rejected = [...this.rejected, { message, text: textOf(step.edits) }];
			return;
		}
		this.document = asDocument(applied.document);
		this.steps.turned(kind, applied.inverse, step);
		this.lastSet = { place: null, at: 0, step: '' };
		this.undoCount++;
		this.enqueue({ name: kind, edits: applied.edits, kind, step: newId() });
	}

	private enqueue(made: Omit<Batch, 'client' | 'number' | 'revision'>): void {
		// While something waits here, what others do is not shown: it was all made on what was shown before. A question shows it.
		const waiting = [...this.held, ...this.queue];
		const behind = newestOf(
			waiting.flatMap(({ client, number, behind: before = [] }) =>
				client === this.client ? before : [...before, { client, number }]
			)
		);
		const batch: Batch = {
			...made,
			client: this.client,
			number: ++this.number,
			revision: this.state === 'conflict' ? this.revision : (waiting[0]?.revision ?? this.revision),
			...(behind.length > 0 ? { behind } : {})
		};
		const last = this.queue.at(-1);
		const [only] = batch.edits;
		const [lastOnly] = last?.edits ?? [];
		// Letter after letter in one place is one edit.
		if (
			last?.sentIn === undefined &&
			last?.edits.length === 1 &&
			batch.edits.length === 1 &&
			only?.do === 'set' &&
			lastOnly?.do === 'set' &&
			last.kind === batch.kind &&
			last.step === batch.step &&
			lastOnly.at.join('/') === only.at.join('/')
		)
			this.queue[this.queue.length - 1] = {
				...batch,
				revision: last.revision,
				...(last.before ? { before: last.before } : {})
			};
		else this.queue.push(batch);
		this.remember();
		if (this.state === 'saved') this.state = 'saving';
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.flush(), 150);
	}

	/** Edits that the server has not confirmed. */
	private unsent(): Edit[] {
		return [...this.held, ...this.queue].flatMap((batch) => batch.edits);
	}

	/** Those of them that are in what is shown: while a question is open, some may concern what somebody else has removed. */
	shownEdits(): Edit[] {
		let current = asJson(this.base);
		return [...this.held, ...this.queue].flatMap((batch) => {
			const applied = applyEdits(current, batch.edits);
			if ('refused' in applied) return [];
			current = applied.document;
			return batch.edits;
		});
	}

	/** Sends what waits; returns when the server has it or cannot be reached. */
	async flush(): Promise<void> {
		clearTimeout(this.timer);
		if (this.sending || this.queue.length === 0 || this.state === 'conflict') return;
		this.sending = true;
		// One request is one command: what is undone together. One that may have arrived is sent again just as it was.
		const [first] = this.queue;
		const other = this.queue.findIndex(
			(batch) =>
				batch.client !== first?.client ||
				batch.sentIn !== first.sentIn ||
				(first.sentIn === undefined &&
					(batch.kind !== first.kind || batch.step !== first.step || batch.revision !== first.revision))
		);
		const whole = this.queue.slice(0, other < 0 ? undefined : other);
		const number = first?.sentIn ?? whole.at(-1)?.number ?? 1;
		const sent = whole.map((batch): Batch => ({ ...batch, sentIn: number }));
		this.queue = [...sent, ...this.queue.slice(sent.length)];
		this.remember();
		const edits = sent.flatMap((batch) => batch.edits);
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/edits', {
			path: { enquiry: this.id },
			body: {
				revision: first?.revision ?? this.revision,
				known: this.revision,
				client: first?.client ?? this.client,
				number,
				name: first?.name ?? 'change',
				kind: first?.kind ?? 'do',
				step: first?.step ?? '',
				behind: newestOf(sent.flatMap((batch) => batch.behind ?? [])),
				before: firstOf(sent.flatMap((batch) => batch.before ?? [])),
				edits
			}
		});
		await this.answered(answer, sent);
		this.sending = false;
		if (this.queue.length > 0 && this.state === 'saving') void this.flush();
		else if (this.queue.length === 0 && this.heardOf > this.revision) void this.reload();
	}

	private retry(): void {
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.flush(), this.retryAfter);
		this.retryAfter = Math.min(this.retryAfter * 1.6, 10_000);
	}

	private async answered(
		answer: AnswerTo<'POST /api/v1/enquiries/[enquiry]/edits'>,
		sent: readonly Batch[]
	): Promise<void> {
		if (!answer.ok && answer.status === 401) {
			this.state = 'signed-out';
			this.retry();
			return;
		}
		// An answer that breaks off, as when the page is left, may have been any: what was sent is asked again.
		if (!answer.ok && (answer.status < 300 || answer.status >= 500)) {
			if (answer.status === 500 && ++this.failures >= FAILURES && (await serverIsWell())) {
				// The server answers, and cannot save just this: it must not hold up what comes after it.
				this.failures = 0;
				this.queue = this.queue.slice(sent.length);
				this.setAside(
					'The server could not save this. It was set aside here, so that the rest can be saved; copy what you need of it.',
					sent
				);
				this.state = this.queue.length > 0 ? 'saving' : 'saved';
				this.rebase();
				this.remember();
				return;
			}
			this.state = 'offline';
			this.retry();
			return;
		}
		this.retryAfter = 1_000;
		this.failures = 0;
		// Only now: what was typed while the answer was being read must not have joined what was sent.
		this.queue = this.queue.slice(sent.length);
		// What is shown stays the same object where the server carried out just what was sent: nothing need be counted again.
		let asShown = false;
		if (answer.ok) {
			const { revision, all, others } = answer.value;
			const applied = applyEdits(asJson(this.base), all);
			this.steps.heard(others);
			if ('refused' in applied) {
				// What is shown is not what the server has: it is fetched again once nothing is being sent.
				this.heardOf = Math.max(this.heardOf, revision);
			} else {
				this.base = asDocument(applied.document);
				this.revision = revision;
				asShown =
					this.held.length === 0 && JSON.stringify(all) === JSON.stringify(sent.flatMap((batch) => batch.edits));
			}
			this.state = this.queue.length > 0 ? 'saving' : 'saved';
		} else if (answer.refused && 'outcome' in answer.refused && answer.refused.outcome === 'conflict') {
			this.base = answer.refused.document;
			this.revision = answer.refused.revision;
			this.held = [...sent];
			this.clashing = answer.refused.conflicts;
			this.state = 'conflict';
		} else {
			this.setAside(answer.fault, sent);
			this.state = this.queue.length > 0 ? 'saving' : 'saved';
		}
		if (!asShown) this.rebase();
		this.remember();
	}

	private setAside(message: string, batches: readonly Batch[]): void {
		this.rejected = [...this.rejected, { message, text: textOf(batches.flatMap((batch) => batch.edits)) }];
	}

	private clashing: readonly Conflict[] = [];
	/** The conflicts as the window shows them now: what has been typed since is part of one's own text. */
	private showConflicts(): void {
		const own = asJson(this.document);
		const lines = this.clashing.flatMap(({ at }) => (at[0] === 'lines' && at[2] === 'source' ? [at[1]] : []));
		const follows = ({ at }: Conflict) => at[0] === 'lines' && lines.includes(at[1]) && FOLLOWING.has(at[2] ?? '');
		this.conflicts = this.clashing
			.filter((one) => !follows(one))
			.map((one) => {
				const yours = valueAt(own, one.at);
				return yours === undefined || Array.isArray(yours) ? one : { ...one, yours };
			});
	}

	/** How many changes of one's own wait for the answer to a conflict, besides those that it is about. */
	get waitingBehind(): number {
		// What waits goes with what is shown.
		void this.document;
		if (this.state !== 'conflict') return 0;
		const clashing = new Set(this.conflicts.map((one) => one.at.join('/')));
		const lines = new Set(
			this.conflicts.flatMap(({ at }) => (at[0] === 'lines' && at[1] !== undefined ? [at[1]] : []))
		);
		const others = this.unsent().filter((edit) => {
			const at = editedPlace(edit);
			return (
				!clashing.has(at.join('/')) && !(at[0] === 'lines' && lines.has(at[1] ?? '') && FOLLOWING.has(at[2] ?? ''))
			);
		});
		return new Set(others.map((edit) => `${edit.do} ${editedPlace(edit).join('/')}`)).size;
	}

	/** Two people changed one thing: the searcher chooses. Edits that did not meet are sent either way. */
	settle(keep: 'mine' | 'theirs'): void {
		const clashing = new Set(this.clashing.map((one) => one.at.join('/')));
		// Role, concept and the like follow the text of their line.
		const lines = new Set(this.clashing.flatMap(({ at }) => (at[0] === 'lines' && at[2] === 'source' ? [at[1]] : [])));
		const meets = (edit: Edit): boolean =>
			clashing.has(editedPlace(edit).join('/')) ||
			(edit.do === 'set' && edit.at[0] === 'lines' && lines.has(edit.at[1]) && FOLLOWING.has(edit.at[2] ?? ''));
		// The server has checked the commands that were sent against everybody else's edits. Those typed since are unchecked,
		// unless they continue the text that is in conflict.
		const compared = (batch: Batch) => this.held.includes(batch) || batch.edits.some(meets);
		const waiting = [...this.held, ...this.queue];
		if (keep === 'theirs') {
			const texts = this.conflicts.flatMap(({ yours }) => (typeof yours === 'string' && yours !== '' ? [yours] : []));
			if (texts.length > 0)
				this.rejected = [
					...this.rejected,
					{ message: 'Their text was kept. Yours was:', text: [...new Set(texts)].join('\n') }
				];
		}
		this.queue = waiting
			.map(({ behind, sentIn: _, ...batch }, at): Batch => {
				const edits = keep === 'mine' ? batch.edits : batch.edits.filter((edit) => !meets(edit));
				// It goes as a new command, made with both texts seen.
				if (compared(waiting[at] ?? batch))
					return { ...batch, edits, client: this.client, number: ++this.number, revision: this.revision };
				return { ...batch, edits, client: this.client, number: ++this.number, ...(behind ? { behind } : {}) };
			})
			.filter((batch) => batch.edits.length > 0);
		this.held = [];
		this.clashing = [];
		this.conflicts = [];
		this.state = this.queue.length > 0 ? 'saving' : 'saved';
		this.undoCount++;
		this.rebase();
		this.remember();
		void this.flush();
	}

	/** Says why something was not accepted at all. */
	refuse(message: string): void {
		this.rejected = [...this.rejected.filter((one) => one.message !== message), { message, text: '' }];
	}

	dismiss(rejected: Rejected): void {
		this.rejected = this.rejected.filter((one) => one !== rejected);
	}

	/** The document shown: the server's, with what waits on top. What no longer fits is shown to be copied. */
	private rebase(): void {
		let current = asJson(this.base);
		const fitting = (batches: readonly Batch[]): Batch[] =>
			batches.filter((batch) => {
				const applied = applyEdits(current, batch.edits);
				if ('refused' in applied) {
					// The server may have it already, from a page that was left before it heard so; it is asked.
					if (batch.sentIn !== undefined) return true;
					this.setAside(applied.refused, [batch]);
					return false;
				}
				current = applied.document;
				return true;
			});
		// While a conflict is open one's own text stays on the screen, and is typed on.
		this.held = this.held.filter((batch) => {
			const applied = applyEdits(current, batch.edits);
			if ('document' in applied) current = applied.document;
			return true;
		});
		this.queue = fitting(this.queue);
		this.document = asDocument(current);
		if (this.clashing.length > 0) this.showConflicts();
	}

	private onRemoteEdits(news: News): void {
		if (news.client === this.client || news.revision <= this.revision) return;
		// Unsent edits were made on what is shown here: the server must see that revision to find conflicts,
		// and its answer brings these edits, too. While a question is open nothing is sent, and the others go on.
		const asking = this.state === 'conflict';
		if (this.sending || (!asking && this.queue.length + this.held.length > 0)) {
			this.heardOf = Math.max(this.heardOf, news.revision);
			return;
		}
		const applied = news.revision === this.revision + 1 ? applyEdits(asJson(this.base), news.edits) : null;
		if (!applied || 'refused' in applied) {
			void this.catchUp();
			return;
		}
		this.steps.heard(news.edits);
		this.base = asDocument(applied.document);
		this.revision = news.revision;
		if (asking) this.meet(news.edits);
		this.news = news.by;
		setTimeout(() => (this.news = null), 4_000);
		this.rebase();
	}

	/** What others do while a question is open may concern it, or raise another one. */
	private meet(edits: readonly Edit[]): void {
		const base = asJson(this.base);
		const place = ({ at }: Conflict) => at.join('/');
		const known = new Set(this.clashing.map(place));
		const more = conflictsOf(this.unsent(), edits, base).filter((one) => !known.has(place(one)));
		this.clashing = [...this.clashing.map((one) => ({ ...one, theirs: valueAt(base, one.at) ?? one.theirs })), ...more];
	}

	/** After a broken connection: see what happened meanwhile, and send what waits. */
	private async catchUp(): Promise<void> {
		if (this.state === 'conflict') {
			// The question may be another one by now.
			[this.queue, this.held, this.state] = [[...this.held, ...this.queue], [], 'saving'];
			await this.flush();
		} else if (this.queue.length > 0) await this.flush();
		else await this.reload();
	}

	private async newest(): Promise<EnquiryView | null> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]', { path: { enquiry: this.id } });
		return answer.ok ? answer.value : null;
	}

	private async reload(): Promise<void> {
		const fresh = await this.newest();
		if (!fresh) return;
		if (fresh.revision < this.revision || this.sending || this.queue.length + this.held.length > 0) return;
		this.base = fresh.document;
		this.revision = fresh.revision;
		this.rebase();
	}

	/** True once the page is left: an answer that still comes in must not make the next page wait for this one. */
	private left = false;
	private remember(): void {
		keepPending(this.id, {
			client: this.client,
			at: Date.now(),
			left: this.left,
			queue: [...this.held, ...this.queue]
		});
	}

	private adoptPending(): void {
		if (!this.editable) return;
		const found = takePending(this.id, this.client).flatMap((pending) => pending.queue);
		if (found.length === 0) return;
		this.queue.push(...found);
		this.rebase();
		this.remember();
		if (this.state === 'saved' && this.queue.length > 0) this.state = 'saving';
		void this.flush();
	}
}
