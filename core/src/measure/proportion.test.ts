/** Intervals against the published examples: Newcombe, Stat Med 1998;17:857, table I, method 3. */
import { describe, expect, it } from 'vitest';
import { performanceOf, proportion } from './index.ts';

describe('the 95 % interval of a proportion', () => {
	it.each([
		[81, 263, 0.2553, 0.3662],
		[15, 148, 0.0624, 0.1605],
		[0, 20, 0, 0.1611],
		[1, 29, 0.0061, 0.1718]
	])('of %i in %i is %f to %f', (part, of, low, high) => {
		const found = proportion(part, of);
		expect(found.low).toBeCloseTo(low, 4);
		expect(found.high).toBeCloseTo(high, 4);
		expect(found.value).toBe(part / of);
	});
	it('of everything ends at one; of nothing there is no value', () => {
		expect(proportion(7, 7)).toMatchObject({ value: 1, high: 1 });
		expect(proportion(0, 0)).toEqual({ part: 0, of: 0, value: null, low: 0, high: 1 });
	});
});

it('sensitivity, specificity and precision are read from the four cells', () => {
	const { sensitivity, specificity, precision } = performanceOf({
		foundTrue: 45,
		foundFalse: 155,
		missedTrue: 5,
		missedFalse: 795
	});
	expect([sensitivity.value, specificity.value, precision.value]).toEqual([0.9, 795 / 950, 0.225]);
});
