/** Taking example texts apart: what stands around a word, and where several texts differ. */

export interface Around {
	readonly before: string;
	readonly after: string;
}

/** Where a word stands, in any case; -1 where it does not. */
export const escapedIndex = (text: string, word: string): number => text.toLowerCase().indexOf(word.toLowerCase());

/** What stands before and after a word; null where it is not there. */
export function cut(text: string, word: string): Around | null {
	const at = escapedIndex(text, word);
	return at < 0 ? null : { before: text.slice(0, at), after: text.slice(at + word.length) };
}

/** A text without what stands around it; null where that is not there. Brackets of a group go, too. */
export function stripped(text: string, { before, after }: Around): string | null {
	const plain = text.trim();
	if (!plain.startsWith(before.trimStart()) || !plain.endsWith(after.trimEnd())) return null;
	return plain.slice(before.trimStart().length, plain.length - after.trimEnd().length).trim();
}

export interface Difference {
	readonly start: string;
	readonly end: string;
	/** What each text has between the common start and the common end. */
	readonly middles: readonly string[];
}

/**
 * The one stretch in which texts differ; null where they are all the same.
 * @param anywhere also inside a run of letters and digits; else such a run is taken whole
 */
export function differing(texts: readonly string[], anywhere = false): Difference | null {
	const [first = ''] = texts;
	if (texts.every((text) => text === first)) return null;
	const shortest = Math.min(...texts.map((text) => text.length));
	let start = 0;
	while (start < shortest && texts.every((text) => text[start] === first[start])) start++;
	if (!anywhere)
		while (
			start > 0 &&
			/[\p{L}\p{N}]/u.test(first[start - 1] ?? '') &&
			texts.some((text) => /[\p{L}\p{N}]/u.test(text[start] ?? ''))
		)
			start--;
	let end = 0;
	while (end < shortest - start && texts.every((text) => text[text.length - 1 - end] === first[first.length - 1 - end]))
		end++;
	if (!anywhere)
		while (
			end > 0 &&
			/[\p{L}\p{N}]/u.test(first[first.length - end] ?? '') &&
			texts.some((text) => /[\p{L}\p{N}]/u.test(text[text.length - 1 - end] ?? ''))
		)
			end--;
	return {
		start: first.slice(0, start),
		end: first.slice(first.length - end),
		middles: texts.map((text) => text.slice(start, text.length - end))
	};
}
