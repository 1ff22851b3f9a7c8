/** Trees of texts that are read again and again: at a keystroke all lines but one are what they were. */
import { parse, type Parsed } from '../query/index.ts';

/** Trees of the texts read last, the least recently used first. Trees are never changed. */
const trees = new Map<string, Parsed>();
/** How many texts are kept, and how many characters in all: a tree takes some 30 to 150 bytes per character. */
const TEXTS = 4_000;
const CHARACTERS = 2_000_000;
let characters = 0;

/** What `parse` gives, made once for each text. */
export function parseCached(text: string): Parsed {
	const known = trees.get(text);
	if (!known) return cacheParsed(text, parse(text));
	trees.delete(text);
	trees.set(text, known);
	return known;
}

export const isParseCached = (text: string): boolean => trees.has(text);

/** Keeps the result of `parse` for a text; it may come from another thread. */
export function cacheParsed(text: string, parsed: Parsed): Parsed {
	if (!trees.has(text)) characters += text.length;
	trees.set(text, parsed);
	for (const oldest of trees.keys()) {
		if ((trees.size <= TEXTS && characters <= CHARACTERS) || oldest === text) break;
		trees.delete(oldest);
		characters -= oldest.length;
	}
	return parsed;
}
