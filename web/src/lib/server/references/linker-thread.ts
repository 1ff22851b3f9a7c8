/** A thread that compares references, and merges those of a work. */
import { Worker } from 'node:worker_threads';
import {
	linkerAnswerSchema,
	type LinkerAnswer,
	type LinkerData,
	type LinkerMessage
} from '$lib/contract/threads/reference-linking';
import { AskedThread } from '$lib/server/computing';
import { compileValidator } from '$lib/server/http';
import { config } from '$lib/server/process';

/** What comparing all references came to. */
export type Linked = Extract<LinkerAnswer, { say: 'linked' }>;

const isAnswer = compileValidator<LinkerAnswer>(linkerAnswerSchema);
/** Milliseconds between two looks at how far the thread is. */
const LOOK = 300;

/** A thread that compares. */
export class Linker {
	private readonly progress = new SharedArrayBuffer(4);
	private readonly thread: AskedThread<LinkerMessage, LinkerAnswer>;

	constructor(signal: AbortSignal) {
		const workerData: LinkerData = { progress: this.progress };
		const resourceLimits = { maxOldGenerationSizeMb: 4_096 };
		this.thread = new AskedThread(new Worker(config.linker, { workerData, resourceLimits }), isAnswer, signal);
	}

	/** @returns how many references it has */
	async add(texts: readonly string[]): Promise<number> {
		const answer = await this.ask({ do: 'add', texts });
		if (answer.say !== 'added') throw UNEXPECTED;
		return answer.done;
	}

	async link(
		decisions: readonly (readonly [number, number, boolean])[],
		progressed: (share: number) => void
	): Promise<Linked> {
		const cell = new Int32Array(this.progress);
		const looking = setInterval(() => {
			progressed(Atomics.load(cell, 0) / 1_000);
		}, LOOK);
		try {
			const answer = await this.ask({ do: 'link', decisions });
			if (answer.say !== 'linked') throw UNEXPECTED;
			return answer;
		} finally {
			clearInterval(looking);
		}
	}

	/** @param works the references of each as JSON @returns one for each, as a JSON list */
	async merge(works: readonly (readonly string[])[]): Promise<string> {
		const answer = await this.ask({ do: 'merge', works });
		if (answer.say !== 'merged') throw UNEXPECTED;
		return answer.texts;
	}

	private async ask(message: LinkerMessage): Promise<LinkerAnswer> {
		const answer = await this.thread.ask(message);
		if (answer.say === 'failed') throw new Error(answer.message);
		return answer;
	}

	end(): Promise<void> {
		return this.thread.end();
	}
}
const UNEXPECTED = new Error('The thread that compares references said something else.');
