/** Where a list of candidates may end: cuts, what they hold, and what stands on either side. */
import { describe, expect, it, vi } from 'vitest';
import type { Candidate } from '$lib/contract/gleaning';
import { CutOff } from './gleaning-cut.svelte';
import { serve } from './testing';

const candidate = (key: string, strength: number) => ({ key, label: key, strength }) as Candidate;
/** Weights of a curve that falls: 100, 50, 33 … and one that counts against its candidate. */
const falling = [...Array.from({ length: 50 }, (_, at) => candidate(`c${at}`, 100 / (at + 1))), candidate('rare', -4)];
const cutOf = (inOrder: readonly Candidate[], outdated = false) =>
	new CutOff(
		{ inOrder, weightOf: ({ strength }: Candidate) => strength, value: { gleaning: { outdated } } } as never,
		{ id: 'e', revision: 7 } as never
	);

describe('the cut', () => {
	it('is where a share of all weight is reached, where the curve bends, or where somebody puts it', () => {
		const cut = cutOf(falling);
		const by = cut.cut;
		expect(cut.shares?.[by - 1]).toBeGreaterThanOrEqual(0.8);
		expect(cut.shares?.[by - 2]).toBeLessThan(0.8);
		expect(cut.shares?.at(-1)).toBeCloseTo(1);
		cut.choose('knee');
		expect(cut.cut).toBeLessThan(by);
		const knee = cut.cut;
		cut.choose('hand');
		expect(cut.cut).toBe(knee);
		cut.cut = 7;
		expect(cut.cut).toBe(7);
		cut.cut = 900;
		expect(cut.cut).toBe(51);
		expect(cut.below).toEqual([]);
	});
	it('shows twenty on either side, and fewer at the ends', () => {
		const cut = cutOf(falling);
		cut.cut = 25;
		expect(cut.above.map(({ place }) => place)).toEqual(Array.from({ length: 20 }, (_, at) => at + 6));
		expect(cut.below[0]).toMatchObject({ place: 26, adds: null, candidate: { key: 'c25' } });
		cut.cut = 3;
		expect(cut.above).toHaveLength(3);
	});
	it('cannot be by share where nothing weighs anything', () => {
		const cut = cutOf([candidate('a', 0), candidate('b', -1)]);
		expect(cut.shares).toBeNull();
		expect(cut.cut).toBe(0);
	});
});

describe('what the result gains', () => {
	it('is told at every cut, with where gleaning stops to pay', async () => {
		const cut = cutOf(falling.slice(0, 5));
		const asked = serve(() => ({ revision: 7, gained: [4, 4, 9, 9, 9] }));
		const stop = cut.ask();
		await vi.waitFor(() => {
			expect(cut.gained).not.toBeNull();
		});
		stop?.();
		expect(asked[0]).toMatchObject({ method: 'POST', body: { candidates: ['c0', 'c1', 'c2', 'c3', 'c4'] } });
		cut.cut = 2;
		expect([cut.gainedBy(0), cut.gainedBy(2), cut.gainedBy(22)]).toEqual([0, 4, 9]);
		expect(cut.below.map(({ adds }) => adds)).toEqual([5, 0, 0]);
		expect(cut.lastGain).toBe(3);
	});
	it('is not known without a result, and not asked for where the figures are outdated', async () => {
		const cut = cutOf(falling.slice(0, 2));
		serve(() => ({ revision: 7, gained: [] }));
		const stop = cut.ask();
		await vi.waitFor(() => {
			expect(cut.withoutResult).toBe(true);
		});
		stop?.();
		expect([cut.gained, cut.lastGain, cut.gainedBy(1)]).toEqual([null, null, null]);
		expect(cutOf(falling, true).ask()).toBeUndefined();
	});
});
