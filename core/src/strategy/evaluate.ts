/** A whole strategy on a collection: every line's records, with the rules for lines that are off, empty or broken. */
import type { StrategyLine } from '../enquiry/index.ts';
import { evaluate, RecordSet, type CollectionIndex, type PartCache } from '../collection/index.ts';
import { hasErrors, type Query } from '../query/index.ts';
import type { ReadLine } from './read.ts';

export type LineState = 'counted' | 'off' | 'empty' | 'faulty' | 'broken';

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
 * Leaves out what is off or empty: in OR and AND it goes; `a NOT b` without `b` is `a`; what uses
 * a broken line is broken (notation.md, section 5).
 */
export function withoutAbsent(query: Query, stateOf: (id: string) => LineState): Reduced {
	switch (query.kind) {
		case 'line': {
			const state = query.id === null ? 'broken' : stateOf(query.id);
			if (state === 'off' || state === 'empty') return 'absent';
			return state === 'counted' ? query : 'broken';
		}
		case 'and':
		case 'or': {
			const parts: Query[] = [];
			for (const part of query.parts) {
				const reduced = withoutAbsent(part, stateOf);
				if (reduced === 'broken') return 'broken';
				if (reduced !== 'absent') parts.push(reduced);
			}
			return parts.length === 0 ? 'absent' : { kind: query.kind, parts };
		}
		case 'not': {
			const keep = withoutAbsent(query.keep, stateOf);
			const drop = withoutAbsent(query.drop, stateOf);
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
	lines: readonly ReadLine[],
	stored: readonly StrategyLine[],
	index: CollectionIndex,
	marks: Marks,
	cache?: PartCache
): EvaluatedLine[] {
	const done = new Map<string, EvaluatedLine>();
	const off = new Set(stored.filter((line) => line.off).map((line) => line.id));
	return lines.map((line) => {
		const evaluated = evaluateLine(line, off.has(line.id));
		done.set(line.id, evaluated);
		return evaluated;
	});

	function evaluateLine(line: ReadLine, isOff: boolean): EvaluatedLine {
		const without = (state: LineState): EvaluatedLine => ({ id: line.id, number: line.number, state, records: null, query: null, beforeHand: false });
		if (isOff) return without('off');
		if (line.empty) return without('empty');
		if (!line.query || hasErrors(line.faults)) return without('faulty');
		const query = withoutAbsent(line.query, (id) => done.get(id)?.state ?? 'broken');
		if (query === 'absent' || query === 'broken') return without('broken');
		const records = evaluate(index, query, { line: (id) => done.get(id)?.records ?? RecordSet.none(index.size), marked: (set) => marks[set] }, cache);
		return { id: line.id, number: line.number, state: 'counted', records, query, beforeHand: setByHand(query, (id) => done.get(id)?.beforeHand ?? false) };
	}
}

/** The last counted line that is no check: what the strategy retrieves. */
export function finalLine(lines: readonly ReadLine[], evaluated: readonly EvaluatedLine[]): EvaluatedLine | null {
	return evaluated.findLast((line, index) => line.state === 'counted' && lines[index]?.role !== 'check') ?? null;
}
