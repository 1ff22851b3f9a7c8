/**
 * Why a record is in the result, or is not: for every side of the result the terms that hold it,
 * and what taking each away, or reading it in titles only, would cost.
 */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { beamSides } from './beam.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';
import { WhatIf } from './what-if.ts';
import { termsOf } from '../strategy/terms-of-lines.ts';

export interface AdmittingTerm {
	readonly line: string;
	/** Its place among the terms of the line, from 0 (terms-of-lines.ts). */
	readonly term: number;
	/** Records that the result would lose without it, this one among them or not. */
	readonly lost: number;
	/** Records that the result would gain without it: it stands behind a NOT. */
	readonly gained: number;
	readonly losesThis: boolean;
	/** Records lost if it were read in titles only; null for a heading and for what is read there already. */
	readonly inTitles: number | null;
}

export interface AdmittingSide {
	/** The lines that this side stands on directly. */
	readonly lines: readonly string[];
	readonly out: boolean;
	/** True where the side lets the record through. */
	readonly passes: boolean;
	readonly terms: readonly AdmittingTerm[];
}

export interface Admission {
	readonly inResult: boolean;
	readonly sides: readonly AdmittingSide[];
}

const NOTHING: Query = { kind: 'or', parts: [] };

/** The query with its n-th term changed; null where it has none. */
export function withTerm(query: Query, nth: number, change: (term: Query) => Query): Query | null {
	let left = nth;
	let met = false;
	const walk = (part: Query): Query => {
		const count = termsOf(part).length;
		if (met || left >= count) {
			left -= met ? 0 : count;
			return part;
		}
		if (part.kind === 'and' || part.kind === 'or') return { kind: part.kind, parts: part.parts.map(walk) };
		if (part.kind === 'not') {
			const keep = walk(part.keep);
			return { kind: 'not', keep, drop: walk(part.drop) };
		}
		met = true;
		return change(part);
	};
	const changed = walk(query);
	return met ? changed : null;
}

/** A text term read in titles only; null for anything else, and for what is read there already. */
function inTitles(term: Query): Query | null {
	switch (term.kind) {
		case 'word':
		case 'phrase':
			return term.fields.length === 1 && term.fields[0] === 'ti' ? null : { ...term, fields: ['ti'] };
		case 'near': {
			const [left, right] = [inTitles(term.left), inTitles(term.right)];
			return left && right ? ({ ...term, fields: ['ti'], left, right } as Query) : null;
		}
		case 'either': {
			const sides = term.sides.map(inTitles);
			return sides.every((side) => side !== null) ? ({ ...term, fields: ['ti'], sides } as Query) : null;
		}
		default:
			return null;
	}
}

/** @returns null where the line is not counted */
export function explainRecord(
	lines: readonly LineToEvaluate[],
	final: string,
	record: number,
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): Admission | null {
	const evaluated = evaluateStrategy(lines, index, marks, options);
	const result = evaluated.find((line) => line.id === final);
	if (!result?.query || !result.records) return null;
	const whole = result.records;
	const standings = new WhatIf(evaluated, index, marks, options);
	const byId = new Map(evaluated.map((line) => [line.id, line]));
	const context = {
		line: (id: string) => standings.recordsOf(id) ?? RecordSet.none(index.size),
		marked: (set: keyof Marks) => marks[set]
	};
	const ask = (query: Query) => evaluate(index, query, context, options.cache, options.watch?.());
	const costOf = (line: string, query: Query) => {
		const after = standings.finalWith(new Map([[line, ask(query)]]), final) ?? whole;
		return { lost: whole.without(after), gained: after.without(whole) };
	};
	const termsIn = (line: string, seen: Set<string>): AdmittingTerm[] => {
		const query = byId.get(line)?.query;
		if (!query || seen.has(line)) return [];
		seen.add(line);
		const own = termsOf(query).flatMap((one, nth): AdmittingTerm[] => {
			if (!ask(one).has(record)) return [];
			const without = withTerm(query, nth, () => NOTHING);
			const titles = inTitles(one);
			const narrowed = titles && withTerm(query, nth, () => titles);
			const cost = without ? costOf(line, without) : null;
			return [
				{
					line,
					term: nth,
					lost: cost?.lost.count() ?? 0,
					gained: cost?.gained.count() ?? 0,
					losesThis: cost?.lost.has(record) ?? false,
					inTitles: narrowed ? costOf(line, narrowed).lost.count() : null
				}
			];
		});
		return [...own, ...usedIn(query).flatMap((used) => (context.line(used).has(record) ? termsIn(used, seen) : []))];
	};
	const seen = new Set<string>();
	const sides = beamSides(result.query, (id) => byId.get(id)?.query ?? null).map(
		({ query, out, of }): AdmittingSide => {
			const holds = ask(query).has(record);
			const used = usedIn(query);
			// A side that is written in the result's own line has its terms there.
			const terms = used.length > 0 ? used.flatMap((line) => termsIn(line, seen)) : termsIn(of ?? final, seen);
			return { lines: used.length > 0 ? used : [of ?? final], out, passes: holds !== out, terms };
		}
	);
	return { inResult: whole.has(record), sides };
}

function usedIn(query: Query): readonly string[] {
	if (query.kind === 'line') return query.id === null ? [] : [query.id];
	if (query.kind === 'and' || query.kind === 'or') return query.parts.flatMap(usedIn);
	return query.kind === 'not' ? [...usedIn(query.keep), ...usedIn(query.drop)] : [];
}
