import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Hand } from './hand';

/** A queue in memory that can be away. */
class Queue {
	waiting: string[] = [];
	readonly done: string[] = [];
	looks = 0;
	isAway = false;
	readonly fetch = async () => {
		this.looks++;
		await Promise.resolve();
		if (this.isAway) throw new Error('away');
		const id = this.waiting.shift();
		return id === undefined ? [] : [{ id, data: { of: id } }];
	};
	readonly complete = async (_: string, id: string) => {
		await Promise.resolve();
		if (this.isAway) throw new Error('away');
		this.done.push(id);
	};
}
/** All that needs no time has happened. */
const over = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
	vi.useFakeTimers();
});
afterEach(() => {
	vi.useRealTimers();
});

function handOn(queue: Queue, take: (data: unknown, id: string) => Promise<void>, look = 60_000) {
	const failed = vi.fn();
	return { hand: new Hand({ queue, kind: 'run', look, take, failed }), failed };
}

describe('a hand at the queue', () => {
	it('takes one message after another and is done with each', async () => {
		const queue = new Queue();
		queue.waiting = ['a', 'b', 'c'];
		const taken: string[] = [];
		const { hand } = handOn(queue, async (data, id) => {
			expect(data).toEqual({ of: id });
			expect(queue.done).toEqual(taken);
			await Promise.resolve();
			taken.push(id);
		});
		await over();
		expect(queue.done).toEqual(['a', 'b', 'c']);
		await hand.stop();
	});

	it('rests until it is woken, or until it is time to look', async () => {
		const queue = new Queue();
		const { hand } = handOn(queue, () => Promise.resolve());
		await over();
		expect(queue.looks).toBe(1);
		hand.wake();
		await over();
		expect(queue.looks).toBe(2);
		await hand.stop();
		const often = new Queue();
		const { hand: second } = handOn(often, () => Promise.resolve(), 1_000);
		await vi.advanceTimersByTimeAsync(3_500);
		expect(often.looks).toBe(4);
		await second.stop();
	});

	it('looks again when it was woken while it worked', async () => {
		const queue = new Queue();
		queue.waiting = ['a'];
		let finish: () => void = () => undefined;
		const { hand } = handOn(queue, () => new Promise((done) => (finish = done)));
		await over();
		queue.waiting = ['b'];
		hand.wake();
		finish();
		await over();
		finish();
		await over();
		expect(queue.done).toEqual(['a', 'b']);
		await hand.stop();
	});

	it('goes on when the database was away at the moment in which a message was done', async () => {
		const queue = new Queue();
		queue.waiting = ['a'];
		const { hand, failed } = handOn(queue, async () => {
			await Promise.resolve();
			queue.isAway = true;
		});
		await over();
		expect(failed).toHaveBeenCalledWith(new Error('away'));
		// It does not run in circles against a database that is away.
		expect(queue.looks).toBe(1);
		queue.isAway = false;
		queue.waiting = ['b'];
		hand.wake();
		await over();
		expect(failed).toHaveBeenCalledTimes(2);
		await hand.stop();
	});

	it('stops behind what it has in hand', async () => {
		const queue = new Queue();
		queue.waiting = ['a', 'b'];
		let finish: () => void = () => undefined;
		const { hand } = handOn(queue, () => new Promise((done) => (finish = done)));
		await over();
		const stopped = hand.stop();
		finish();
		await stopped;
		expect(queue.done).toEqual(['a']);
		expect(queue.waiting).toEqual(['b']);
	});
});
