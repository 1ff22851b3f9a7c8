/** Structures in parts: they come back as they were, with a pause for each part. */
import { parse } from '@wide-lantern/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromTextParts, textParts } from './text-parts';

const instantly = () => Promise.resolve();

describe('structures in parts', () => {
	it('come back as they were, whatever they are', () =>
		fc.assert(
			fc.asyncProperty(fc.jsonValue(), fc.integer({ min: 0, max: 5_000 }), async (value, length) => {
				const whole = { value, list: Array.from({ length }, (_, at) => [at, value]) };
				expect(await fromTextParts(textParts(whole), instantly)).toEqual(JSON.parse(JSON.stringify(whole)));
			}),
			{ numRuns: 60, seed: 3 }
		));
	it('is how the tree of a long line travels, wherever its long list is', async () => {
		for (const text of ['ab cd '.repeat(4_000), `(ti:(${'gum OR '.repeat(4_000)}ileus)) AND child`]) {
			const parsed = parse(text);
			let pauses = 0;
			const parts = textParts(parsed);
			const back = await fromTextParts(parts, () => {
				pauses++;
				return Promise.resolve();
			});
			expect(back).toEqual(parsed);
			expect(pauses).toBe(parts.length - 1);
			expect(pauses).toBeGreaterThan(2);
		}
	});
	it('are one text where nothing is long, also in deep nesting', async () => {
		const parsed = parse(`${'('.repeat(300)}ab${')'.repeat(300)}`);
		expect(textParts(parsed)).toHaveLength(1);
		expect(await fromTextParts(textParts(parsed), instantly)).toEqual(parsed);
	});
});
