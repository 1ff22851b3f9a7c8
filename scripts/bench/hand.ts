/**
 * One of the two threads that build an index for the bench: its half of the records lies in memory as
 * rows of text before the clock starts, as SQLite's do, and is read from them row by row.
 */
import { parentPort, workerData, type MessagePort } from 'node:worker_threads';
import {
	blankRecord,
	firstHand,
	IndexBuilder,
	secondHand,
	type BibliographicRecord,
	type HandMessage,
	type HandPort
} from '@wide-lantern/core';
import { benchRecords } from './records.ts';

const parent = parentPort;
if (!parent) throw new Error('This runs in a thread of the bench.');
const { second, port, size } = workerData as {
	readonly second: boolean;
	readonly port: MessagePort;
	readonly size: number;
};

function portOf(port: MessagePort): HandPort {
	const come: HandMessage[] = [];
	const wanted: ((message: HandMessage) => void)[] = [];
	port.on('message', (message: HandMessage) => {
		const first = wanted.shift();
		if (first) first(message);
		else come.push(message);
	});
	return {
		post(message, memory) {
			port.postMessage(message, memory);
		},
		next: () => {
			const first = come.shift();
			return first ? Promise.resolve(first) : new Promise((told) => wanted.push(told));
		}
	};
}

const half = Math.floor(size / 2);
const written: Buffer[] = [];
let number = 0;
for (const one of benchRecords(size))
	if (number++ < half !== second)
		written.push(Buffer.from([one.id, one.year, ...one.titles, one.abstract, ...one.keywords].join('\t'), 'latin1'));
const lengths = Uint32Array.from(written, (row) => row.length);
const rows = Buffer.concat(written.splice(0));

function* records(): Generator<BibliographicRecord> {
	let from = 0;
	for (const length of lengths) {
		const [id = '', year, title = '', abstract = '', keywords = ''] = rows
			.toString('latin1', from, (from += length))
			.split('\t');
		yield { ...blankRecord(id), titles: [title], abstract, keywords: [keywords], year: Number(year) };
	}
}

parent.once('message', () => {
	const builder = new IndexBuilder(() => undefined);
	for (const record of records()) builder.add(record);
	const other = portOf(port);
	if (second) void secondHand(builder.part(), other);
	else
		void firstHand(builder.part(), other, '').then(({ buffer }) => {
			parent.postMessage(buffer);
		});
});
parent.postMessage('ready');
