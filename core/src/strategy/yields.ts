/**
 * What each line alone brings to the final result: leave-one-out, exactly (handbook, section 3,
 * "unique yield"). And the result by headings alone, by text words alone, and by both.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { LineRole } from '../enquiry/index.ts';
import type { Query } from '../query/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from './evaluate.ts';
import { Standings } from './replaced.ts';

export interface LineYield {
	readonly id: string;
	/** Records of the final result that are there by this line alone. */
	readonly lost: number;
	/** Records that the final result would gain if this line found nothing: it stands behind a NOT. */
	readonly gained: number;
	/** Benchmark records among those that are lost. */
	readonly ships: number;
}

const SEARCHING: ReadonlySet<LineRole> = new Set(['headings', 'words', 'mixed']);

/**
 * The yield of every counted line of headings or words that the final result stands on.
 * @param roles of the lines, in their order
 */
export function yieldsOf(
	lines: readonly LineToEvaluate[],
	roles: readonly LineRole[],
	final: string,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly LineYield[] {
	const standings = new Standings(evaluateStrategy(lines, index, marks, options), index, marks, options);
	const result = standings.recordsOf(final);
	if (!result) return [];
	const behind = standings.behind(final);
	const nothing = RecordSet.none(index.size);
	return lines.flatMap(({ id }, at) => {
		const role = roles[at];
		if (!role || !SEARCHING.has(role) || !behind.has(id) || !standings.recordsOf(id)) return [];
		options.watch?.();
		const without = standings.finalWith(new Map([[id, nothing]]), final) ?? nothing;
		const lost = result.without(without);
		return [{ id, lost: lost.count(), gained: without.without(result).count(), ships: lost.countWith(marks.benchmark) }];
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
	readonly ships: readonly [headings: number, words: number, both: number];
}

type Kind = 'headings' | 'words';

/** The part of a query that only headings, or only words, make up; null where there is none. */
export function onlyKind(query: Query, kind: Kind): Query | null {
	switch (query.kind) {
		case 'assigned':
			return kind === 'headings' ? query : null;
		case 'word':
		case 'phrase':
		case 'near':
		case 'either':
			return kind === 'words' ? query : null;
		case 'or': {
			const parts = query.parts.flatMap((part) => onlyKind(part, kind) ?? []);
			return parts.length === 0 ? null : { kind: 'or', parts };
		}
		case 'and': {
			// A limit beside a term narrows it in either reading; a term that goes takes its AND with it.
			const parts = query.parts.map((part) => onlyKind(part, kind));
			return parts.some((part) => part === null) ? null : { kind: 'and', parts: parts.flatMap((part) => part ?? []) };
		}
		case 'not': {
			const keep = onlyKind(query.keep, kind);
			return keep && { kind: 'not', keep, drop: query.drop };
		}
		default:
			return query;
	}
}

/**
 * Headings alone, text words alone, both: for concepts (the lines that are joined) and for the final result.
 * @param groups the lines of a concept; null for the whole strategy
 * @returns for every group, in their order; null where nothing is counted
 */
export function kindFigures(
	lines: readonly LineToEvaluate[],
	roles: readonly LineRole[],
	groups: readonly (readonly string[] | null)[],
	final: string,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly (KindFigures | null)[] {
	const evaluated = evaluateStrategy(lines, index, marks, options);
	const standings = new Standings(evaluated, index, marks, options);
	const context = { line: (id: string) => standings.recordsOf(id) ?? RecordSet.none(index.size), marked: (set: keyof Marks) => marks[set] };
	const only = (kind: Kind): Map<string, RecordSet> =>
		new Map(
			evaluated.flatMap(({ id, query, records }, at): [string, RecordSet][] => {
				const role = roles[at];
				if (!role || !SEARCHING.has(role) || !query || !records) return [];
				const part = onlyKind(query, kind);
				return [[id, part ? evaluate(index, part, context, options.cache, options.watch?.()) : RecordSet.none(index.size)]];
			})
		);
	const byKind = { headings: only('headings'), words: only('words') };
	const union = (sets: readonly (RecordSet | null | undefined)[]) => {
		const all = RecordSet.none(index.size);
		for (const set of sets) if (set) all.addAll(set);
		return all;
	};
	return groups.map((joined): KindFigures | null => {
		const of = (kind: Kind) => (joined ? union(joined.map((id) => byKind[kind].get(id))) : standings.finalWith(byKind[kind], final));
		const [headings, words] = [of('headings'), of('words')];
		const both = joined ? union(joined.map((id) => standings.recordsOf(id))) : standings.recordsOf(final);
		if (!headings || !words || !both) return null;
		const ships = (set: RecordSet) => set.countWith(marks.benchmark);
		return {
			headings: headings.count(),
			words: words.count(),
			both: both.count(),
			shared: headings.countWith(words),
			ships: [ships(headings), ships(words), ships(both)]
		};
	});
}
