/**
 * Cutting text into tokens (notation.md, section 1). No stop words, no stemming; every token
 * knows where in the text it stood, so that lit words can be shown exactly.
 */
import { characterKind, CLUSTER, foldCluster } from './fold.ts';

/** One token with its place: UTF-16 units from 0, end not included. */
export interface Token {
	readonly text: string;
	readonly from: number;
	readonly to: number;
}

const ASCII_ONLY = /^[\0-\x7F]*$/;
const ASCII_RUN = /[a-z0-9]+/g;

/**
 * Tokens of a text with their places.
 * @param text any text, also empty; no length ceiling (time is linear)
 */
export function tokenize(text: string): Token[] {
	return ASCII_ONLY.test(text) ? tokenizeAscii(text) : tokenizeAny(text);
}

/** The folded tokens of a text, without their places. */
export function tokenTexts(text: string): string[] {
	if (ASCII_ONLY.test(text)) return text.toLowerCase().match(ASCII_RUN) ?? [];
	return tokenizeAny(text).map((token) => token.text);
}

/** Labels, entries and identifiers are compared by this form: their tokens, one space between. */
export function foldedKey(text: string): string {
	return tokenTexts(text).join(' ');
}

function tokenizeAscii(text: string): Token[] {
	const tokens: Token[] = [];
	for (const match of text.toLowerCase().matchAll(ASCII_RUN))
		tokens.push({ text: match[0], from: match.index, to: match.index + match[0].length });
	return tokens;
}

/**
 * The same cutting with a few signs counted as letters: how patterns with wildcards are folded.
 * @param letters signs that are to join the token that they touch
 */
export function tokenizeWith(text: string, letters: string): string[] {
	return tokenizeAny(text, letters).map((token) => token.text);
}

function tokenizeAny(text: string, letters = ''): Token[] {
	const tokens: Token[] = [];
	let current = '';
	let from = 0;
	let to = 0;
	const close = () => {
		// Half-width kana and decomposed Hangul come in clusters of their own: a token is composed as a whole.
		if (current) tokens.push({ text: ASCII_ONLY.test(current) ? current : current.normalize('NFC'), from, to });
		current = '';
	};
	/** True while the last cluster was a raised or lowered digit: a run of them is one token. */
	let raised = false;
	/** True while the last character was one that stands alone. */
	let alone = false;
	const cluster = new RegExp(CLUSTER.source, 'uy');
	for (let start = 0; start < text.length;) {
		const plain = plainRun(text, start);
		if (plain > start) {
			if (alone) close();
			alone = false;
			if (!current) from = start;
			current += text.slice(start, plain).toLowerCase();
			raised = false;
			to = start = plain;
			continue;
		}
		cluster.lastIndex = start;
		const match = cluster.exec(text);
		if (!match) break;
		const end = start + match[0].length;
		const folded = foldCluster(match[0]);
		if (folded.breaksAfterDigit && !raised && endsInDigit(current)) close();
		raised = folded.breaksAfterDigit;
		for (const character of folded.text) {
			const kind = letters.includes(character) ? 'letter' : characterKind(character);
			if (kind === 'separator') close();
			else if (kind === 'alone') {
				close();
				current = character;
				from = start;
				to = end;
				alone = true;
			} else {
				// A mark that stayed belongs to the character before it, unspaced script or not.
				const isMark = /\p{M}/u.test(character);
				if (!isMark && alone) close();
				if (!isMark) alone = false;
				if (!current) from = start;
				current += character;
				to = end;
			}
		}
		start = end;
	}
	close();
	return tokens;
}

/** Where the letters and digits of ASCII that begin here end; one that a mark may follow is left out. */
function plainRun(text: string, from: number): number {
	let at = from;
	for (; at < text.length; at++) {
		const code = text.charCodeAt(at) | 32;
		if (!((code >= 97 && code <= 122) || (code >= 48 && code <= 57 && text.charCodeAt(at) === code))) break;
	}
	// Marks begin at U+0300; the character before one belongs to its cluster.
	return at > from && at < text.length && text.charCodeAt(at) >= 0x300 ? at - 1 : at;
}

function endsInDigit(text: string): boolean {
	return /\p{Nd}$/u.test(text);
}
