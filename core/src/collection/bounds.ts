/**
 * Evaluating an AND or a NOT by looking only where it matters. Sets alone give two bounds of every
 * part: records that it surely has, and records that it can have at all (those that hold all words
 * of a phrase, say). Only where the whole is still open between them are places read.
 */
import type { Query, SpanQuery } from '../query/index.ts';
import type { CollectionIndex } from './collection-index.ts';
import type { Watch } from './watch.ts';
import { RecordSet } from './record-set.ts';
import { addWord, candidatesOf, spansAmong } from './spans.ts';
import { WordMemo } from './word-memo.ts';

/** Which parts have a known answer: cheap ones, and whatever has been evaluated before. */
export interface KnownResults {
	/** The exact records of a part, where they can be had without reading places; else null. */
	exact(query: Query): RecordSet | null;
	/** True where its records have been found before. */
	has(query: Query): boolean;
}

interface Bounds {
	/** Records that it surely has. */
	readonly lower: RecordSet;
	/** Records that it can have; the same set as `lower` where the answer is known. */
	readonly upper: RecordSet;
}

export function evaluateWithin(index: CollectionIndex, query: Query, known: KnownResults, watch?: Watch): RecordSet {
	const bounds = new Map<Query, Bounds>();
	const words = new WordMemo(index);
	const nothing = RecordSet.none(index.size);
	const { lower, upper } = boundsOf(query);
	return lower === upper ? lower : refined(query, upper);

	function boundsOf(part: Query): Bounds {
		const found = fresh(part);
		bounds.set(part, found);
		return found;
	}

	function fresh(part: Query): Bounds {
		const exact = known.exact(part);
		if (exact) return { lower: exact, upper: exact };
		switch (part.kind) {
			case 'and':
				return part.parts
					.map(boundsOf)
					.reduce((a, b) => ({ lower: a.lower.and(b.lower), upper: a.upper.and(b.upper) }));
			case 'or':
				return joined(part.parts);
			case 'not': {
				const keep = boundsOf(part.keep);
				const drop = boundsOf(part.drop);
				return { lower: keep.lower.without(drop.upper), upper: keep.upper.without(drop.lower) };
			}
			default:
				return { lower: nothing, upper: candidatesOf(words, part as SpanQuery, watch) };
		}
	}

	/** The bounds of an OR; exact where all its parts are. Plain words are marked where they belong, without a set of their own. */
	function joined(parts: readonly Query[]): Bounds {
		const lower = RecordSet.none(index.size);
		const open: Bounds[] = [];
		for (const part of parts) {
			if (part.kind === 'word' && !known.has(part)) {
				addWord(words, part, lower, watch);
				bounds.set(part, { lower, upper: lower });
				continue;
			}
			const own = boundsOf(part);
			if (own.lower !== nothing) lower.addAll(own.lower);
			if (own.lower !== own.upper) open.push(own);
		}
		if (open.length === 0) return { lower, upper: lower };
		const upper = lower.copy();
		for (const one of open) upper.addAll(one.upper);
		return { lower, upper };
	}

	/** The records of a part, right wherever `open` has a record; elsewhere it may leave some out. */
	function refined(part: Query, open: RecordSet): RecordSet {
		const { lower, upper } = bounds.get(part) as Bounds;
		if (lower === upper) return lower;
		if (isSpans(part)) {
			const found = RecordSet.none(index.size);
			spansAmong(words, part, upper, open, (record) => found.add(record), watch);
			return found;
		}
		const unsure = upper.without(lower);
		unsure.keepOnly(open);
		if (unsure.isEmpty()) return lower;
		switch (part.kind) {
			case 'and': {
				// What one side refuses need not be asked of the next.
				for (const one of part.parts) unsure.keepOnly(refined(one, unsure));
				unsure.addAll(lower);
				return unsure;
			}
			case 'or': {
				const found = lower.copy();
				for (const one of part.parts) {
					const { lower: sure, upper: possible } = bounds.get(one) as Bounds;
					if (sure === possible) continue;
					const meet = (record: number) => {
						found.add(record);
						unsure.drop(record);
					};
					if (isSpans(one)) spansAmong(words, one, possible, unsure, meet, watch);
					else for (const record of refined(one, unsure).and(unsure)) meet(record);
				}
				return found;
			}
			case 'not':
				return lower.or(refined(part.keep, unsure).without(refined(part.drop, unsure)).and(unsure));
			default:
				throw new Error(`${part.kind} has no bounds`);
		}
	}
}

const isSpans = (query: Query): query is SpanQuery =>
	query.kind === 'word' || query.kind === 'phrase' || query.kind === 'near' || query.kind === 'either';
