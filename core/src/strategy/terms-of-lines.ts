/** The terms of a line (words, phrases, proximities, headings), in its text and in its query, one by one. */
import { evaluate, RecordSet, WorkCeiling, type CollectionIndex } from '../collection/index.ts';
import { partsOf, type Expression, type Query, type Span } from '../query/index.ts';
import type { EvaluateOptions, LineToEvaluate } from './evaluate.ts';

const TEXT: ReadonlySet<string> = new Set(['word', 'phrase', 'near', 'either']);

/** The terms of a query from left to right; a proximity is one term, and so is a heading. */
export function termsOf(query: Query): readonly Query[] {
	if (TEXT.has(query.kind) || query.kind === 'assigned') return [query];
	if (query.kind === 'and' || query.kind === 'or') return query.parts.flatMap((part) => termsOf(part));
	return query.kind === 'not' ? [...termsOf(query.keep), ...termsOf(query.drop)] : [];
}

/** Where the terms of a tree stand in the text that it was read from, in the order of {@link termsOf}. */
export function termPlaces(tree: Expression): readonly Span[] {
	if (tree.kind === 'word' || tree.kind === 'phrase' || tree.kind === 'near' || tree.kind === 'heading')
		return [spanOf(tree)];
	// The words of a limit are the limit's own.
	return tree.kind === 'limit' ? [] : partsOf(tree).flatMap((part) => termPlaces(part));
}

/** From the first to the last place of a piece and all that stands in it. */
function spanOf(tree: Expression): Span {
	const inner = partsOf(tree).map(spanOf);
	const from = Math.min(...inner.map((one) => one.from), tree.at?.from ?? Infinity);
	const to = Math.max(...inner.map((one) => one.to), tree.at?.to ?? 0);
	return { from: Number.isFinite(from) ? from : 0, to };
}

/** The terms that a line stands on, over all lines between, each once. What a NOT takes out is none. */
export function queryTerms(
	lines: readonly { readonly id: string; readonly query: Query | null }[],
	id: string
): readonly Query[] {
	const byId = new Map(lines.map((line) => [line.id, line.query]));
	const found = new Map<string, Query>();
	const seen = new Set<string>();
	const walk = (part: Query): void => {
		if (part.kind === 'and' || part.kind === 'or') part.parts.forEach(walk);
		else if (part.kind === 'not') walk(part.keep);
		else if (part.kind === 'line') {
			const inner = part.id === null || seen.has(part.id) ? null : byId.get(part.id);
			if (part.id !== null) seen.add(part.id);
			if (inner) walk(inner);
		} else if (TEXT.has(part.kind) || part.kind === 'assigned') found.set(JSON.stringify(part), part);
	};
	walk({ kind: 'line', id });
	return [...found.values()];
}

/** Per line, the places among its terms of those that no record of the collection holds. */
export function emptyTerms(
	lines: readonly LineToEvaluate[],
	index: CollectionIndex,
	options: EvaluateOptions = {}
): number[][] {
	const context = { line: () => RecordSet.none(index.size), marked: () => RecordSet.none(index.size) };
	return lines.map(({ query, off }) => {
		if (!query || off) return [];
		return termsOf(query).flatMap((one, at) => {
			try {
				return evaluate(index, one, context, options.cache, options.watch?.()).isEmpty() ? [at] : [];
			} catch (error) {
				// What is too much work to count is not said to be empty.
				if (error instanceof WorkCeiling) return [];
				throw error;
			}
		});
	});
}
