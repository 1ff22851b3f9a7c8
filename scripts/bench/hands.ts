/** Threads as the server has them: two that build an index, several that count with one copy of it. */
import { once } from 'node:events';
import { MessageChannel, Worker } from 'node:worker_threads';

/** @returns the index and the milliseconds from the first record, which lies in memory, to the whole */
export async function buildWithTwoHands(size: number): Promise<readonly [SharedArrayBuffer, number]> {
	const { port1, port2 } = new MessageChannel();
	const hands = [port1, port2].map(
		(port, at) =>
			new Worker(new URL('./hand.mjs', import.meta.url), {
				workerData: { second: at === 1, port, size },
				transferList: [port],
				resourceLimits: { maxOldGenerationSizeMb: 4_096 }
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

/**
 * Opens an index in so many threads at once and has each count a question.
 * @returns resident memory of the process in bytes before and with them, and what each counted
 */
export async function shareAmong(
	threads: number,
	index: SharedArrayBuffer,
	question: string
): Promise<{ readonly before: number; readonly after: number; readonly counts: readonly number[] }> {
	const before = process.memoryUsage.rss();
	const sharers = Array.from({ length: threads }, () => new Worker(new URL('./sharer.mjs', import.meta.url), { workerData: index }));
	const counts = await Promise.all(
		sharers.map(async (one) => {
			const told = once(one, 'message');
			one.postMessage(question);
			return ((await told) as [number])[0];
		})
	);
	const after = process.memoryUsage.rss();
	await Promise.all(sharers.map((one) => one.terminate()));
	return { before, after, counts };
}
