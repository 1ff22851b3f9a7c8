/** What candidates hold in a collection, and what each would add to a strategy. */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';
import { WhatIf } from './what-if.ts';

export interface TermFigures {
	/** Records of the collection, and the gathered ones among them. */
	readonly all: number;
	readonly held: number;
	/** By concept, records that it would add to the concept's own lines, and to the result; null where that cannot be said. */
	readonly adds: readonly ({ readonly concept: number; readonly result: number } | null)[];
}

/** A concept: all of its lines, and the one that the term would be added to with OR; null where it has none. */
export interface ConceptLines {
	readonly lines: readonly string[];
	readonly words: string | null;
	readonly headings: string | null;
}

/** Where a text word is looked for. */
const FIELDS = ['ti', 'ab', 'kw'] as const;

/** A heading `vocabulary:identifier`, or any of some phrases, in title, abstract and author keywords. */
export interface Term {
	readonly heading: string | null;
	/** Words of each variant, folded. */
	readonly variants: readonly (readonly string[])[];
}

export function termQuery({ heading, variants }: Term): Query {
	if (heading !== null) return { kind: 'assigned', headings: [heading], main: false, qualifiers: [] };
	const parts = variants.map((words): Query =>
		words.length === 1
			? { kind: 'word', fields: FIELDS, pattern: words[0] ?? '' }
			: { kind: 'phrase', fields: FIELDS, patterns: words }
	);
	return parts.length === 1 && parts[0] ? parts[0] : { kind: 'or', parts };
}

/**
 * @param final the result; null where only the collection is asked for
 * @param gathered numbers of the records that the candidates come from
 */
export function termFigures(
	lines: readonly LineToEvaluate[],
	final: string | null,
	concepts: readonly ConceptLines[],
	terms: readonly Term[],
	gathered: readonly number[],
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly TermFigures[] {
	const set = RecordSet.of(
		index.size,
		gathered.filter((number) => number < index.size)
	);
	const standings = new WhatIf(evaluateStrategy(lines, index, marks, options), index, marks, options);
	const result = final === null ? null : standings.recordsOf(final);
	const own = concepts.map(({ lines: ids }) =>
		ids.reduce((all, id) => all.or(standings.recordsOf(id) ?? RecordSet.none(index.size)), RecordSet.none(index.size))
	);
	const context = {
		line: (id: string) => standings.recordsOf(id) ?? RecordSet.none(index.size),
		marked: (name: keyof Marks) => marks[name]
	};
	return terms.map((asked) => {
		const watch = options.watch?.();
		const records = evaluate(index, termQuery(asked), context, options.cache, watch);
		return {
			all: records.count(),
			held: records.countWith(set),
			adds: concepts.map(({ words, headings }, at) => {
				const target = asked.heading === null ? (words ?? headings) : (headings ?? words);
				const held = target === null ? null : standings.recordsOf(target);
				if (final === null || target === null || !held || !result) return null;
				const more = records.without(own[at] ?? held);
				if (more.count() === 0) return { concept: 0, result: 0 };
				const after = standings.finalWith(new Map([[target, held.or(records)]]), final);
				return after && { concept: more.count(), result: after.without(result).count() };
			})
		};
	});
}
