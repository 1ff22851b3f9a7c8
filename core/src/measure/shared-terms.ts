/**
 * Terms that serve two concepts: a record that holds such a term meets both sides of an AND by the
 * one word, so that the AND asks for less than it seems to.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';
import { WhatIf } from './what-if.ts';
import { termsOf } from '../strategy/terms-of-lines.ts';
import { withTerm } from './why.ts';

export interface SharedTerm {
	/** Where it stands: line, and its place among the terms of that line. */
	readonly places: readonly { readonly line: string; readonly term: number }[];
	/** Records of the result that rest on it alone. */
	readonly lost: number;
}

const NOTHING: Query = { kind: 'or', parts: [] };

/**
 * @param concepts of the lines, in their order; null for a line that belongs to none
 * @param final the line that is the result
 */
export function sharedTerms(
	lines: readonly LineToEvaluate[],
	concepts: readonly (string | null)[],
	final: string,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly SharedTerm[] {
	const evaluated = evaluateStrategy(lines, index, marks, options);
	const standings = new WhatIf(evaluated, index, marks, options);
	const result = standings.recordsOf(final);
	if (!result) return [];
	const behind = standings.behind(final);
	const found = new Map<string, { line: string; term: number; concept: string }[]>();
	evaluated.forEach(({ id, query, records }, at) => {
		const concept = concepts[at] ?? null;
		if (concept === null || !query || !records || !behind.has(id)) return;
		termsOf(query).forEach((term, nth) => {
			const key = JSON.stringify(term);
			const places = found.get(key) ?? [];
			places.push({ line: id, term: nth, concept });
			found.set(key, places);
		});
	});
	const context = {
		line: (id: string) => standings.recordsOf(id) ?? RecordSet.none(index.size),
		marked: (set: keyof Marks) => marks[set]
	};
	const byId = new Map(evaluated.map((line) => [line.id, line.query]));
	return [...found.values()].flatMap((places): SharedTerm[] => {
		if (new Set(places.map((one) => one.concept)).size < 2) return [];
		const replaced = new Map<string, RecordSet>();
		for (const line of new Set(places.map((one) => one.line))) {
			// From the last place on, so that the places before stay where they are.
			const own = places.filter((one) => one.line === line).sort((a, b) => b.term - a.term);
			const without = own.reduce<Query | null>(
				(query, { term }) => query && (withTerm(query, term, () => NOTHING) ?? query),
				byId.get(line) ?? null
			);
			if (without) replaced.set(line, evaluate(index, without, context, undefined, options.watch?.()));
		}
		const after = standings.finalWith(replaced, final) ?? result;
		return [{ places: places.map(({ line, term }) => ({ line, term })), lost: result.without(after).count() }];
	});
}
