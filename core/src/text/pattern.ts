/**
 * Word patterns: what a searcher types for a word, with `*` (any number of further letters or
 * digits), `?` (exactly one) and `~` (none or one). Patterns match whole tokens.
 */
import { tokenizeWith } from './tokens.ts';

export const WILDCARD = /[*?~]/;

/** A pattern made ready: its literal start narrows a sorted word list, `test` decides. */
export interface WordPattern {
	/** Folded text with wildcard signs. */
	readonly text: string;
	/** The literal letters before the first wildcard. */
	readonly prefix: string;
	/** True where the pattern holds no wildcard, so that it matches one word only. */
	readonly exact: boolean;
	test(word: string): boolean;
}

/**
 * Compiles one folded pattern.
 * @param text letters, digits and wildcard signs, already folded (see {@link foldPattern})
 */
export function compilePattern(text: string): WordPattern {
	const at = text.search(WILDCARD);
	if (at < 0) return { text, prefix: text, exact: true, test: (word) => word === text };
	const prefix = text.slice(0, at);
	if (text === `${prefix}*`) return { text, prefix, exact: false, test: (word) => word.startsWith(prefix) };
	const signs = Array.from(text);
	const test = signs.length <= 30 ? bitMatcher(signs) : (word: string) => matches(signs, Array.from(word));
	return { text, prefix, exact: false, test };
}

/**
 * The places of the pattern that can be reached, as the bits of one number (at most 30 signs):
 * the same walk as {@link matches}, quick enough for a whole word list.
 */
function bitMatcher(pattern: readonly string[]): (word: string) => boolean {
	const byLetter = new Map<number, number>();
	let any = 0;
	let stays = 0;
	let skips = 0;
	pattern.forEach((sign, place) => {
		if (sign === '*') stays |= 1 << place;
		if (sign === '*' || sign === '~') skips |= 1 << place;
		if (sign === '?' || sign === '~') any |= 1 << place;
		else if (sign !== '*')
			byLetter.set(sign.codePointAt(0) ?? 0, (byLetter.get(sign.codePointAt(0) ?? 0) ?? 0) | (1 << place));
	});
	const ascii = Int32Array.from({ length: 128 }, (_, code) => (byLetter.get(code) ?? 0) | any);
	const closed = (places: number) => {
		let reached = places;
		for (;;) {
			const next = reached | ((reached & skips) << 1);
			if (next === reached) return reached;
			reached = next;
		}
	};
	const start = closed(1);
	const end = 1 << pattern.length;
	return (word) => {
		let reached = start;
		for (let at = 0; at < word.length; at++) {
			let code = word.charCodeAt(at);
			let advance: number;
			if (code < 128) advance = ascii[code] ?? 0;
			else {
				code = word.codePointAt(at) ?? 0;
				if (code > 0xffff) at++;
				advance = (byLetter.get(code) ?? 0) | any;
			}
			const next = ((reached & advance) << 1) | (reached & stays);
			if (next === 0) return false;
			reached = closed(next);
		}
		return (reached & end) !== 0;
	};
}

/**
 * Matching by the set of places in the pattern that can be reached, letter by letter: linear in
 * the word for a given pattern, so that `*a*a*a*b` cannot be made to explode.
 */
function matches(pattern: readonly string[], word: readonly string[]): boolean {
	let reached = closure(pattern, new Set([0]));
	for (const letter of word) {
		const next = new Set<number>();
		for (const place of reached) {
			const sign = pattern[place];
			if (sign === undefined) continue;
			if (sign === '*') next.add(place);
			else if (sign === '?' || sign === '~' || sign === letter) next.add(place + 1);
		}
		if (next.size === 0) return false;
		reached = closure(pattern, next);
	}
	return reached.has(pattern.length);
}

/** `*` and `~` may match nothing at all. */
function closure(pattern: readonly string[], places: Set<number>): Set<number> {
	for (const place of places) {
		const sign = pattern[place];
		if (sign === '*' || sign === '~') places.add(place + 1);
	}
	return places;
}

/**
 * The word that a pattern is without its `*` and `~`: `respirator*` is also the word *respirator*, whether a collection
 * has it or not. Null where a `?` stands for a letter that is not known.
 */
export function bareForm(pattern: string): string | null {
	const bare = pattern.replace(/[*~]/g, '');
	return bare === '' || bare.includes('?') ? null : bare;
}

/**
 * Folds what was typed (one word, `x-ray`, or the inside of quotes) into the patterns of its parts.
 * A backslash makes the next sign literal; a literal sign that is no letter or digit separates.
 */
export function foldPattern(typed: string): string[] {
	let plain = '';
	for (let index = 0; index < typed.length; index++) {
		const sign = typed.charAt(index);
		if (sign !== '\\') plain += sign;
		else {
			const next = typed.charAt(++index);
			plain += WILDCARD.test(next) ? ' ' : next;
		}
	}
	return tokenizeWith(plain.replace(/\*{2,}/g, '*'), '*?~');
}
