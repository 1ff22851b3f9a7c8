/**
 * Taking single words out of what a wildcard stands for, without a NOT: the pattern is written as
 * several narrower ones, which still take in endings that this collection does not happen to hold.
 */
import { LRUCache } from 'lru-cache';
import { parse } from './parse.ts';
import { print } from './print.ts';
import { nodesOf, partsOf, type Expression, type Span } from './expression.ts';
import { flatten, writeOut } from './rewrite.ts';
import type { TextEdit } from './fault.ts';

/** Most words that a pattern without a plain stem is written out as. */
const WRITTEN = 200;

/**
 * Patterns that match every word of `words` but the excluded ones.
 * @param pattern folded, with wildcards
 * @param words all words of the collection that it matches
 * @returns null where it would be more than 200 words
 */
export function patternsWithout(
	pattern: string,
	words: readonly string[],
	excluded: ReadonlySet<string>
): readonly string[] | null {
	const stem = /^([^*?~]+)\*$/.exec(pattern)?.[1];
	const wanted = words.filter((word) => !excluded.has(word));
	if (stem === undefined) return wanted.length > WRITTEN ? null : wanted;
	const made: string[] = [];
	const under = (prefix: string): void => {
		const own = words.filter((word) => word.startsWith(prefix));
		if (!own.some((word) => excluded.has(word))) {
			if (own.length > 0) made.push(`${prefix}*`);
			return;
		}
		if (own.includes(prefix) && !excluded.has(prefix)) made.push(prefix);
		const next = new Set(own.flatMap((word) => [...word.slice(prefix.length)][0] ?? []));
		for (const sign of [...next].sort()) under(prefix + sign);
	};
	under(stem);
	return made.length > WRITTEN ? null : made;
}

/** Texts read last: several questions are asked of one, and a block is long. */
const read = new LRUCache<string, { readonly tree: Expression | null }>({
	max: 4,
	memoMethod: (text) => ({ tree: parse(text).tree })
});
const treeOf = (text: string): Expression | null => read.memo(text).tree;

/** The word or phrase of a text in which a place lies; null where there is none, and in a limit. */
export function termAt(text: string, at: number): (Expression & { readonly kind: 'word' | 'phrase' }) | null {
	const tree = treeOf(text);
	return tree && termWithin(tree, at);
}

function termWithin(node: Expression, at: number): ReturnType<typeof termAt> {
	// The value of a limit, such as a language, is not searched for in the text of records.
	if (node.kind === 'limit') return null;
	if (node.kind === 'word' || node.kind === 'phrase')
		return node.at && node.at.from <= at && at <= node.at.to ? node : null;
	for (const part of partsOf(node)) {
		const found = termWithin(part, at);
		if (found) return found;
	}
	return null;
}

/** The change of a text that puts narrower patterns in the place of one, in the word or phrase at a place. */
export function writtenWithout(
	text: string,
	at: number,
	pattern: string,
	patterns: readonly string[]
): TextEdit | null {
	const node = termAt(text, at);
	const span: Span | undefined = node?.at;
	if (!node || !span || patterns.length === 0) return null;
	const { expression } = writeOut(node, (one) => (one === pattern ? patterns : []), Math.max(patterns.length, 1));
	const written = flatten(expression);
	if (written === node) return null;
	return { ...span, insert: written.kind === 'or' ? `(${print(written)})` : print(written) };
}

/**
 * The field of the word or phrase at a place, where it is its own: none, or one that holds nothing
 * else. Null inside a field of several terms, where one term has no field to itself, and in a proximity.
 */
export function fieldAt(
	text: string,
	at: number
): { readonly code: string; readonly term: Span; readonly whole: Span } | null {
	const tree = treeOf(text);
	const node = termAt(text, at);
	if (!tree || !node?.at) return null;
	const inside = node.at;
	const holds = (part: Expression): boolean =>
		[...nodesOf(part)].some((one) => one.at?.from === inside.from && one.at.to === inside.to && one.kind === node.kind);
	for (const part of nodesOf(tree)) {
		if (part.kind === 'near' && holds(part)) return null;
		if (part.kind !== 'field' || !holds(part)) continue;
		const code = part.fields.join('+');
		// The code stands right before its term, brackets around the one term or not.
		const before = new RegExp(`(?:[a-z]{2,3}\\s*\\+\\s*)*[a-z]{2,3}\\s*:\\s*$`, 'i').exec(text.slice(0, inside.from));
		return part.of.kind === node.kind && before
			? { code, term: inside, whole: { from: before.index, to: inside.to } }
			: null;
	}
	return { code: '', term: inside, whole: inside };
}
