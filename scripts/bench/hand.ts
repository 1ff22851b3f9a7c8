/** One of the two threads that build an index for the bench: its half of the records is made before the clock starts. */
import { parentPort, workerData, type MessagePort } from 'node:worker_threads';
import { firstHand, IndexBuilder, secondHand, type BibliographicRecord, type HandMessage, type HandPort } from '@wide-lantern/core';
import { benchRecords } from './records.ts';

const parent = parentPort;
if (!parent) throw new Error('This runs in a thread of the bench.');
const { second, port, size } = workerData as { readonly second: boolean; readonly port: MessagePort; readonly size: number };

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
const records: BibliographicRecord[] = [];
let number = 0;
// The other half is never kept, so that there is nothing to clear away once the clock runs.
for (const record of benchRecords(size)) if (number++ < half !== second) records.push(record);
parent.once('message', () => {
	const builder = new IndexBuilder(() => undefined);
	for (const record of records) builder.add(record);
	const other = portOf(port);
	if (second) void secondHand(builder.part(), other);
	else
		void firstHand(builder.part(), other, '').then(({ buffer }) => {
			parent.postMessage(buffer);
		});
});
parent.postMessage('ready');
