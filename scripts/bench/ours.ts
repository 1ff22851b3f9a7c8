/** Our own engine, as the server uses it: a strategy of lines, read, bound and evaluated. */
import {
	evaluateStrategy,
	linesToEvaluate,
	readStrategy,
	RecordSet,
	type CollectionIndex,
	type PartCache,
	type StrategyLine
} from '@wide-lantern/core';

export const lineOf = (id: string, source: string): StrategyLine => ({
	id,
	source,
	concept: null,
	strand: null,
	role: 'words',
	label: '',
	note: '',
	off: false
});

/** Counts of the lines, from text to number. */
export function countLines(index: CollectionIndex, lines: readonly StrategyLine[], cache?: PartCache): number[] {
	const none = RecordSet.none(index.size);
	const read = readStrategy({ concepts: [], lines: [...lines] }, [], 2026);
	return evaluateStrategy(
		linesToEvaluate(read),
		index,
		{ benchmark: none, relevant: none, irrelevant: none },
		cache ? { cache } : {}
	).map((one) => one.records?.count() ?? -1);
}
