/** Waiting for no longer than it is worth: the result, or that it is late; a late failure is not an unhandled one. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { TIMED_OUT, withTimeout } from './with-timeout';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

it('gives what comes in time, and says when it is late', async () => {
	expect(await withTimeout(Promise.resolve('here'), 100)).toBe('here');
	await expect(withTimeout(Promise.reject(new Error('no')), 100)).rejects.toThrow('no');
	let fail: (error: Error) => void = () => undefined;
	const slow = new Promise<string>((_, failed) => (fail = failed));
	const waiting = withTimeout(slow, 100);
	await vi.advanceTimersByTimeAsync(101);
	expect(await waiting).toBe(TIMED_OUT);
	fail(new Error('too late to matter'));
	await vi.advanceTimersByTimeAsync(1);
	expect(vi.getTimerCount()).toBe(0);
});
