/**
 * Whether one query retrieves everything that another can ever retrieve, whatever the collection
 * (notation.md, section 7). Sound: a yes is always right; a no may only mean that no rule here shows it.
 */
import { includesPattern } from '../text/index.ts';
import type { IndexedField, Query, SpanQuery } from './bind.ts';

/** The query of another line, by its identity; null where it has none. */
export type LineQuery = (id: string) => Query | null;

const DEPTH = 200;

export function covers(wide: Query, narrow: Query, line: LineQuery = () => null, depth = 0): boolean {
	if (depth > DEPTH) return false;
	const inner = (a: Query, b: Query) => covers(a, b, line, depth + 1);
	// The commonest case: lists of words are compared each with each.
	if (wide.kind === 'word' && narrow.kind === 'word')
		return includesPattern(wide.pattern, narrow.pattern) && withinFields(wide.fields, narrow.fields);
	if (isSame(wide, narrow)) return true;
	if (wide.kind === 'by-hand') return true;
	// What a line stands for.
	if (narrow.kind === 'line') {
		const query = narrow.id === null ? null : line(narrow.id);
		if (query && inner(wide, query)) return true;
	}
	if (wide.kind === 'line') {
		const query = wide.id === null ? null : line(wide.id);
		return query !== null && inner(query, narrow);
	}
	// First what must hold for every part, then what holds for one.
	if (narrow.kind === 'or') return narrow.parts.every((part) => inner(wide, part));
	if (wide.kind === 'and') return wide.parts.every((part) => inner(part, narrow));
	if (wide.kind === 'not')
		return narrow.kind === 'not'
			? inner(wide.keep, narrow.keep) && inner(narrow.drop, wide.drop)
			: narrow.kind === 'and' && narrow.parts.some((part) => inner(wide, part));
	if (wide.kind === 'or' && wide.parts.some((part) => inner(part, narrow))) return true;
	if (narrow.kind === 'and') return narrow.parts.some((part) => inner(wide, part));
	if (narrow.kind === 'not') return inner(wide, narrow.keep);
	if (isSpans(narrow)) {
		if (narrow.kind === 'either' && narrow.sides.every((side) => inner(wide, side))) return true;
		return isSpans(wide)
			? withinFields(wide.fields, narrow.fields) && coversSpans(wide, narrow)
			: wide.kind === 'presence' && wide.has && presenceOf(wide.part, narrow.fields);
	}
	return coversFacts(wide, narrow);
}

/** Deep equality that ends at the first difference: thousands of terms are compared with each other. */
function isSame(one: unknown, other: unknown): boolean {
	if (one === other) return true;
	if (
		typeof one !== 'object' ||
		typeof other !== 'object' ||
		one === null ||
		other === null ||
		Array.isArray(one) !== Array.isArray(other)
	)
		return false;
	const [left, right] = [one as Readonly<Record<string, unknown>>, other as Readonly<Record<string, unknown>>];
	for (const key in left) if (!isSame(left[key], right[key])) return false;
	for (const key in right) if (!(key in left) && right[key] !== undefined) return false;
	return true;
}

const isSpans = (query: Query): query is SpanQuery =>
	query.kind === 'word' || query.kind === 'phrase' || query.kind === 'near' || query.kind === 'either';
const withinFields = (wide: readonly IndexedField[], narrow: readonly IndexedField[]) =>
	narrow.every((field) => wide.includes(field));
/** A word of the abstract needs an abstract; one of the heading words, headings. */
const presenceOf = (part: 'ab' | 'hd', fields: readonly IndexedField[]) =>
	fields.length > 0 && fields.every((field) => field === part);

/** Every record with a span of `narrow` has one of `wide`; the fields are known to fit. */
function coversSpans(wide: SpanQuery, narrow: SpanQuery): boolean {
	if (narrow.kind === 'either') return narrow.sides.every((side) => coversSpans(wide, side));
	if (wide.kind === 'either') return wide.sides.some((side) => coversSpans(side, narrow));
	// The words of both sides stand in the same entry as they do.
	if (narrow.kind === 'near' && (coversSpans(wide, narrow.left) || coversSpans(wide, narrow.right))) return true;
	switch (wide.kind) {
		case 'word':
			return patternsOf(narrow).some((pattern) => includesPattern(wide.pattern, pattern));
		case 'phrase': {
			const run = patternsOf(narrow);
			return run.some((_, from) =>
				wide.patterns.every(
					(pattern, at) => run[from + at] !== undefined && includesPattern(pattern, run[from + at] ?? '')
				)
			);
		}
		case 'near':
			return narrow.kind === 'near'
				? sameSpans(wide, narrow)
				: narrow.kind === 'phrase' && nearInPhrase(wide, narrow.patterns);
	}
}

