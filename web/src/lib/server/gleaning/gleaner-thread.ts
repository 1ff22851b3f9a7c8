/** A thread that finds candidates in records. */
import { Worker } from 'node:worker_threads';
import type { GatheredTerm } from '@wide-lantern/core';
import {
	gleanerAnswerSchema,
	type GleanerAnswer,
	type GleanerData,
	type GleanerMessage
} from '$lib/contract/threads/gleaning';
import { AskedThread } from '$lib/server/computing';
import { compileValidator } from '$lib/server/http';
import { config } from '$lib/server/process';

const isAnswer = compileValidator<GleanerAnswer>(gleanerAnswerSchema);
/** Milliseconds between two looks at how far the thread is. */
const LOOK = 300;

export class GleanerThread {
	private readonly progress = new SharedArrayBuffer(4);
	private readonly thread: AskedThread<GleanerMessage, GleanerAnswer>;

	constructor(options: Omit<GleanerData, 'progress'>, signal: AbortSignal) {
		const workerData: GleanerData = { ...options, progress: this.progress };
		const resourceLimits = { maxOldGenerationSizeMb: 4_096 };
		this.thread = new AskedThread(new Worker(config.gleaner, { workerData, resourceLimits }), isAnswer, signal);
	}

	/** @param texts records as JSON @returns the places of those that say what no earlier one does */
	async add(texts: readonly string[]): Promise<readonly number[]> {
		const answer = await this.ask({ do: 'add', texts });
		if (answer.say !== 'added') throw UNEXPECTED;
		return answer.unlike;
	}

	async finish(progressed: (share: number) => void): Promise<readonly GatheredTerm[]> {
		const cell = new Int32Array(this.progress);
		const looking = setInterval(() => {
			progressed(Atomics.load(cell, 0) / 1_000);
		}, LOOK);
		try {
			const answer = await this.ask({ do: 'finish' });
			if (answer.say !== 'gleaned') throw UNEXPECTED;
			return answer.terms;
		} finally {
			clearInterval(looking);
		}
	}

	private async ask(message: GleanerMessage): Promise<GleanerAnswer> {
		const answer = await this.thread.ask(message);
		if (answer.say === 'failed') throw new Error(answer.message);
		return answer;
	}

	end(): Promise<void> {
		return this.thread.end();
	}
}
const UNEXPECTED = new Error('The thread that gleans said something else.');
