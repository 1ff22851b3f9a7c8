/** The way from one thread that builds an index to the other. */
import type { MessagePort } from 'node:worker_threads';
import { handMessageSchema, type HandMessage, type HandPort } from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';

const isMessage = new Ajv({ strictTypes: false }).compile<HandMessage>(handMessageSchema);

interface Wanted {
	readonly come: (message: HandMessage) => void;
	readonly failed: (error: Error) => void;
}

/** Messages in the order in which they were sent; what comes before it is wanted waits. */
export function handPort(port: MessagePort): HandPort {
	const come: unknown[] = [];
	const wanted: Wanted[] = [];
	let gone = false;
	const tell = (message: unknown, to: Wanted) => {
		if (isMessage(message)) to.come(message);
		else to.failed(new Error('The other thread that builds said something else.'));
	};
	port.on('message', (message: unknown) => {
		const first = wanted.shift();
		if (first) tell(message, first);
		else come.push(message);
	});
	port.on('close', () => {
		gone = true;
		for (const one of wanted.splice(0)) one.failed(new Error('The other thread that builds has ended.'));
	});
	return {
		post(message, memory) {
			port.postMessage(message, memory);
		},
		next: () =>
			new Promise((told, failed) => {
				const one = { come: told, failed };
				if (come.length > 0) tell(come.shift(), one);
				else if (gone) failed(new Error('The other thread that builds has ended.'));
				else wanted.push(one);
			})
	};
}
