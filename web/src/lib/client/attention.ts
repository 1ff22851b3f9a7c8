/** Goes through all that there is to look at in an enquiry, step by step, and around. */
import { STEPS, type StepId, type StepPoint, type StepState } from '@wide-lantern/core/editor';

/** What there is to look at, in the order of the steps; what two steps name is there once. */
export function pointsToLookAt(states: Readonly<Record<StepId, StepState>>): readonly StepPoint[] {
	const points = new Map<string, StepPoint>();
	for (const { id } of STEPS)
		for (const point of states[id].look) {
			const key = `${point.place.address} ${point.message}`;
			if (!points.has(key)) points.set(key, point);
		}
	return [...points.values()];
}

/**
 * The next point behind the one that was looked at last, or before it; where that one is done, the first of the step.
 * @param last what was looked at last; null at the beginning
 * @param here the step that is shown: the first look goes to what is open there, if anything is
 */
export function nextPoint(
	points: readonly StepPoint[],
	last: StepPoint | null,
	by: 1 | -1,
	here: string
): StepPoint | null {
	const at = points.findIndex((point) => last?.place.address === point.place.address && last.message === point.message);
	if (at >= 0) return points.at((at + by) % points.length) ?? null;
	return points.find((point) => point.place.address.startsWith(here)) ?? points[0] ?? null;
}
