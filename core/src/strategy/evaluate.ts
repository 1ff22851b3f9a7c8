/** A whole strategy on a collection: every line's records, with the rules for lines that are off, empty or broken. */
import {
	evaluate,
	RecordSet,
	WorkCeiling,
	type CollectionIndex,
	type PartCache,
	type Watch
} from '../collection/index.ts';
import { hasErrors, sideActedOn, type Query } from '../query/index.ts';
import type { ReadLine } from './read.ts';

/** `heavy`: it would have taken more work than is allowed, and was given up. */
export type LineState = 'counted' | 'off' | 'empty' | 'faulty' | 'broken' | 'heavy';

/** All that evaluating needs of a line; it can travel to another thread. */
export interface LineToEvaluate {
	readonly id: string;
	readonly number: number;
	readonly off: boolean;
	readonly empty: boolean;
	/** Null where the line is empty or faulty. */
	readonly query: Query | null;
	/** What lines that use it use in its place while it is off: the side that a limit or filter acts on. */
	readonly passes?: Query;
}

/** What evaluating needs of lines that have been read. */
export function linesToEvaluate(lines: readonly ReadLine[]): LineToEvaluate[] {
	return lines.map((line): LineToEvaluate => {
		const { id, number, off, empty, faults } = line;
		const query = hasErrors(faults) ? null : line.query;
		const passes = off ? passedOn({ ...line, query }) : null;
		return { id, number, off, empty, query, ...(passes ? { passes } : {}) };
	});
}

/** The part of a limit's or filter's query that it acts on; null where it has none. */
function passedOn({ role, tree, query }: Pick<ReadLine, 'role' | 'tree' | 'query'>): Query | null {
	if (role !== 'limit' && role !== 'filter') return null;
	const acted = sideActedOn(tree);
	return acted && query?.kind === 'and' ? (query.parts[acted.at] ?? null) : null;
}

export interface EvaluateOptions {
	readonly cache?: PartCache;
	/** Asked for a watch before each line; what it throws ends all but a {@link WorkCeiling}, which ends that line. */
	readonly watch?: () => Watch;
	/** Queries that took too much before, as text: they are not tried again. New ones are added. */
	readonly heavy?: Set<string>;
}

export interface EvaluatedLine {
	readonly id: string;
	readonly number: number;
	readonly state: LineState;
	/** Null unless the state is `counted`. */
	readonly records: RecordSet | null;
	/** The query that was evaluated: what is off or empty left out. */
	readonly query: Query | null;
	/** True where something set by hand is yet to narrow the count. */
	readonly beforeHand: boolean;
}

export interface Marks {
	readonly benchmark: RecordSet;
	readonly relevant: RecordSet;
	readonly irrelevant: RecordSet;
}

type Reduced = Query | 'absent' | 'broken';

/**
 * Leaves out what is off or empty: in OR and AND it goes; `a NOT b` without `b` is `a`; a limit or
 * filter that is off passes on what it acts on; what uses a broken line is broken (notation.md, section 5).
 */
export function dropAbsentLines(
	query: Query,
	stateOf: (id: string) => LineState,
	passesOf: (id: string) => Query | undefined = () => undefined
): Reduced {
	switch (query.kind) {
		case 'line': {
			const state = query.id === null ? 'broken' : stateOf(query.id);
			const passes = state === 'off' && query.id !== null ? passesOf(query.id) : undefined;
			// It acts on lines above it only, so this ends.
			if (passes) return dropAbsentLines(passes, stateOf, passesOf);
			if (state === 'off' || state === 'empty') return 'absent';
			return state === 'counted' ? query : 'broken';
		}
		case 'and':
		case 'or': {
			const parts: Query[] = [];
			for (const part of query.parts) {
				const reduced = dropAbsentLines(part, stateOf, passesOf);
				if (reduced === 'broken') return 'broken';
				if (reduced !== 'absent') parts.push(reduced);
			}
			return parts.length === 0 ? 'absent' : { kind: query.kind, parts };
		}
		case 'not': {
			const keep = dropAbsentLines(query.keep, stateOf, passesOf);
			const drop = dropAbsentLines(query.drop, stateOf, passesOf);
			if (keep === 'broken' || drop === 'broken') return 'broken';
			if (keep === 'absent') return 'absent';
			return drop === 'absent' ? keep : { kind: 'not', keep, drop };
		}
		default:
			return query;
	}
}

const setByHand = (query: Query, isBefore: (id: string) => boolean): boolean => {
	switch (query.kind) {
		case 'by-hand':
			return true;
		case 'line':
			return query.id !== null && isBefore(query.id);
		case 'and':
		case 'or':
			return query.parts.some((part) => setByHand(part, isBefore));
		case 'not':
			return setByHand(query.keep, isBefore) || setByHand(query.drop, isBefore);
		default:
			return false;
	}
};

/** Evaluates all lines in order; each needs only lines above it. */
export function evaluateStrategy(
	lines: readonly LineToEvaluate[],
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): EvaluatedLine[] {
	const done = new Map<string, EvaluatedLine>();
	const passes = new Map(lines.flatMap((line) => (line.off && line.passes ? [[line.id, line.passes] as const] : [])));
	return lines.map((line) => {
		const evaluated = evaluateLine(line, index, marks, done, passes, options);
		done.set(line.id, evaluated);
		return evaluated;
	});
}

function evaluateLine(
	line: LineToEvaluate,
	index: CollectionIndex,
	marks: Marks,
	done: ReadonlyMap<string, EvaluatedLine>,
	passes: ReadonlyMap<string, Query>,
	options: EvaluateOptions
): EvaluatedLine {
	const without = (state: LineState): EvaluatedLine => ({
		id: line.id,
		number: line.number,
		state,
		records: null,
		query: null,
		beforeHand: false
	});
	if (line.off) return without('off');
	if (line.empty) return without('empty');
	if (!line.query) return without('faulty');
	const query = dropAbsentLines(
		line.query,
		(id) => done.get(id)?.state ?? 'broken',
		(id) => passes.get(id)
	);
	if (query === 'absent' || query === 'broken') return without('broken');
	const { heavy } = options;
	if (heavy && heavy.size > 0 && heavy.has(JSON.stringify(query))) return without('heavy');
	try {
		const records = evaluate(
			index,
			query,
			{ line: (id) => done.get(id)?.records ?? RecordSet.none(index.size), marked: (set) => marks[set] },
			options.cache,
			options.watch?.()
		);
		return {
			id: line.id,
			number: line.number,
			state: 'counted',
			records,
			query,
			beforeHand: setByHand(query, (id) => done.get(id)?.beforeHand ?? false)
		};
	} catch (error) {
		if (!(error instanceof WorkCeiling)) throw error;
		heavy?.add(JSON.stringify(query));
		return without('heavy');
	}
}
