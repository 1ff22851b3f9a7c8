/**
 * What each line alone brings to the final result: leave-one-out, exactly (handbook, section 3,
 * "unique yield"). And the result by headings alone, by text words alone, and by both.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import {
	evaluateStrategy,
	type EvaluatedLine,
	type EvaluateOptions,
	type LineToEvaluate,
	type Marks
} from '../strategy/evaluate.ts';
import { WhatIf } from './what-if.ts';

export interface LineYield {
	readonly id: string;
	/** Records of the final result that are there by this line alone. */
	readonly lost: number;
	/** Records that the final result would gain if this line found nothing: it stands behind a NOT. */
	readonly gained: number;
	/** Benchmark records among those that are lost. */
	readonly benchmark: number;
}

/** True for a query that has headings or words of its own, beside the lines that it uses. */
function searches(query: Query): boolean {
	switch (query.kind) {
		case 'and':
		case 'or':
			return query.parts.some(searches);
		case 'not':
			return searches(query.keep) || searches(query.drop);
		default:
			return ['assigned', 'word', 'phrase', 'near', 'either'].includes(query.kind);
	}
}

/** The yield of every counted line with headings or words of its own that the final result is made of. */
export function yieldsOf(
	lines: readonly LineToEvaluate[],
	final: string,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly LineYield[] {
	const standings = new WhatIf(evaluateStrategy(lines, index, marks, options), index, marks, options);
	const result = standings.recordsOf(final);
	if (!result) return [];
	const behind = standings.behind(final);
	const nothing = RecordSet.none(index.size);
	return lines.flatMap(({ id, query }) => {
		if (!query || !searches(query) || !behind.has(id) || id === final || !standings.recordsOf(id)) return [];
		options.watch?.();
		const without = standings.finalWith(new Map([[id, nothing]]), final) ?? nothing;
		const lost = result.without(without);
		return [
			{ id, lost: lost.count(), gained: without.without(result).count(), benchmark: lost.countWith(marks.benchmark) }
		];
	});
}

export interface KindFigures {
	/** Records by headings alone, by text words alone, and by the lines as they are. */
	readonly headings: number;
	readonly words: number;
	readonly both: number;
	/** Records that headings alone and words alone share. */
	readonly shared: number;
	/** Benchmark records of the three. */
	readonly benchmark: readonly [headings: number, words: number, both: number];
}

type Kind = 'headings' | 'words';

/**
 * The records of every line by headings alone or by text words alone, through the lines that it uses. Only what the
 * trees hold decides, never a role. A term that goes takes its AND with it; a limit narrows in either reading; what
 * stands behind a NOT is excluded as it is.
 */
function recordsByKind(
	evaluated: readonly EvaluatedLine[],
	kind: Kind,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions
): ReadonlyMap<string, RecordSet> {
	const whole = new Map(evaluated.map((line) => [line.id, line.records]));
	const byKind = new Map<string, RecordSet>();
	const context = {
		line: (id: string) => whole.get(id) ?? RecordSet.none(index.size),
		marked: (set: keyof Marks) => marks[set]
	};
	const ask = (query: Query) => evaluate(index, query, context, options.cache, options.watch?.());
	/** Null where only the other kind is in it. */
	const records = (query: Query): RecordSet | null => {
		switch (query.kind) {
			case 'assigned':
				return kind === 'headings' ? ask(query) : null;
			case 'word':
			case 'phrase':
			case 'near':
			case 'either':
				return kind === 'words' ? ask(query) : null;
			case 'or': {
				const parts = query.parts.flatMap((part) => records(part) ?? []);
				const all = RecordSet.none(index.size);
				for (const part of parts) all.addAll(part);
				return parts.length === 0 ? null : all;
			}
			case 'and': {
				const parts = query.parts.map(records);
				const whole = parts.filter((part) => part !== null);
				return whole.length < parts.length
					? null
					: whole.reduce((left, right) => left.and(right), RecordSet.all(index.size));
			}
			case 'not': {
				const keep = records(query.keep);
				return keep && keep.without(ask(query.drop));
			}
			case 'line':
				return (query.id === null ? undefined : byKind.get(query.id)) ?? RecordSet.none(index.size);
			default:
				return ask(query);
		}
	};
	for (const { id, query } of evaluated) if (query) byKind.set(id, records(query) ?? RecordSet.none(index.size));
	return byKind;
}

/**
 * Headings alone, text words alone, both: for concepts (the lines that are joined) and for the final result.
 * @param groups the lines of a concept; null for the whole strategy
 * @returns for every group, in their order; null where nothing is counted
 */
export function kindFigures(
	lines: readonly LineToEvaluate[],
	groups: readonly (readonly string[] | null)[],
	final: string,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly (KindFigures | null)[] {
	const evaluated = evaluateStrategy(lines, index, marks, options);
	const whole = new Map(evaluated.map((line) => [line.id, line.records]));
	const byKind = {
		headings: recordsByKind(evaluated, 'headings', index, marks, options),
		words: recordsByKind(evaluated, 'words', index, marks, options)
	};
	const union = (sets: readonly (RecordSet | null | undefined)[]) => {
		const all = RecordSet.none(index.size);
		for (const set of sets) if (set) all.addAll(set);
		return all;
	};
	return groups.map((joined): KindFigures | null => {
		const counted = whole.get(final);
		if (!joined && !counted) return null;
		const of = (sets: ReadonlyMap<string, RecordSet | null>) =>
			joined ? union(joined.map((id) => sets.get(id))) : union([sets.get(final)]);
		const [headings, words, both] = [of(byKind.headings), of(byKind.words), of(whole)];
		const known = (set: RecordSet) => set.countWith(marks.benchmark);
		return {
			headings: headings.count(),
			words: words.count(),
			both: both.count(),
			shared: headings.countWith(words),
			benchmark: [known(headings), known(words), known(both)]
		};
	});
}
