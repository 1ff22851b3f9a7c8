/**
 * A process of its own in which several threads share one index: what it takes in memory with them
 * and without. `node sharing.mjs FILE THREADS QUESTION` prints JSON.
 */
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import { argv } from 'node:process';
import { Counting } from './counting.ts';
import { lineOf } from './ours.ts';

const [, , path = '', threads = '1', question = ''] = argv;
const index = new SharedArrayBuffer(statSync(path).size);
const file = openSync(path, 'r');
readSync(file, new Uint8Array(index));
closeSync(file);
const before = process.memoryUsage.rss();
const sharers = Array.from({ length: Number(threads) }, () => new Counting(index));
const counts = await Promise.all(
	sharers.map(async (one) => (await one.count([lineOf('1', question)], false)).counts[0])
);
const after = process.memoryUsage.rss();
await Promise.all(sharers.map((one) => one.end()));
process.stdout.write(JSON.stringify({ before, after, counts }));
