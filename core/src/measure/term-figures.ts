/** What candidates hold in a collection, and what each would add to a strategy. */
import { evaluate, RecordSet, type CollectionIndex } from '../collection/index.ts';
import type { Query } from '../query/index.ts';
import { evaluateStrategy, type EvaluateOptions, type LineToEvaluate, type Marks } from '../strategy/evaluate.ts';
import { homeOf } from './home.ts';
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

/** A strategy that terms are tried in. */
class Trials {
	readonly standings: WhatIf;
	/** Records of the result; null where there is none, or it cannot be counted. */
	readonly result: RecordSet | null;
	/** By concept, the records of all of its lines. */
	readonly own: readonly RecordSet[];
	private readonly context: Parameters<typeof evaluate>[2];

	constructor(
		lines: readonly LineToEvaluate[],
		readonly final: string | null,
		private readonly concepts: readonly ConceptLines[],
		private readonly index: CollectionIndex,
		marks: Marks,
		private readonly options: EvaluateOptions
	) {
		const none = RecordSet.none(index.size);
		const standings = new WhatIf(evaluateStrategy(lines, index, marks, options), index, marks, options);
		this.standings = standings;
		this.result = final === null ? null : standings.recordsOf(final);
		this.own = concepts.map(({ lines: ids }) => ids.reduce((all, id) => all.or(standings.recordsOf(id) ?? none), none));
		this.context = { line: (id) => standings.recordsOf(id) ?? none, marked: (name) => marks[name] };
	}

	recordsOf(term: Term): RecordSet {
		return evaluate(this.index, termQuery(term), this.context, this.options.cache, this.options.watch?.());
	}

	/** The line of a concept that a term would be added to, with its records; null where there is none. */
	targetOf(term: Term, concept: number): { readonly line: string; readonly records: RecordSet } | null {
		const { words = null, headings = null } = this.concepts[concept] ?? {};
		const line = term.heading === null ? (words ?? headings) : (headings ?? words);
		const records = line === null ? null : this.standings.recordsOf(line);
		return line !== null && records ? { line, records } : null;
	}

	/** What a concept and the result would gain; null where that cannot be said. */
	adds(term: Term, records: RecordSet, concept: number): TermFigures['adds'][number] {
		const target = this.targetOf(term, concept);
		if (this.final === null || !target || !this.result) return null;
		const more = records.without(this.own[concept] ?? target.records);
		if (more.count() === 0) return { concept: 0, result: 0 };
		const after = this.standings.finalWith(new Map([[target.line, target.records.or(records)]]), this.final);
		return after && { concept: more.count(), result: after.without(this.result).count() };
	}
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
	const trials = new Trials(lines, final, concepts, index, marks, options);
	return terms.map((asked) => {
		const records = trials.recordsOf(asked);
		return {
			all: records.count(),
			held: records.countWith(set),
			adds: concepts.map((_, at) => trials.adds(asked, records, at))
		};
	});
}

/**
 * What the result gains when terms are added one behind the other, each to the concept that it belongs to.
 * @returns for each term, how many records the result has then that it does not have now; none where there is no result
 */
export function gainCurve(
	lines: readonly LineToEvaluate[],
	final: string,
	concepts: readonly ConceptLines[],
	terms: readonly Term[],
	index: CollectionIndex,
	marks: Marks,
	options: EvaluateOptions = {}
): readonly number[] {
	const trials = new Trials(lines, final, concepts, index, marks, options);
	const { result, standings } = trials;
	if (!result) return [];
	const changed = new Map<string, RecordSet>();
	let gained = 0;
	return terms.map((asked) => {
		const records = trials.recordsOf(asked);
		const target = trials.targetOf(asked, homeOf(concepts.map((_, at) => trials.adds(asked, records, at))));
		if (!target) return gained;
		changed.set(target.line, (changed.get(target.line) ?? target.records).or(records));
		gained = standings.finalWith(changed, final)?.without(result).count() ?? gained;
		return gained;
	});
}
