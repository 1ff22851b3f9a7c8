/** Trees of texts that are read again and again: at a keystroke all lines but one are what they were. */
import { LRUCache } from 'lru-cache';
import { parse, type Parsed } from '../query/index.ts';

/** How many texts are kept, and how many characters in all: a tree takes some 30 to 150 bytes per character. */
const TEXTS = 4_000;
const CHARACTERS = 2_000_000;
/** Trees are never changed, so that whoever asks may get the same one. */
const trees = new LRUCache<string, Parsed>({
	max: TEXTS,
	maxSize: CHARACTERS,
	sizeCalculation: (_, text) => Math.max(1, text.length)
});

/** What `parse` gives, made once for each text. */
export const parseCached = (text: string): Parsed => trees.get(text) ?? cacheParsed(text, parse(text));

export const isParseCached = (text: string): boolean => trees.has(text);

/** Keeps the result of `parse` for a text; it may come from another thread. */
export function cacheParsed(text: string, parsed: Parsed): Parsed {
	trees.set(text, parsed);
	return parsed;
}
