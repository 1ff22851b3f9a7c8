import { MessageChannel } from 'node:worker_threads';
import { describe, expect, it } from 'vitest';
import type { HandMessage } from '@wide-lantern/core/computing';
import { handPort } from './hand-port';

const table = (word: number) => {
	const owns = [Int32Array.of(word)] as const;
	return {
		kind: 'table',
		table: { bytes: new Uint8Array(0), starts: new Uint32Array(1) },
		owns
	} as const satisfies HandMessage;
};
const word = async (next: Promise<HandMessage>) => {
	const message = await next;
	return message.kind === 'table' ? message.owns[0]?.[0] : null;
};

describe('the way between two threads that build', () => {
	it('brings messages in their order, whether they are waited for or not, and their memory', async () => {
		const { port1, port2 } = new MessageChannel();
		const [here, there] = [handPort(port1), handPort(port2)];
		const early = there.next();
		const first = table(1);
		here.post(first, [first.owns[0].buffer]);
		here.post(table(2), []);
		here.post(table(3), []);
		expect([await word(early), await word(there.next()), await word(there.next())]).toEqual([1, 2, 3]);
		expect(first.owns[0].length).toBe(0);
		port1.close();
	});
	it('refuses what is no message, and goes on', async () => {
		const { port1, port2 } = new MessageChannel();
		const there = handPort(port2);
		port1.postMessage({ kind: 'nonsense' });
		port1.postMessage(table(4));
		await expect(there.next()).rejects.toThrow('said something else');
		expect(await word(there.next())).toBe(4);
		port1.close();
	});
	it('says so when the other thread has ended, also to who asks after that', async () => {
		const { port1, port2 } = new MessageChannel();
		const there = handPort(port2);
		const waiting = there.next();
		port1.close();
		await expect(waiting).rejects.toThrow('has ended');
		await expect(there.next()).rejects.toThrow('has ended');
	});
});
