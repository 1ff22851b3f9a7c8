/** Patterns of a profile, cut into literal text and slots, for writing and for reading alike. */
import { LRUCache } from 'lru-cache';

export interface Literal {
	readonly literal: string;
}
export interface Slot {
	readonly slot: string;
}
export type TemplatePart = Slot | Literal;
export type Template = readonly TemplatePart[];

const kept = new LRUCache<string, Template>({ max: 2_000 });

/** `%{text}.%{code}.` as slot, literal, slot, literal. */
export function templateOf(pattern: string): Template {
	let parts = kept.get(pattern);
	if (!parts) {
		parts = pattern
			.split(/(%\{\w+\})/)
			.filter((one) => one !== '')
			.map((one): TemplatePart => (/^%\{\w+\}$/.test(one) ? { slot: one.slice(2, -1) } : { literal: one }));
		kept.set(pattern, parts);
	}
	return parts;
}

export const isLiteral = (part: TemplatePart | undefined): part is Literal => part !== undefined && 'literal' in part;
export const isSlot = (part: TemplatePart | undefined, name: string): boolean =>
	part !== undefined && 'slot' in part && part.slot === name;
export const slotsOf = (pattern: string): readonly string[] =>
	templateOf(pattern).flatMap((part) => ('slot' in part ? [part.slot] : []));

/** Fills `%{name}` in a pattern. */
export function fill(text: string, values: Readonly<Record<string, string>>): string {
	let filled = '';
	for (const part of templateOf(text)) filled += isLiteral(part) ? part.literal : (values[part.slot] ?? '');
	return filled;
}

const special = /[.*+?^${}()|[\]\\/]/g;
const escaped = (text: string) => text.replace(special, '\\$&');
const JOINING = '[\\p{L}\\p{N}\\p{M}]';

/**
 * A literal as the source of a regular expression: space where it has any, and no letter or digit
 * may touch its ends where it ends in one. Blanks may stand around it: texts are read with single blanks, or a run of them could be shared out in too many ways.
 */
export function literalSource(literal: string, edges: 'both' | 'start' | 'end' | 'none' = 'both'): string {
	const words = literal
		.trim()
		.split(/\s+/)
		.filter((one) => one !== '')
		.map(escaped)
		.join('\\s+');
	const before = (edges === 'both' || edges === 'start') && /^\s*[\p{L}\p{N}]/u.test(literal) ? `(?<!${JOINING})` : '';
	const after = (edges === 'both' || edges === 'end') && /[\p{L}\p{N}]\s*$/u.test(literal) ? `(?!${JOINING})` : '';
	return `\\s*${before}${words}${after}`;
}

/** Reads at a place and nowhere else. */
export const sticky = (source: string, anyCase = true): RegExp => new RegExp(source, anyCase ? 'iuy' : 'uy');
