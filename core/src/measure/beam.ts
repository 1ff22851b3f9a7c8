/**
 * The beam: how the light of each concept narrows to the final set. The final line is opened into
 * the sides of its ANDs, in the order in which they are written, and each side dims what is left.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';

export interface BeamStep {
	/** The lines that this side stands on directly: one, or those of a joining. */
	readonly lines: readonly string[];
	/** True where its records are taken out (the right side of a NOT). */
	readonly out: boolean;
	/** Records of this side alone. */
	readonly own: number;
	/** Records that are still lit after this side. */
	readonly lit: number;
	/** Numbers of the benchmark records that go dark here. */
	readonly dropped: readonly number[];
}

export interface Beam {
	/** Records that the beam starts from: the whole collection. */
	readonly from: number;
	readonly steps: readonly BeamStep[];
	/** Numbers of the benchmark records that are in the final set. */
	readonly found: readonly number[];
}

interface Side {
	readonly query: Query;
	readonly out: boolean;
	/** The line that the side is written in; null for the result's own. */
	readonly of: string | null;
}

/** The sides of a result: ANDs and left sides of NOTs are opened, through lines that are nothing else. */
export function beamSides(
	query: Query,
	queryOf: (id: string) => Query | null,
	of: string | null = null,
	depth = 0
): readonly Side[] {
	if (depth > 100) return [{ query, out: false, of }];
	if (query.kind === 'and') return query.parts.flatMap((part) => beamSides(part, queryOf, of, depth + 1));
	if (query.kind === 'not')
		return [...beamSides(query.keep, queryOf, of, depth + 1), { query: query.drop, out: true, of }];
	if (query.kind === 'line' && query.id !== null) {
		const inner = queryOf(query.id);
		if (inner && (inner.kind === 'and' || inner.kind === 'not')) return beamSides(inner, queryOf, query.id, depth + 1);
	}
	return [{ query, out: false, of }];
}

/** The lines that a query names itself. */
export const linesOf = (query: Query): readonly string[] => {
	if (query.kind === 'line') return query.id === null ? [] : [query.id];
	return query.kind === 'or' || query.kind === 'and' ? query.parts.flatMap(linesOf) : [];
};

/** @returns null where the line has no records */
export function beamOf(
	lines: readonly LineToEvaluate[],
	final: string,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): Beam | null {
	const evaluated = evaluateStrategy(lines, index, marks, options);
	const line = evaluated.find((one) => one.id === final);
	if (!line?.query) return null;
	const queries = new Map(evaluated.map((one) => [one.id, one.query]));
	const records = new Map(evaluated.map((one) => [one.id, one.records]));
	const context = {
		line: (id: string) => records.get(id) ?? RecordSet.none(index.size),
		marked: (set: keyof Marks) => marks[set]
	};
	let lit = RecordSet.all(index.size);
	const steps = beamSides(line.query, (id) => queries.get(id) ?? null).map(({ query, out, of: written }): BeamStep => {
		const own = evaluate(index, query, context, options.cache, options.watch?.());
		const next = out ? lit.without(own) : lit.and(own);
		const dropped = [...lit.and(marks.benchmark).without(next)];
		lit = next;
		const of = linesOf(query);
		return { lines: of.length > 0 ? of : [written ?? final], out, own: own.count(), lit: lit.count(), dropped };
	});
	return { from: index.size, steps, found: [...lit.and(marks.benchmark)] };
}
