/** A thread that opens a shared index and counts with it, then waits. */
import { parentPort, workerData } from 'node:worker_threads';
import { CollectionIndex } from '@wide-lantern/core';
import { countLines, lineOf } from './ours.ts';

const opened = CollectionIndex.open(workerData as SharedArrayBuffer);
if (!opened.ok) throw new Error(opened.code);
parentPort?.on('message', (source: string) =>
	parentPort?.postMessage(countLines(opened.index, [lineOf('1', source)])[0])
);
