/** A thread that answers each question with one message, one after another. */
import { once } from 'node:events';
import type { Worker } from 'node:worker_threads';

export class AskedThread<Question, Answer> {
	/** Fails when the thread fails or ends, or when its work is not wanted any more. */
	private readonly over: Promise<never>;

	/** @param signal ends the waiting for an answer */
	constructor(
		private readonly worker: Worker,
		private readonly isAnswer: (message: unknown) => message is Answer,
		private readonly signal: AbortSignal
	) {
		worker.unref();
		this.over = new Promise((_, failed) => {
			worker.once('error', failed);
			worker.once('exit', () => {
				failed(new Error('The thread ended.'));
			});
			signal.addEventListener(
				'abort',
				() => {
					failed(signal.reason as Error);
				},
				{ once: true }
			);
		});
		// A thread may fail while nobody waits for an answer: who asks next is told.
		this.over.catch(() => undefined);
	}

	/** @throws what the thread failed with, or the reason of the signal */
	async ask(question: Question): Promise<Answer> {
		this.signal.throwIfAborted();
		const answered = once(this.worker, 'message') as Promise<unknown[]>;
		this.worker.postMessage(question);
		const [answer] = await Promise.race([answered, this.over]);
		if (!this.isAnswer(answer)) throw new Error('The thread said something else.');
		return answer;
	}

	async end(): Promise<void> {
		await this.worker.terminate();
	}
}
