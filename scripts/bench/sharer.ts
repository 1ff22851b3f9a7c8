/** A thread that opens a shared index and counts with it, as the server’s threads do, which never build one. */
import { parentPort, workerData } from 'node:worker_threads';
import { CollectionIndex, PartCache, type StrategyLine } from '@wide-lantern/core';
import { countLines } from './ours.ts';

/** `keep`: with what was kept from earlier requests of this kind; else with nothing. */
export interface ToCount {
	readonly lines: readonly StrategyLine[];
	readonly keep: boolean;
}
export interface Counted {
	readonly counts: number[];
	/** From the texts to the numbers, in the thread. */
	readonly ms: number;
}

const opened = CollectionIndex.open(workerData as SharedArrayBuffer);
if (!opened.ok) throw new Error(opened.code);
const cache = new PartCache();
parentPort?.on('message', ({ lines, keep }: ToCount) => {
	const started = performance.now();
	const counts = countLines(opened.index, lines, keep ? cache : undefined);
	parentPort?.postMessage({ counts, ms: performance.now() - started } satisfies Counted);
});
