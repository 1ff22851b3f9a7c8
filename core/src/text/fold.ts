/**
 * Folding of text to the letters that tokens are made of (notation.md, section 1, "Tokens").
 * Works cluster by cluster (a character with the marks that follow it), so that every folded
 * token can be traced back to the stretch of text that it came from.
 */
import { LRUCache } from 'lru-cache';

/** A cluster is one code point and the combining marks that follow it. */
export const CLUSTER = /[^\p{M}]\p{M}*|\p{M}+/gu;

const SPECIAL: ReadonlyMap<string, string> = new Map([
	['ø', 'o'],
	['æ', 'ae'],
	['œ', 'oe'],
	['ł', 'l'],
	['đ', 'd'],
	['ð', 'd'],
	['þ', 'th']
]);

/** Signs that vanish before anything else looks at the text. */
const DROPPED = /[\u2122\u00AE\u2120\u00AD]/u;

/** Signs written raised or lowered; directly after a digit they start a token of their own. */
const RAISED_DIGIT = /^[\u00B2\u00B3\u00B9\u2070\u2074-\u2079\u2080-\u2089]/u;

const MARKS_DROPPED_AFTER = /[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{Nd}]/u;
const UNSPACED =
	/[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;
const LETTER = /\p{L}/u;
const DIGIT = /\p{Nd}/u;
const MARK = /\p{M}/u;

/** What one folded character is to the tokeniser. */
export type CharacterKind = 'letter' | 'digit' | 'alone' | 'separator';

export interface FoldedCluster {
	/** The folded text; empty when the cluster is dropped without separating. */
	readonly text: string;
	/** True when the cluster must begin a new token although it is a letter or digit. */
	readonly breaksAfterDigit: boolean;
}

/**
 * Full case folding of one code point. `String` offers no folding; lower, upper and lower
 * again reaches the same result for every code point of Unicode's CaseFolding.txt (statuses
 * C and F) but dotless ı, which folding leaves alone, and the Cherokee letters, which fold
 * upwards there: for comparing, the direction is of no account.
 */
function foldCase(character: string): string {
	if (character === 'ı') return character;
	return character.toLowerCase().toUpperCase().toLowerCase().replaceAll('ς', 'σ');
}

const memo = new LRUCache<string, FoldedCluster>({ max: 20_000 });

/**
 * Folds one cluster.
 * @param cluster one code point with its marks, as {@link CLUSTER} cuts them
 */
export function foldCluster(cluster: string): FoldedCluster {
	const known = memo.get(cluster);
	if (known) return known;
	const folded = foldFresh(cluster);
	memo.set(cluster, folded);
	return folded;
}

function foldFresh(cluster: string): FoldedCluster {
	if (DROPPED.test(cluster.charAt(0))) return { text: '', breaksAfterDigit: false };
	let out = '';
	let dropMarks = false;
	for (const character of cluster.normalize('NFKD')) {
		if (MARK.test(character)) {
			if (!dropMarks) out += character;
			continue;
		}
		// The modifier letter apostrophe is a letter to Unicode and an apostrophe to a reader.
		if (character === '\u02BC') {
			out += ' ';
			continue;
		}
		dropMarks = MARKS_DROPPED_AFTER.test(character);
		for (const one of foldCase(character).normalize('NFKD')) {
			if (MARK.test(one) && dropMarks) continue;
			out += SPECIAL.get(one) ?? one;
		}
	}
	return { text: out.normalize('NFC'), breaksAfterDigit: RAISED_DIGIT.test(cluster) };
}

/** Classifies a folded character: letters and digits join, `alone` is a token by itself. */
export function characterKind(character: string): CharacterKind {
	const code = character.charCodeAt(0);
	if (code < 128) {
		if (code >= 97 && code <= 122) return 'letter';
		if (code >= 48 && code <= 57) return 'digit';
		return 'separator';
	}
	if (DIGIT.test(character)) return 'digit';
	if (LETTER.test(character)) return UNSPACED.test(character) ? 'alone' : 'letter';
	return MARK.test(character) ? 'letter' : 'separator';
}
