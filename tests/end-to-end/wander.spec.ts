/** A short walk of people who do everyday things in any order; `./lantern wander` walks longer. */
import { expect, test } from '@playwright/test';
import { wander } from '../wander/wander.ts';
import { address } from './people';

test('whatever people do in whatever order, what must hold holds', async ({ browser }) => {
	test.setTimeout(600_000);
	const found = await wander(browser, { address, seed: 20261130, runs: 3, commands: 12, time: 150_000 });
	expect(found.report).toBe('');
	expect(found.steps).toBeGreaterThan(5);
});
