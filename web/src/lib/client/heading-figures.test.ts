import { afterEach, describe, expect, it, vi } from 'vitest';
import { HeadingFigures, logShare, reachQuery } from './heading-figures.svelte';
import { serve, settled } from './testing';
import type { Taking } from './terms';

afterEach(() => {
	vi.unstubAllGlobals();
});
const of = { vocabulary: 'skerry', heading: 'S1/2', collection: 'demo' };
const taking = (change: Partial<Taking> = {}): Taking => ({
	vocabulary: 'skerry',
	heading: 'S1/2',
	reach: 'this',
	picked: [],
	main: false,
	qualifiers: [],
	...change
});

describe('figures of a heading', () => {
	it('are asked for the way in which it would be added', () => {
		expect(reachQuery(taking())).toEqual({ reach: 'this' });
		expect(reachQuery(taking({ reach: 'narrower', except: ['S3', 'S4'] }))).toEqual({
			reach: 'narrower',
			except: 'S3 S4'
		});
		expect(reachQuery(taking({ reach: 'picked', picked: ['S3'], except: ['S9'] }))).toEqual({
			reach: 'picked',
			picked: 'S3'
		});
	});
	it('are current for that way alone; main topic and qualifiers need no new ones', async () => {
		const asked = serve(() => ({ breadth: [1, 2, 3, 4, 5] }));
		const figures = new HeadingFigures();
		figures.ask(of, taking({ reach: 'narrower' }));
		await settled();
		expect(asked[0]).toMatchObject({
			path: '/api/v1/vocabularies/skerry/headings/S1%2F2/figures',
			query: { collection: 'demo', reach: 'narrower' }
		});
		expect(figures.shown?.breadth).toEqual([1, 2, 3, 4, 5]);
		expect(figures.isCurrent(of, taking({ reach: 'narrower', main: true, qualifiers: ['th'] }))).toBe(true);
		expect(figures.isCurrent(of, taking({ reach: 'narrower', except: ['S3'] }))).toBe(false);
		expect(figures.isCurrent({ ...of, heading: 'S2' }, taking({ reach: 'narrower' }))).toBe(false);
	});
	it('have bars that compare by powers of ten', () => {
		expect(logShare(999, 999)).toBe(100);
		expect(logShare(9, 999)).toBeCloseTo(100 / 3, 10);
		expect(logShare(0, 999)).toBe(0);
	});
});
