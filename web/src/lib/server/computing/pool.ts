/**
 * The computing threads behind one small interface. Who has a job under way waits for it, so that
 * nobody can take all threads; a newer question of the same window drops the older one; a thread
 * that dies is replaced, and its job is asked once more.
 */
import type { Worker } from 'node:worker_threads';
import type { Answered, Asked } from './messages';
import type { Answers, Job } from './questions';

/** Nobody wants the answer any more. */
export class Dropped extends Error {}
/** The answer would have taken too much work. */
export class TooHeavy extends Error {}

export interface PoolRequest {
	/** Whose turn it counts as: one person, one thread at a time. */
	readonly owner: string;
	/** A newer question of the same kind drops this one; null for one that is always wanted. */
	readonly replaces?: string | null;
}

interface Waiting extends Required<PoolRequest> {
	readonly job: Job;
	readonly done: (answer: Answers[keyof Answers]) => void;
	readonly failed: (error: Error) => void;
	tries: number;
}

interface Thread {
	worker: Worker;
	/** Shared with the worker: the job that is not wanted any more. */
	unwanted: Int32Array;
	busy: { readonly id: number; readonly waiting: Waiting } | null;
}

export interface PoolOptions {
	readonly threads: number;
	readonly start: (unwanted: Int32Array) => Worker;
	readonly isAnswer: (message: unknown) => message is Answered;
	readonly report: (event: string, facts: Readonly<Record<string, string | number>>) => void;
}

export class Pool {
	private readonly threads: Thread[];
	private queue: Waiting[] = [];
	private nextId = 1;
	private closed = false;
	private readonly open = new Map<string, SharedArrayBuffer>();

	constructor(private readonly options: PoolOptions) {
		this.threads = Array.from({ length: options.threads }, () => this.started());
	}

	/** Lets all threads use an index. False, with the reason, where it is damaged or old. */
	async openCollection(collection: string, buffer: SharedArrayBuffer, trusted: boolean): Promise<Answers['open']> {
		const [first, ...others] = this.threads;
		if (!first) throw new Error('There are no computing threads.');
		const answer = (await this.askThread(first, { do: 'open', collection, buffer, trusted })) as Answers['open'];
		if (!answer.opened) return answer;
		this.open.set(collection, buffer);
		await Promise.all(
			others.map((thread) => this.askThread(thread, { do: 'open', collection, buffer, trusted: true }))
		);
		return answer;
	}

	closeCollection(collection: string): void {
		this.open.delete(collection);
		for (const thread of this.threads) void this.askThread(thread, { do: 'close', collection }).catch(() => undefined);
	}

	/**
	 * Asks any thread.
	 * @throws {Dropped} when a newer question took its place
	 * @throws {TooHeavy} when it took too much work
	 */
	ask<Name extends keyof Answers>(job: Job & { do: Name }, wanted: PoolRequest): Promise<Answers[Name]> {
		const replaces = wanted.replaces ?? null;
		if (replaces !== null) this.drop(replaces);
		return new Promise<Answers[keyof Answers]>((done, failed) => {
			this.queue.push({ job, owner: wanted.owner, replaces, done, failed, tries: 0 });
			this.next();
		}) as Promise<Answers[Name]>;
	}

	/** Drops what waits or runs under this name. */
	drop(replaces: string): void {
		for (const waiting of this.queue) if (waiting.replaces === replaces) waiting.failed(new Dropped());
		this.queue = this.queue.filter((one) => one.replaces !== replaces);
		for (const { busy, unwanted } of this.threads)
			if (busy?.waiting.replaces === replaces) Atomics.store(unwanted, 0, busy.id);
	}

	async close(): Promise<void> {
		this.closed = true;
		for (const waiting of this.queue.splice(0)) waiting.failed(new Dropped());
		await Promise.all(this.threads.map((thread) => thread.worker.terminate()));
	}

	private started(): Thread {
		const thread: Thread = {
			worker: undefined as unknown as Worker,
			unwanted: new Int32Array(new SharedArrayBuffer(4)),
			busy: null
		};
		this.run(thread);
		return thread;
	}

	private run(thread: Thread): void {
		const worker = this.options.start(thread.unwanted);
		thread.worker = worker;
		worker.on('message', (message: unknown) => {
			this.receive(thread, message);
		});
		worker.on('error', (error) => {
			this.options.report('thread-failed', { error: error instanceof Error ? error.message : String(error) });
		});
		worker.on('exit', () => {
			if (thread.worker === worker) this.replaceThread(thread);
		});
		// The server may leave while threads wait for work.
		worker.unref();
	}

	/** A thread has died: another takes its place, knows the same indexes, and gets its job once more. */
	private replaceThread(thread: Thread): void {
		if (this.closed) return;
		const lost = thread.busy?.waiting ?? null;
		thread.busy = null;
		this.options.report('thread-replaced', { job: lost?.job.do ?? 'none' });
		this.run(thread);
		for (const [collection, buffer] of this.open)
			thread.worker.postMessage({ id: 0, job: { do: 'open', collection, buffer, trusted: true } } satisfies Asked);
		if (lost)
			if (lost.tries < 2) this.queue.unshift(lost);
			else
				lost.failed(
					new Error(
						'The computing thread failed twice on this. Nothing that was saved is lost; change the line and try again.'
					)
				);
		this.next();
	}

	private readonly direct = new Map<
		number,
		{ readonly done: (answer: Answers[keyof Answers]) => void; readonly failed: (error: Error) => void }
	>();

	/** Asks one thread, behind what it is doing. */
	private askThread(thread: Thread, job: Job): Promise<Answers[keyof Answers]> {
		const id = this.nextId++;
		return new Promise((done, failed) => {
			this.direct.set(id, { done, failed });
			thread.worker.once('exit', () => {
				if (this.direct.delete(id)) failed(new Error('The computing thread ended.'));
			});
			thread.worker.postMessage({ id, job } satisfies Asked);
		});
	}

	private next(): void {
		for (const thread of this.threads) {
			if (thread.busy) continue;
			const at = this.queue.findIndex((one) => !this.threads.some((other) => other.busy?.waiting.owner === one.owner));
			const waiting = at < 0 ? undefined : this.queue.splice(at, 1)[0];
			if (!waiting) return;
			const id = this.nextId++;
			waiting.tries++;
			thread.busy = { id, waiting };
			thread.worker.postMessage({ id, job: waiting.job } satisfies Asked);
		}
	}

	private receive(thread: Thread, message: unknown): void {
		if (!this.options.isAnswer(message)) {
			this.options.report('thread-said-nonsense', {});
			return;
		}
		const direct = this.direct.get(message.id);
		const settle = direct ?? (thread.busy?.id === message.id ? thread.busy.waiting : null);
		if (!settle) return;
		if (direct) this.direct.delete(message.id);
		else thread.busy = null;
		switch (message.outcome) {
			case 'done':
				settle.done(message.answer);
				break;
			case 'dropped':
				settle.failed(new Dropped());
				break;
			case 'heavy':
				settle.failed(new TooHeavy());
				break;
			case 'failed':
				settle.failed(new Error(message.message));
		}
		this.next();
	}
}
