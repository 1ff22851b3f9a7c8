/**
 * The computing threads of this server, in two pools: those of the one count while somebody types; those of the
 * other do everything else, take what the first leave of the processors, and keep nobody’s count waiting.
 */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { config, log } from '$lib/server/process';
import { compileValidator } from '$lib/server/http';
import { answeredSchema, type Answered } from './messages';
import type { Answers, Job } from './questions';
import { Pool, type PoolRequest } from './pool';

export interface RequestOptions extends PoolRequest {
	/** True for what nobody waits for at the keyboard. */
	readonly batch?: boolean;
}

const isAnswer = compileValidator<Answered>(answeredSchema);
/** At least three, so that two heavy questions leave one for everybody else. */
const INTERACTIVE = Math.max(3, availableParallelism());
const BATCH = 2;
/** Milliseconds after a question during which another is likely. */
const TYPING = 1_500;
/** How much longer than its pieces a job rests between them while somebody types; and the longest rest in milliseconds. */
const REST = 3;
const LONGEST_REST = 1_000;

function startPool(threads: number, batch: boolean): Pool {
	return new Pool({
		threads,
		start: (unwanted) => new Worker(config.worker, { workerData: { unwanted, batch } }),
		isAnswer: (message): message is Answered => isAnswer(message),
		report: (event, facts) => {
			log('error', event, facts);
		}
	});
}

class Computing {
	private readonly interactive = startPool(INTERACTIVE, false);
	private readonly batch = startPool(BATCH, true);

	private askedAt = -Infinity;

	/** True while somebody types, as far as the questions of the last moments show. */
	get isTyping(): boolean {
		return performance.now() - this.askedAt < TYPING;
	}

	/** Lets all threads use an index. False, with the reason, where it is damaged or old. */
	async openCollection(collection: string, buffer: SharedArrayBuffer, trusted: boolean): Promise<Answers['open']> {
		const answer = await this.interactive.openCollection(collection, buffer, trusted);
		if (answer.opened) await this.batch.openCollection(collection, buffer, true);
		return answer;
	}

	closeCollection(collection: string): void {
		this.interactive.closeCollection(collection);
		this.batch.closeCollection(collection);
	}

	/**
	 * Asks any thread of the right pool.
	 * @throws {Dropped} when a newer question took its place
	 * @throws {TooHeavy} when it took too much work
	 */
	ask<Name extends keyof Answers>(job: Job & { do: Name }, wanted: RequestOptions): Promise<Answers[Name]> {
		if (wanted.batch === true) return this.batch.ask<Name>(job, wanted);
		this.askedAt = performance.now();
		return this.interactive.ask<Name>(job, wanted);
	}

	/** Drops what waits or runs under this name. */
	drop(replaces: string): void {
		this.interactive.drop(replaces);
		this.batch.drop(replaces);
	}

	async close(): Promise<void> {
		await Promise.all([this.interactive.close(), this.batch.close()]);
	}
}

let threads: Computing | null = null;

/** Started with the first question. */
export function computing(): Computing {
	threads ??= new Computing();
	return threads;
}

/**
 * What works in pieces waits here between them: while somebody types, since the database and the server's own
 * thread know no priorities.
 * @param took milliseconds that the last piece took
 */
export async function giveWay(took: number): Promise<void> {
	if (threads?.isTyping === true) await new Promise((done) => setTimeout(done, Math.min(REST * took, LONGEST_REST)));
}

export async function stopComputing(): Promise<void> {
	await threads?.close();
	threads = null;
}
