/** Open indexes within a ceiling: which stay, which go, and what is stopped. */
import { describe, expect, it } from 'vitest';
import { ResourceCache } from './resource-cache';

interface Thing {
	readonly name: string;
	readonly size: number;
}

function shelf(ceiling: number) {
	const closed: string[] = [];
	const reported: [string, number][] = [];
	let loads = 0;
	const one = new ResourceCache<Thing>({
		ceiling: () => ceiling,
		sizeOf: (thing) => thing.size,
		close: (thing) => closed.push(thing.name),
		report: (name, size) => reported.push([name, size])
	});
	const open = (name: string, size: number, stamp = '1') =>
		one.open(name, stamp, () => (loads++, Promise.resolve({ name, size })));
	return { one, open, closed, reported, loads: () => loads };
}
/** What waits for promises has happened. */
const settled = () => new Promise((done) => setTimeout(done, 0));

describe('a shelf of open things', () => {
	it('opens each once', async () => {
		const { open, loads } = shelf(100);
		const [a, b] = await Promise.all([open('a', 10), open('a', 10)]);
		expect([a, loads()]).toEqual([b, 1]);
	});
	it('lets the least used go beyond its ceiling, and tells of it', async () => {
		const { one, open, closed, reported } = shelf(25);
		await open('a', 10);
		await open('b', 10);
		// `a` is used again, so that `b` is the least used.
		await open('a', 10);
		await open('c', 10);
		await settled();
		expect([closed, reported, one.names()]).toEqual([['b'], [['b', 10]], ['a', 'c']]);
	});
	it('keeps the one just opened, even where it alone is above the ceiling', async () => {
		const { one, open, closed } = shelf(5);
		await open('a', 4);
		await open('large', 50);
		await settled();
		expect([closed, one.names()]).toEqual([['a'], ['large']]);
	});
	it('lets several go where one is not enough', async () => {
		const { open, closed } = shelf(30);
		for (const name of ['a', 'b', 'c']) await open(name, 10);
		await open('large', 25);
		await settled();
		expect(closed).toEqual(['a', 'b', 'c']);
	});
	it('what is being opened does not go for others', async () => {
		const { one, open } = shelf(10);
		let ready: (thing: Thing) => void = () => undefined;
		const slow = one.open('slow', '1', () => new Promise((done) => (ready = done)));
		await open('a', 10);
		await open('b', 10);
		await settled();
		expect(one.names()).toEqual(['slow', 'b']);
		ready({ name: 'slow', size: 1 });
		expect((await slow).name).toBe('slow');
	});
	it('a thing made from something older is closed, and opened anew', async () => {
		const { open, closed, loads } = shelf(100);
		await open('a', 10);
		await open('a', 12, '2');
		await settled();
		expect([closed, loads()]).toEqual([['a'], 2]);
	});
	it('closing what is being opened stops it', async () => {
		const { one, closed } = shelf(100);
		let stopped = false;
		const opening = one.open(
			'a',
			'1',
			(signal) =>
				new Promise<Thing>((_, failed) => {
					signal.addEventListener('abort', () => {
						stopped = true;
						failed(new Error('stopped'));
					});
				})
		);
		one.close('a');
		await expect(opening).rejects.toThrow('stopped');
		expect([stopped, closed, one.names()]).toEqual([true, [], []]);
	});
	it('what failed is tried again with the next question', async () => {
		const { one, open } = shelf(100);
		await expect(one.open('a', '1', () => Promise.reject(new Error('no file')))).rejects.toThrow('no file');
		await settled();
		expect((await open('a', 1)).name).toBe('a');
	});
	it('closing what is not there does nothing', () => {
		const { one, closed } = shelf(1);
		one.close('nobody');
		expect(closed).toEqual([]);
	});
});
