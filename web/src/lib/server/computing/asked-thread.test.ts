import { Worker } from 'node:worker_threads';
import { describe, expect, it } from 'vitest';
import { AskedThread } from './asked-thread';

const CODE = `
	const { parentPort } = require('node:worker_threads');
	parentPort.on('message', (question) => {
		if (question === 'throw') setTimeout(() => { throw new Error('broken'); }, 1);
		else if (question === 'late') { parentPort.postMessage('soon'); setTimeout(() => { throw new Error('broken later'); }, 1); }
		else if (question === 'end') process.exit();
		else if (question !== 'silence') parentPort.postMessage(question === 'nonsense' ? 7 : 'to ' + question);
	});`;
const isText = (message: unknown): message is string => typeof message === 'string';

function begin() {
	const stop = new AbortController();
	const worker = new Worker(CODE, { eval: true });
	const thread = new AskedThread<string, string>(worker, isText, stop.signal);
	return { stop, thread, ended: new Promise<void>((done) => worker.once('exit', () => done())) };
}

describe('a thread that is asked', () => {
	it('answers each question', async () => {
		const { thread } = begin();
		expect(await thread.ask('a')).toBe('to a');
		expect(await thread.ask('b')).toBe('to b');
		await thread.end();
	});

	it('passes on what the thread failed with, also when it failed while nobody waited', async () => {
		const { thread } = begin();
		await expect(thread.ask('throw')).rejects.toThrow('broken');
		const { thread: second, ended } = begin();
		expect(await second.ask('late')).toBe('soon');
		await ended;
		await expect(second.ask('a')).rejects.toThrow('broken later');
	});

	it('does not wait for a thread that has ended', async () => {
		const { thread } = begin();
		await expect(thread.ask('end')).rejects.toThrow('The thread ended.');
		await expect(thread.ask('a')).rejects.toThrow('The thread ended.');
	});

	it('refuses an answer of another shape', async () => {
		const { thread } = begin();
		await expect(thread.ask('nonsense')).rejects.toThrow('The thread said something else.');
		await thread.end();
	});

	it('stops waiting when the answer is not wanted any more', async () => {
		const { thread, stop } = begin();
		const answer = thread.ask('silence');
		stop.abort(new Error('not wanted'));
		await expect(answer).rejects.toThrow('not wanted');
		await expect(thread.ask('a')).rejects.toThrow('not wanted');
		await thread.end();
	});
});
