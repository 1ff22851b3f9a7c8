/** Data that is read again waits for whoever is on the way to another page. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { reloadData } from './reload-data';

const { invalidateAll, navigating } = vi.hoisted(() => ({
	invalidateAll: vi.fn(() => Promise.resolve()),
	navigating: { complete: null as Promise<void> | null }
}));
vi.mock('$app/navigation', () => ({ invalidateAll }));
vi.mock('$app/state', () => ({ navigating }));
beforeEach(() => {
	invalidateAll.mockClear();
	navigating.complete = null;
});

describe('data that is read again', () => {
	it('is read at once where nobody goes anywhere', async () => {
		await reloadData();
		expect(invalidateAll).toHaveBeenCalledOnce();
	});
	it.each([
		['arrived', true],
		['turned back', false]
	])('is read when somebody has %s, and not before', async (_, arrives) => {
		let [arrive, turnBack] = [() => {}, () => {}];
		navigating.complete = new Promise<void>((done, failed) => {
			[arrive, turnBack] = [
				done,
				() => {
					failed(new Error('aborted'));
				}
			];
		});
		const reading = reloadData();
		await Promise.resolve();
		expect(invalidateAll).not.toHaveBeenCalled();
		navigating.complete = null;
		if (arrives) arrive();
		else turnBack();
		await reading;
		expect(invalidateAll).toHaveBeenCalledOnce();
	});
});
