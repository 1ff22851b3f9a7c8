/**
 * What each side of an OR brings that no other side does: to its line, and to the final result.
 *
 * A record that only one side brings is brought by that side alone, so the unique records of all
 * sides are apart. Taking all of them out of the line at once and evaluating the rest of the
 * strategy once more shows, record by record, what the final result would lose (or, behind a NOT,
 * gain) without each side.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';
import { broughtOnce, WhatIf } from './what-if.ts';

export interface Contribution {
	/** Records of this side. */
	readonly records: number;
	/** Records of the line that no other side brings. */
	readonly unique: number;
	/** Records that the final result would lose without this side, and those that it would gain. */
	readonly lost: number;
	readonly gained: number;
}

/**
 * The contributions of the sides of a line's OR, in their order.
 * @param id the line; it must be counted, and its query an OR
 * @param final the line whose records are the result; null leaves `lost` and `gained` at 0
 * @returns null where the line is no counted OR
 */
export function contributionsOf(
	lines: readonly LineToEvaluate[],
	id: string,
	final: string | null,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly Contribution[] | null {
	const before = evaluateStrategy(lines, index, marks, options);
	const line = before.find((one) => one.id === id);
	if (line?.query?.kind !== 'or' || !line.records) return null;
	const recordsOf = new Map(before.map((one) => [one.id, one.records]));
	const context = {
		line: (other: string) => recordsOf.get(other) ?? RecordSet.none(index.size),
		marked: (set: keyof Marks) => marks[set]
	};
	const sides = line.query.parts.map((part) => evaluate(index, part, context, options.cache, options.watch?.()));
	const unique = broughtOnce(sides, index.size);
	const finalBefore = final === null ? null : (recordsOf.get(final) ?? null);
	const standings = new WhatIf(before, index, marks, options);
	const finalAfter =
		finalBefore && final !== null ? standings.finalWith(new Map([[id, line.records.without(unique)]]), final) : null;
	const lost = finalBefore && finalAfter ? finalBefore.without(finalAfter) : RecordSet.none(index.size);
	const gained = finalBefore && finalAfter ? finalAfter.without(finalBefore) : RecordSet.none(index.size);
	return sides.map((side) => {
		const own = side.and(unique);
		return { records: side.count(), unique: own.count(), lost: own.countWith(lost), gained: own.countWith(gained) };
	});
}
