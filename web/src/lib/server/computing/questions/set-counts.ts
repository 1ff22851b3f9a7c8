/** How many records of several sets each line retrieves, and how many that are in one of the sets alone. */
import { RecordSet } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { numbers, ofLines, type OfLines } from './shapes.ts';

interface OfSets extends OfLines {
	/** Record numbers of each set, ascending. */
	readonly sets: readonly (readonly number[])[];
}
/** A line with its records in each set, and with those that no other set has; null where it has no count. */
export interface SetCounts {
	readonly id: string;
	readonly counts: readonly number[] | null;
	readonly alone: readonly number[] | null;
}

export const counts = question<OfSets, readonly SetCounts[]>(
	{ ...ofLines, sets: { type: 'array', maxItems: 1_000, items: numbers } },
	(asked, context) => {
		const { index, lines } = context.evaluate(asked);
		const memberships = new Uint16Array(index.size);
		for (const set of asked.sets) for (const number of set) memberships[number] = (memberships[number] ?? 0) + 1;
		const sets = asked.sets.map((set) => RecordSet.of(index.size, set));
		const alone = asked.sets.map((set) =>
			RecordSet.of(
				index.size,
				set.filter((number) => memberships[number] === 1)
			)
		);
		return lines.map(({ id, records }) => ({
			id,
			counts: records ? sets.map((set) => records.countWith(set)) : null,
			alone: records ? alone.map((set) => records.countWith(set)) : null
		}));
	}
);
