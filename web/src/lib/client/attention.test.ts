import { STEPS, type StepId, type StepPoint, type StepState } from '@wide-lantern/core/editor';
import { describe, expect, it } from 'vitest';
import { nextPoint, pointsToLookAt } from './attention';

const point = (address: string, message = address): StepPoint => ({
	rule: 'open',
	severity: 'warning',
	place: { kind: 'screen', address },
	message,
	repairs: []
});
const states = (look: Partial<Record<StepId, readonly StepPoint[]>>) =>
	Object.fromEntries(
		STEPS.map(({ id }) => [id, { touched: true, look: look[id] ?? [] } satisfies StepState])
	) as Record<StepId, StepState>;
const parked = point('concepts#concept-a', 'A find is parked.');
const all = pointsToLookAt(
	states({
		dossier: [parked, point('concepts#concept-b')],
		brief: [point('brief#sources')],
		concepts: [parked],
		strategy: [point('strategy#line-2')]
	})
);

describe('what there is to look at', () => {
	it('is in the order of the steps, each thing once', () => {
		expect(all.map(({ place }) => place.address)).toEqual([
			'brief#sources',
			'concepts#concept-a',
			'strategy#line-2',
			'concepts#concept-b'
		]);
		expect(pointsToLookAt(states({}))).toEqual([]);
	});
	it('begins at the step that is shown, and at the first where nothing is open there', () => {
		expect(nextPoint(all, null, 1, 'strategy')).toBe(all[2]);
		expect(nextPoint(all, null, 1, 'renderings')).toBe(all[0]);
		expect(nextPoint([], null, 1, 'brief')).toBeNull();
	});
	it('goes on from what was looked at last, forwards and backwards, and around', () => {
		const [first = null, second, , last = null] = all;
		expect(nextPoint(all, first, 1, 'concepts')).toBe(second);
		expect(nextPoint(all, last, 1, 'concepts')).toBe(first);
		expect(nextPoint(all, first, -1, 'concepts')).toBe(last);
	});
	it('begins anew where the last one is done', () => {
		expect(nextPoint(all, point('headings?concept=x'), 1, 'concepts')).toBe(all[1]);
	});
});
