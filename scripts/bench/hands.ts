/** Building in two threads, as the server does. */
import { once } from 'node:events';
import { MessageChannel, Worker } from 'node:worker_threads';

/** @returns the index and the milliseconds from the first row, which lies in memory, to the whole */
export async function buildWithTwoHands(size: number): Promise<readonly [SharedArrayBuffer, number]> {
	const { port1, port2 } = new MessageChannel();
	const hands = [port1, port2].map(
		(port, at) =>
			new Worker(new URL('./hand.mjs', import.meta.url), {
				workerData: { second: at === 1, port, size },
				transferList: [port],
				resourceLimits: { maxOldGenerationSizeMb: 4_096, maxYoungGenerationSizeMb: 64 }
			})
	);
	const [first] = hands;
	if (!first) throw new Error('No thread');
	await Promise.all(hands.map((hand) => once(hand, 'message')));
	const started = performance.now();
	const built = once(first, 'message');
	for (const hand of hands) hand.postMessage('go');
	const [buffer] = (await built) as [SharedArrayBuffer];
	const time = performance.now() - started;
	await Promise.all(hands.map((hand) => hand.terminate()));
	return [buffer, time];
}
