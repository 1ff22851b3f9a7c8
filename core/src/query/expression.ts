/**
 * The expression tree: what a search line means (notation.md, sections 1 to 6). Every text form
 * is a view of this tree. Places (`at`) and comments are carried along and mean nothing.
 */

export const TEXT_FIELDS = ['ti', 'ab', 'kw', 'hd', 'au', 'jn', 'af', 'all'] as const;
/** A field of a record, or `all` of them. */
export type TextField = (typeof TEXT_FIELDS)[number];

/** Where text without a field is read. */
export const DEFAULT_FIELDS: readonly TextField[] = ['ti', 'ab', 'kw'];

/** Names of the fields for people. */
export const FIELD_NAMES: Readonly<Record<TextField, string>> = {
	ti: 'title',
	ab: 'abstract',
	kw: 'author keywords',
	hd: 'heading words',
	au: 'authors',
	jn: 'journal',
	af: 'affiliations',
	all: 'all fields'
};

/** A stretch of the text: UTF-16 units from 0, end not included. */
export interface Span {
	readonly from: number;
	readonly to: number;
}

interface Base {
	/** Where the piece stands in the text that it was read from. */
	readonly at?: Span;
	/** Comments that hang on this piece: printed before it, or after it. */
	readonly comments?: readonly string[];
	readonly trailing?: readonly string[];
}

/** One word, possibly with wildcards. `text` is as typed, `pattern` folded. */
export interface Word extends Base {
	readonly kind: 'word';
	readonly text: string;
	readonly pattern: string;
}

/** Words next to each other; `x-ray` is one too. `patterns` has at least two parts. */
export interface Phrase extends Base {
	readonly kind: 'phrase';
	readonly text: string;
	readonly patterns: readonly string[];
}

export interface Junction extends Base {
	readonly kind: 'and' | 'or';
	readonly items: readonly Expression[];
}

export interface Not extends Base {
	readonly kind: 'not';
	readonly keep: Expression;
	readonly drop: Expression;
}

/** `left WITHIN/n right` or, ordered, `left BEFORE/n right`; n is a difference of positions, from 1. */
export interface Near extends Base {
	readonly kind: 'near';
	readonly ordered: boolean;
	readonly distance: number;
	readonly left: Expression;
	readonly right: Expression;
}

export interface Fielded extends Base {
	readonly kind: 'field';
	readonly fields: readonly TextField[];
	readonly of: Expression;
}

/** A heading as named in the text; `label` is null for `{* | qualifier}`. */
export interface HeadingPiece extends Base {
	readonly kind: 'heading';
	readonly vocabulary: string | null;
	readonly label: string | null;
	readonly main: boolean;
	readonly narrower: boolean;
	readonly except: readonly string[];
	readonly qualifiers: readonly string[];
}

export const LIMIT_FIELDS = ['la', 'pt', 'ag'] as const;
export type LimitField = (typeof LIMIT_FIELDS)[number];

/** What a limit asks for. Years and dates include their ends; dates are ISO. */
export type Limit =
	| { readonly type: 'years'; readonly first: number | null; readonly last: number | null }
	| { readonly type: 'last-years'; readonly count: number }
	| { readonly type: 'entered'; readonly first: string | null; readonly last: string | null }
	| { readonly type: 'entry'; readonly field: LimitField; readonly of: Expression }
	| { readonly type: 'identifier'; readonly values: readonly string[] }
	| { readonly type: 'presence'; readonly has: boolean; readonly part: 'ab' | 'hd' }
	| { readonly type: 'marked'; readonly set: MarkedSet }
	| { readonly type: 'by-hand'; readonly instruction: string };

export const MARKED_SETS = ['benchmark', 'relevant', 'irrelevant'] as const;
export type MarkedSet = (typeof MARKED_SETS)[number];

export interface LimitPiece extends Base {
	readonly kind: 'limit';
	readonly limit: Limit;
}

/** `#4`; null for a reference whose line is gone (`#?`). */
export interface LineReference extends Base {
	readonly kind: 'line';
	readonly number: number | null;
}

/** `ANY(#1-#4, #7)` or `ALL(…)`: spans of line numbers, ends included; null for a lost line. */
export interface LineList extends Base {
	readonly kind: 'lines';
	readonly mode: 'any' | 'all';
	readonly spans: readonly (readonly [number | null, number | null])[];
}

/** `@A`, or one strand of it, `@A/2`. */
export interface ConceptReference extends Base {
	readonly kind: 'concept';
	readonly letter: string;
	readonly strand: number | null;
}

export type Expression =
	| Word
	| Phrase
	| Junction
	| Not
	| Near
	| Fielded
	| HeadingPiece
	| LimitPiece
	| LineReference
	| LineList
	| ConceptReference;

/** The direct parts of an expression, left to right. */
export function partsOf(expression: Expression): readonly Expression[] {
	switch (expression.kind) {
		case 'and':
		case 'or':
			return expression.items;
		case 'not':
			return [expression.keep, expression.drop];
		case 'near':
			return [expression.left, expression.right];
		case 'field':
			return [expression.of];
		case 'limit':
			return expression.limit.type === 'entry' ? [expression.limit.of] : [];
		case 'word':
		case 'phrase':
		case 'heading':
		case 'line':
		case 'lines':
		case 'concept':
			return [];
	}
}

/** Every node of an expression, in the order of its text, each before its parts. */
export function* nodesOf(expression: Expression): Generator<Expression> {
	// A stack of its own: generators inside of generators take several times as long.
	const open = [expression];
	for (let node = open.pop(); node; node = open.pop()) {
		yield node;
		const parts = partsOf(node);
		for (let at = parts.length - 1; at >= 0; at--) open.push(parts[at] as Expression);
	}
}

/** The expression without its places, for comparing meanings and comments. */
export function withoutPlaces(expression: Expression): Expression {
	return JSON.parse(
		JSON.stringify(expression, (key, value: unknown) => (key === 'at' ? undefined : value))
	) as Expression;
}
