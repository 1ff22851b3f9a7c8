/** Writing an expression in the notation, canonically: `parse(print(e)).tree` is `e`. */
import { LRUCache } from 'lru-cache';
import type { Expression, HeadingPiece, Limit } from './expression.ts';
import { standsUnquoted } from './parse-terms.ts';

/** The canonical text of an expression, on one line. */
export function print(expression: Expression): string {
	return printIn(expression, false);
}

/** @param bound true where the text must bind as one piece, in brackets if it has an operator */
function printIn(expression: Expression, bound: boolean): string {
	const bracketed = (text: string) => (bound ? `(${text})` : text);
	const commented = (text: string) => {
		const before = (expression.comments ?? []).map((comment) => `/* ${comment} */ `).join('');
		const after = (expression.trailing ?? []).map((comment) => ` /* ${comment} */`).join('');
		return before + text + after;
	};
	switch (expression.kind) {
		case 'word':
			return commented(printTerm(expression.text));
		case 'phrase':
			return commented(printTerm(expression.text));
		case 'and':
		case 'or':
			return bracketed(expression.items.map((item) => printIn(item, true)).join(` ${expression.kind.toUpperCase()} `));
		case 'not':
			return bracketed(`${printIn(expression.keep, true)} NOT ${printIn(expression.drop, true)}`);
		case 'near':
			return bracketed(
				`${printIn(expression.left, true)} ${expression.ordered ? 'BEFORE' : 'WITHIN'}/${expression.distance} ${printIn(expression.right, true)}`
			);
		case 'field':
			return `${expression.fields.join('+')}:${printIn(expression.of, true)}`;
		case 'heading':
			return commented(printHeading(expression));
		case 'limit':
			return commented(printLimit(expression.limit));
		case 'line':
			return commented(printLine(expression.number));
		case 'lines':
			return commented(
				`${expression.mode.toUpperCase()}(${expression.spans
					.map(([first, last]) => (first === last ? printLine(first) : `${printLine(first)}-${printLine(last)}`))
					.join(', ')})`
			);
		case 'concept':
			return commented(`@${expression.letter}${expression.strand === null ? '' : `/${expression.strand}`}`);
	}
}

const printLine = (number: number | null) => `#${number ?? '?'}`;

/** Terms printed before: whether one stands without quotes takes a look at each of its characters, and strategies are printed over and over. */
const printed = new LRUCache<string, string>({ max: 50_000 });

export function printTerm(text: string): string {
	const known = printed.get(text);
	if (known !== undefined) return known;
	const term = standsUnquoted(text) && !/^(any|all|within|before)$/i.test(text) ? text : `"${text}"`;
	if (text.length < 200) printed.set(text, term);
	return term;
}

const QUOTES = /["\u201C\u201D\u201E\u201F]/g;
const MUST_QUOTE = /[:;>|"{}\u201C\u201D\u201E\u201F]|^!|^\*$| except /i;

/** A label as it stands inside braces. */
export function printLabel(label: string): string {
	return MUST_QUOTE.test(label) ? `"${label.replace(QUOTES, '""')}"` : label;
}

function printHeading(heading: HeadingPiece): string {
	const vocabulary = heading.vocabulary === null ? '' : `${heading.vocabulary}:`;
	const label = heading.label === null ? '*' : printLabel(heading.label);
	const narrower = heading.narrower ? ' >' : '';
	const except = heading.except.length > 0 ? ` except ${heading.except.map(printLabel).join('; ')}` : '';
	const qualifiers = heading.qualifiers.length > 0 ? ` | ${heading.qualifiers.map(printLabel).join('; ')}` : '';
	return `{${heading.main ? '!' : ''}${vocabulary}${label}${narrower}${except}${qualifiers}}`;
}

function printIdentifier(value: string): string {
	return /[\s()"\u201C\u201D{}]|^OR$/.test(value) ? `"${value}"` : value;
}

function printLimit(limit: Limit): string {
	switch (limit.type) {
		case 'years':
			if (limit.first === limit.last) return `yr:${limit.first ?? ''}`;
			return `yr:${limit.first ?? ''}-${limit.last ?? ''}`;
		case 'last-years':
			return `yr:last${limit.count}`;
		case 'entered':
			return limit.first !== null && limit.first === limit.last
				? `en:${limit.first}`
				: `en:${limit.first ?? ''}..${limit.last ?? ''}`;
		case 'entry':
			return `${limit.field}:${printIn(limit.of, true)}`;
		case 'identifier':
			return limit.values.length === 1
				? `id:${printIdentifier(limit.values[0] ?? '')}`
				: `id:(${limit.values.map(printIdentifier).join(' OR ')})`;
		case 'presence':
			return `${limit.has ? 'has' : 'lacks'}:${limit.part}`;
		case 'marked':
			return `set:${limit.set}`;
		case 'by-hand':
			return `hand:"${limit.instruction}"`;
	}
}
