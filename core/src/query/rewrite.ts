/** Operations on trees that change the form and never the meaning: flatten, distribute, fewest brackets, wildcards written out. */
import type { Expression, Phrase, Word } from './expression.ts';
import { hasErrors } from './fault.ts';
import { parse } from './parse.ts';

/** An OR inside an OR, and an AND inside an AND, opened; junctions of one side are that side. */
export function flatten(expression: Expression): Expression {
	switch (expression.kind) {
		case 'and':
		case 'or': {
			const items = expression.items
				.map(flatten)
				.flatMap((item) => (item.kind === expression.kind ? withCommentsOf(item, item.items) : [item]));
			const [only] = items;
			return items.length === 1 && only ? (withCommentsOf(expression, [only])[0] ?? only) : { ...expression, items };
		}
		case 'not':
			return { ...expression, keep: flatten(expression.keep), drop: flatten(expression.drop) };
		case 'near':
			return { ...expression, left: flatten(expression.left), right: flatten(expression.right) };
		case 'field':
			return { ...expression, of: flatten(expression.of) };
		case 'limit':
			return expression.limit.type === 'entry'
				? { ...expression, limit: { ...expression.limit, of: flatten(expression.limit.of) } }
				: expression;
		default:
			return expression;
	}
}

/** Comments of a bracket that is opened hang on its first piece. */
function withCommentsOf(outer: Expression, items: readonly Expression[]): readonly Expression[] {
	const [first, ...rest] = items;
	const comments = [...(outer.comments ?? []), ...(first?.comments ?? [])];
	return first && comments.length > 0 ? [{ ...first, comments }, ...rest] : items;
}

/** Junctions and pieces that may stand beside an OR without brackets. */
const BESIDE_OR: ReadonlySet<Expression['kind']> = new Set([
	'or',
	'word',
	'phrase',
	'heading',
	'field',
	'line',
	'lines',
	'concept'
]);

/**
 * The text of a line with another term, joined with OR: what the line retrieves stays, and the term's records come on top.
 * @returns null where the text cannot be read
 */
export function withAlternative(text: string, term: string): string | null {
	if (text.trim() === '') return term;
	const { tree, faults } = parse(text);
	if (!tree || hasErrors(faults)) return null;
	return BESIDE_OR.has(tree.kind) ? `${text.trimEnd()} OR ${term}` : `(${text.trim()}) OR ${term}`;
}

export type Distributed =
	{ readonly ok: true; readonly expression: Expression } | { readonly ok: false; readonly message: string };

/** Most terms that distributing may make. */
export const DISTRIBUTE_CEILING = 2_000;

/**
 * ORs drawn out of proximity and out of fields: `(a OR b) WITHIN/3 c` becomes
 * `(a WITHIN/3 c) OR (b WITHIN/3 c)`; notation.md, section 2: "OR distributes".
 */
export function distribute(expression: Expression, ceiling = DISTRIBUTE_CEILING): Distributed {
	class TooMany extends Error {}
	const sides = (near: Expression): readonly Expression[] => {
		const inner = draw(near);
		return inner.kind === 'or' ? inner.items : [inner];
	};
	const draw = (part: Expression): Expression => {
		switch (part.kind) {
			case 'and':
			case 'or':
				return flatten({ ...part, items: part.items.map(draw) });
			case 'not':
				return { ...part, keep: draw(part.keep), drop: draw(part.drop) };
			case 'near': {
				const lefts = sides(part.left);
				const rights = sides(part.right);
				if (lefts.length * rights.length > ceiling) throw new TooMany();
				const items = lefts.flatMap((left) => rights.map((right): Expression => ({ ...part, left, right })));
				const [only] = items;
				return items.length === 1 && only ? only : { kind: 'or', items };
			}
			case 'field': {
				const inner = draw(part.of);
				if (inner.kind !== 'or' && inner.kind !== 'and') return { ...part, of: inner };
				return {
					kind: inner.kind,
					items: inner.items.map((of): Expression => draw({ kind: 'field', fields: part.fields, of }))
				};
			}
			default:
				return part;
		}
	};
	try {
		return { ok: true, expression: draw(expression) };
	} catch (error) {
		if (!(error instanceof TooMany)) throw error;
		return {
			ok: false,
			message: `Written out, this would have more than ${ceiling.toLocaleString('en')} pairs. Spread the line first.`
		};
	}
}

export interface WrittenOut {
	readonly expression: Expression;
	/** Patterns whose list was cut at the ceiling, or that match nothing; these keep their wildcard. */
	readonly kept: readonly string[];
}

/**
 * Words with wildcards written out as the words that they stand for in a list.
 * @param variants the words that a pattern matches, commonest first
 * @param most a pattern with more variants keeps its wildcard
 */
export function writeOut(
	expression: Expression,
	variants: (pattern: string) => readonly string[],
	most: number
): WrittenOut {
	const kept = new Set<string>();
	const options = (pattern: string): readonly string[] | null => {
		if (!/[*?~]/.test(pattern)) return [pattern];
		const words = variants(pattern);
		if (words.length > 0 && words.length <= most) return words;
		kept.add(pattern);
		return null;
	};
	const either = (items: readonly Expression[]): Expression =>
		items.length === 1 && items[0] ? items[0] : { kind: 'or', items };
	const word = (piece: Word): Expression =>
		either(
			(options(piece.pattern) ?? [piece.pattern]).map((text): Expression =>
				text === piece.pattern ? piece : { kind: 'word', text, pattern: text }
			)
		);
	const phrase = (piece: Phrase): Expression => {
		const parts = piece.patterns.map((pattern) => options(pattern) ?? [pattern]);
		if (parts.reduce((product, one) => product * one.length, 1) > most) {
			for (const pattern of piece.patterns) if (/[*?~]/.test(pattern)) kept.add(pattern);
			return piece;
		}
		const rows = parts.reduce<readonly (readonly string[])[]>(
			(rows, words) => rows.flatMap((row) => words.map((one) => [...row, one])),
			[[]]
		);
		return either(rows.map((patterns): Expression => ({ kind: 'phrase', text: patterns.join(' '), patterns })));
	};
	const write = (part: Expression): Expression => {
		switch (part.kind) {
			case 'word':
				return word(part);
			case 'phrase':
				return phrase(part);
			case 'and':
			case 'or':
				return { ...part, items: part.items.map(write) };
			case 'not':
				return { ...part, keep: write(part.keep), drop: write(part.drop) };
			case 'near':
				return { ...part, left: write(part.left), right: write(part.right) };
			case 'field':
				return { ...part, of: write(part.of) };
			default:
				return part;
		}
	};
	return { expression: flatten(write(expression)), kept: [...kept] };
}