/** The patterns of a word or phrase, in their order; nothing for what has no fixed order. */
function patternsOf(query: SpanQuery): readonly string[] {
	return query.kind === 'word' ? [query.pattern] : query.kind === 'phrase' ? query.patterns : [];
}

/** Two plain words that stand near enough to each other inside a phrase. */
function nearInPhrase(wide: SpanQuery & { kind: 'near' }, patterns: readonly string[]): boolean {
	const { left, right, distance, ordered } = wide;
	if (left.kind !== 'word' || right.kind !== 'word') return false;
	return patterns.some((first, at) =>
		patterns.some((second, to) => {
			const apart = to - at;
			return (
				apart !== 0 &&
				Math.abs(apart) <= distance &&
				(!ordered || apart > 0) &&
				includesPattern(left.pattern, first) &&
				includesPattern(right.pattern, second)
			);
		})
	);
}

/** Every span of `narrow`, from its first token to its last, is a span of `wide`: what distances are counted from. */
function sameSpans(wide: SpanQuery, narrow: SpanQuery): boolean {
	if (narrow.kind === 'either') return narrow.sides.every((side) => sameSpans(wide, side));
	if (wide.kind === 'either') return wide.sides.some((side) => sameSpans(side, narrow));
	if (wide.kind === 'near') {
		if (narrow.kind !== 'near' || wide.distance < narrow.distance || (wide.ordered && !narrow.ordered)) return false;
		if (sameSpans(wide.left, narrow.left) && sameSpans(wide.right, narrow.right)) return true;
		return !wide.ordered && sameSpans(wide.left, narrow.right) && sameSpans(wide.right, narrow.left);
	}
	const [outer, inner] = [patternsOf(wide), patternsOf(narrow)];
	return (
		outer.length > 0 &&
		outer.length === inner.length &&
		outer.every((pattern, at) => includesPattern(pattern, inner[at] ?? ''))
	);
}

type Facts = Exclude<Query, SpanQuery | { kind: 'and' | 'or' | 'not' | 'line' | 'by-hand' }>;

/** Headings and limits. */
function coversFacts(wide: Query, narrow: Query): boolean {
	const asked = narrow as Facts;
	switch (asked.kind) {
		case 'assigned': {
			if (wide.kind === 'presence') return wide.has && wide.part === 'hd';
			if (wide.kind !== 'assigned') return false;
			if (wide.vocabulary !== undefined) {
				const inside = `${wide.vocabulary}:`;
				if (
					asked.headings === null
						? asked.vocabulary !== wide.vocabulary
						: !asked.headings.every((key) => key.startsWith(inside))
				)
					return false;
			}
			const own = new Set(wide.headings);
			if (wide.headings !== null && (asked.headings === null || !asked.headings.every((key) => own.has(key))))
				return false;
			if (wide.main && !asked.main) return false;
			return (
				wide.qualifiers.length === 0 ||
				(asked.qualifiers.length > 0 && asked.qualifiers.every((one) => wide.qualifiers.includes(one)))
			);
		}
		case 'years':
			return (
				wide.kind === 'years' &&
				(wide.first ?? 0) <= (asked.first ?? 0) &&
				(wide.last ?? Infinity) >= (asked.last ?? Infinity)
			);
		case 'entered':
			return (
				wide.kind === 'entered' &&
				(wide.first === null || (asked.first !== null && wide.first <= asked.first)) &&
				(wide.last === null || (asked.last !== null && wide.last >= asked.last))
			);
		case 'entry':
			return (
				wide.kind === 'entry' &&
				wide.field === asked.field &&
				wide.patterns.length === asked.patterns.length &&
				wide.patterns.every((pattern, at) => includesPattern(pattern, asked.patterns[at] ?? ''))
			);
		case 'identifier': {
			if (wide.kind !== 'identifier') return false;
			const normal = (value: string) => value.trim().toLowerCase();
			const own = new Set(wide.values.map(normal));
			return asked.values.every((value) => own.has(normal(value)));
		}
		default:
			return false;
	}
}
