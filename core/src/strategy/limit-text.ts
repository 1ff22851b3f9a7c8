/** A limit in the notation, from the value that a searcher has typed: nobody should have to know brackets and quotes for it. */
import { parse } from '../query/index.ts';

/** What may be limited: a limit's own field, words of a text field, a heading, or a country. */
export const LIMIT_KINDS = ['yr', 'la', 'pt', 'ag', 'en', 'has', 'jn', 'hd', 'kw', 'country'] as const;
export type LimitKind = (typeof LIMIT_KINDS)[number];

/** @returns an empty text where nothing is typed; faults are left for `parse` to say */
export function limitText(kind: LimitKind, typed: string): string {
	const value = typed.trim();
	if (value === '') return '';
	switch (kind) {
		case 'la':
		case 'pt':
		case 'ag':
			return entryLimit(kind, value);
		case 'jn':
		case 'kw':
			return textLimit(kind, value);
		case 'hd':
			return /^\{.*\}$/.test(value) ? value : `{${value}}`;
		case 'country':
			// Addresses of authors do not say where a study was done: its words are searched instead.
			return `ti+ab+kw:${hasBlanks(value) && !/["()]/.test(value) ? `"${value}"` : value}`;
		default:
			return `${kind}:${value}`;
	}
}

/** A value beside those that are typed already: any of them will do. */
export function withLimitValue(typed: string, value: string): string {
	const quoted = /^[\p{L}\p{N}]+$/u.test(value) ? value : `"${value}"`;
	return typed.trim() === '' ? quoted : `${typed.trim().replace(/^\(|\)$/g, '')} OR ${quoted}`;
}

const hasBlanks = (text: string) => /\s/.test(text);

/** The first form that is a limit: several values need a bracket, several words quotes. */
function entryLimit(code: string, value: string): string {
	const isLimit = (text: string) => {
		const { tree, faults } = parse(text);
		return tree?.kind === 'limit' && faults.length === 0;
	};
	const forms = [`${code}:${value}`, `${code}:(${value})`, `${code}:"${value.replaceAll('"', '')}"`];
	return forms.find(isLimit) ?? `${code}:${value}`;
}

/** Several alternatives in a bracket, anything else of several words as a phrase. */
function textLimit(code: string, value: string): string {
	if (/\sOR\s/.test(value)) return `${code}:${/^\(.*\)$/.test(value) ? value : `(${value})`}`;
	return hasBlanks(value) && !/["()]/.test(value) ? `${code}:"${value}"` : `${code}:${value}`;
}
