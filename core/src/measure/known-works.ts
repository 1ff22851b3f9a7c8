/**
 * Which known works a result retrieves, which of its sides loses the others, and what a term of theirs, added to a line,
 * would bring back and cost.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';
import { beamSides, linesOf } from './beam.ts';
import { WhatIf } from './what-if.ts';

export interface ResultSide {
	/** The lines that this side stands on directly. */
	readonly lines: readonly string[];
	/** True where its records are taken out (the right side of a NOT). */
	readonly out: boolean;
}
export interface KnownWork {
	/** Number of the record. */
	readonly record: number;
	readonly found: boolean;
	/** By side, whether it lets the work through. */
	readonly passes: readonly boolean[];
}
export interface KnownWorks {
	readonly sides: readonly ResultSide[];
	readonly works: readonly KnownWork[];
}

/** @param works numbers of the known works @returns null where the line is not counted */
export function knownWorks(
	lines: readonly LineToEvaluate[],
	final: string,
	works: readonly number[],
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): KnownWorks | null {
	const evaluated = evaluateStrategy(lines, index, marks, options);
	const result = evaluated.find((line) => line.id === final);
	if (!result?.query || !result.records) return null;
	const { records } = result;
	const byId = new Map(evaluated.map((line) => [line.id, line]));
	const context = {
		line: (id: string) => byId.get(id)?.records ?? RecordSet.none(index.size),
		marked: (set: keyof Marks) => marks[set]
	};
	const sides = beamSides(result.query, (id) => byId.get(id)?.query ?? null).map(({ query, out, of }) => {
		const used = linesOf(query);
		return {
			lines: used.length > 0 ? used : [of ?? final],
			out,
			records: evaluate(index, query, context, options.cache, options.watch?.())
		};
	});
	return {
		sides: sides.map(({ lines, out }) => ({ lines, out })),
		works: works.map((record) => ({
			record,
			found: records.has(record),
			passes: sides.map((side) => side.records.has(record) !== side.out)
		}))
	};
}

/** A term that might bring a work back. */
export interface WayBack {
	/** The line that it would be added to with OR. */
	readonly line: string;
	/** The line that holds the term alone: one that nothing else uses. */
	readonly term: string;
	/** Number of the work. */
	readonly record: number;
}
export interface WayBackFigures {
	/** True where the result would retrieve the work. */
	readonly returns: boolean;
	/** Records that the result would gain, and known works among them. */
	readonly gained: number;
	readonly known: number;
	/** Records that it would lose: the line stands behind a NOT. */
	readonly lost: number;
}

/** @returns for each way, in their order; null where its line or its term is not counted, or the term does not hold the work */
export function waysBack(
	lines: readonly LineToEvaluate[],
	final: string,
	ways: readonly WayBack[],
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly (WayBackFigures | null)[] {
	const standings = new WhatIf(evaluateStrategy(lines, index, marks, options), index, marks, options);
	const result = standings.recordsOf(final);
	/** The same term is a way for several works. */
	const known = new Map<string, RecordSet | null>();
	return ways.map(({ line, term, record }) => {
		const [held, added] = [standings.recordsOf(line), standings.recordsOf(term)];
		if (!result || !held || !added?.has(record)) return null;
		options.watch?.();
		const key = `${line}\n${term}`;
		const after = known.get(key) ?? standings.finalWith(new Map([[line, held.or(added)]]), final);
		known.set(key, after);
		if (!after) return null;
		const gained = after.without(result);
		return {
			returns: after.has(record),
			gained: gained.count(),
			known: gained.countWith(marks.benchmark),
			lost: result.without(after).count()
		};
	});
}
