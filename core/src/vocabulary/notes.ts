/** Scope notes read closely: where they differ from each other, and which headings they name. */
import { SMALL_WORDS, tokenize } from '../text/index.ts';
import type { Vocabulary } from './vocabulary.ts';

export interface NotePart {
	readonly text: string;
	/** A word here that stands in none of the other notes. */
	readonly only: boolean;
}

/**
 * Several notes cut into parts, so that what one says and no other says stands out. Small words never
 * do; neighbouring parts of one kind are one.
 */
export function noteDifferences(notes: readonly string[]): NotePart[][] {
	const words = notes.map((note) => new Set(tokenize(note).map((token) => token.text)));
	return notes.map((note, at) => {
		const parts: { text: string; only: boolean }[] = [];
		const add = (text: string, only: boolean) => {
			const last = parts.at(-1);
			if (text === '') return;
			if (last?.only === only) last.text += text;
			else parts.push({ text, only });
		};
		let end = 0;
		for (const token of tokenize(note)) {
			const only =
				!SMALL_WORDS.has(token.text) &&
				notes.length > 1 &&
				words.every((other, number) => number === at || !other.has(token.text));
			const between = note.slice(end, token.from);
			// A space between two words of one kind belongs to both.
			add(between, only && parts.at(-1)?.only === true && between.trim() === '');
			add(note.slice(token.from, token.to), only);
			end = token.to;
		}
		add(note.slice(end), false);
		return parts;
	});
}

export interface NamedHeading {
	/** UTF-16 units from 0, end not included. */
	readonly from: number;
	readonly to: number;
	readonly heading: string;
}

/** Longest name of a heading that is looked for, in words. */
const LONGEST = 9;

/**
 * Headings that a text names, written as their labels are: always the longest, never overlapping.
 * @param self left out: a note need not lead to itself
 */
export function headingsNamedIn(vocabulary: Vocabulary, text: string, self: string): NamedHeading[] {
	const tokens = tokenize(text);
	const found: NamedHeading[] = [];
	for (let at = 0; at < tokens.length; at++)
		for (let length = Math.min(LONGEST, tokens.length - at); length > 0; length--) {
			const [first, last] = [tokens[at], tokens[at + length - 1]];
			if (!first || !last) break;
			const written = text.slice(first.from, last.to);
			const match = vocabulary.find(written);
			// Only what is written just so: an ordinary word in small letters names no heading.
			if (!match || match.heading.label !== written || match.heading.id === self) continue;
			found.push({ from: first.from, to: last.to, heading: match.heading.id });
			at += length - 1;
			break;
		}
	return found;
}
