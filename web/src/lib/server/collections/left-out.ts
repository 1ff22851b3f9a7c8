/** Which records of an earlier index are still what they were, after changes of its collection. */
import { RecordSet } from '@wide-lantern/core';

export interface Change {
	/** When the collection had been loaded before, as the catalogue says it. */
	readonly before: string;
	/** The number, as it is after the change, of the first record that came or was changed. */
	readonly from: number;
	/** Records that have left, by the numbers that they had: the first of each stretch, and the one behind its last. */
	readonly without?: readonly (readonly [number, number])[];
}
/** Numbers that stand in a row, as stretches. @param numbers ascending */
export function stretchesOf(numbers: readonly number[]): [number, number][] {
	const stretches: [number, number][] = [];
	for (const number of numbers) {
		const last = stretches.at(-1);
		if (last?.[1] === number) last[1]++;
		else stretches.push([number, number + 1]);
	}
	return stretches;
}

/** @returns null where no record stays */
export function leftOutBy(changes: readonly Pick<Change, 'from' | 'without'>[], size: number): RecordSet | null {
	let staying = Array.from({ length: size }, (_, number) => number);
	for (const { from, without = [] } of changes) {
		let stretch = 0;
		staying = staying
			.filter((_, number) => {
				while ((without[stretch]?.[1] ?? Infinity) <= number) stretch++;
				return number < (without[stretch]?.[0] ?? Infinity);
			})
			.slice(0, from);
	}
	if (staying.length === 0) return null;
	const left = RecordSet.all(size);
	for (const number of staying) left.drop(number);
	return left;
}
