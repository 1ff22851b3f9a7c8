/** Asks a thread that counts (`sharer.ts`), one request at a time. */
import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import type { StrategyLine } from '@wide-lantern/core';
import type { Counted, ToCount } from './sharer.ts';

export class Counting {
	private readonly thread: Worker;

	constructor(index: SharedArrayBuffer) {
		this.thread = new Worker(new URL('./sharer.mjs', import.meta.url), { workerData: index });
	}

	async count(lines: readonly StrategyLine[], keep: boolean): Promise<Counted> {
		this.thread.postMessage({ lines, keep } satisfies ToCount);
		const [answer] = (await once(this.thread, 'message')) as [Counted];
		return answer;
	}

	async end(): Promise<void> {
		await this.thread.terminate();
	}
}
