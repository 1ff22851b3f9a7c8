/** Reading one word, one phrase or one heading: what stands inside a single piece. */
import { characterKind, foldCluster, foldPattern } from '../text/index.ts';
import type { Expression, HeadingPiece, Span } from './expression.ts';
import type { Fault, Repair } from './fault.ts';

/** Collects faults while a line is read. */
export type Report = (fault: Fault) => void;

export function fault(
	severity: Fault['severity'],
	code: string,
	at: Span,
	message: string,
	repairs: readonly Repair[] = []
): Fault {
	return { code, severity, from: at.from, to: at.to, message, repairs };
}

/** A repair that replaces one stretch of the text. */
export function replacing(label: string, at: Span, insert: string): Repair {
	return { label, edits: [{ from: at.from, to: at.to, insert }] };
}

export const RESERVED = /^(and|or|not|(?:within|before)\/\d+)$/i;
/** The modifier letter apostrophe (U+02BC) is an apostrophe to a reader. */
const SEPARATING = /[-'’\u02BC./&_]/;

/** True for a text that may stand without quotes: house rule for words, and no reserved word. */
export function standsUnquoted(text: string): boolean {
	return !RESERVED.test(text) && firstForeignSign(text) === null && !/\\|\/\*/.test(text);
}

/** Why an unquoted word is refused, or null: the first sign that must not be in it. */
function firstForeignSign(text: string): string | null {
	const signs = Array.from(text);
	let lastJoins = true;
	let previous = '';
	for (const [index, sign] of signs.entries()) {
		if (sign === '\\') return null;
		if (SEPARATING.test(sign)) {
			if (index === 0) return sign;
			lastJoins = false;
		} else if (/[*?~]/.test(sign) || foldsToToken(sign)) lastJoins = true;
		else return sign;
		previous = sign;
	}
	return lastJoins || /['’\u02BC]/.test(previous) ? null : previous;
}

function foldsToToken(sign: string): boolean {
	if (/\p{M}/u.test(sign)) return true;
	// A fraction (½) folds to its digits with a fraction slash between them.
	return Array.from(foldCluster(sign).text).every(
		(folded) => folded === '\u2044' || characterKind(folded) !== 'separator'
	);
}

const straightened = (text: string) => text.replace(/["\u201C\u201D\u201E\u201F]/g, '').trim();

export function readWord(text: string, at: Span, report: Report): Expression | null {
	const quoted = `"${straightened(text)}"`;
	if (text.endsWith('\\') && !text.endsWith('\\\\')) {
		report(
			fault(
				'error',
				'nothing-after-backslash',
				at,
				'A backslash makes the next character literal, and nothing follows it.',
				[replacing('Remove the backslash', at, text.slice(0, -1))]
			)
		);
		return null;
	}
	const foreign = text.includes('\\') ? null : firstForeignSign(text);
	if (foreign !== null && foldPattern(text).length > 0) {
		report(
			fault('error', 'sign-in-word', at, `“${foreign}” cannot be in a word without quotes.`, [
				replacing('Put it in quotes', at, quoted)
			])
		);
		return null;
	}
	return readTerm(text, at, report);
}

export function readPhrase(text: string, at: Span, closed: boolean, report: Report): Expression | null {
	const inside = text.slice(1, closed ? -1 : undefined);
	if (!closed && inside.trim() !== '')
		report(
			fault('error', 'open-quote', at, 'The quote is never closed.', [
				{ label: 'Close it at the end', edits: [{ from: at.to, to: at.to, insert: '"' }] }
			])
		);
	if (inside.trim() === '') {
		report(
			fault('error', 'empty-phrase', at, 'There is nothing between the quotes.', [
				replacing('Remove the quotes', at, '')
			])
		);
		return null;
	}
	return readTerm(inside.replace(/\s+/g, ' ').trim(), at, report);
}

function readTerm(typed: string, at: Span, report: Report): Expression | null {
	// An escaped blank separates like any other.
	const text = typed.replace(/\\\s/g, ' ').replace(/\s+/g, ' ').trim();
	const patterns = foldPattern(text);
	const [first] = patterns;
	if (first === undefined) {
		report(
			fault('error', 'no-letters', at, 'There is no letter or digit here to search for.', [
				replacing('Remove it', at, '')
			])
		);
		return null;
	}
	const beside = wildcardBesideCharacter(text);
	if (beside !== null) {
		report(
			fault(
				'error',
				'wildcard-beside',
				at,
				`“${beside}” beside a character that is a word of its own matches nothing more; “?” is one more character.`,
				[replacing('Remove it', at, rewritten(text, at, text.replaceAll(beside, '')))]
			)
		);
		return null;
	}
	if (patterns.some((pattern) => /^[*~]+$/.test(pattern))) {
		report(
			fault(
				'error',
				'wildcard-alone',
				at,
				'A “*” or “~” needs at least one letter or digit beside it; alone it would match every word.',
				[replacing('Remove it', at, rewritten(text, at, text.replace(/[*~]/g, '')))]
			)
		);
		return null;
	}
	const star = /(?<!\\)\*+(?=\p{Nd})/u.exec(text);
	if (star) {
		const spaced = text.replace(/\*+(?=\p{Nd})/gu, '* ');
		report(
			fault(
				'error',
				'digit-after-star',
				at,
				'“*” directly before a digit can be read in two ways: any letters before the digit, or a gap between them.',
				[
					replacing('As a phrase', at, `"${spaced}"`),
					replacing('At most one character between', at, rewritten(text, at, text.replace(/\*+(?=\p{Nd})/gu, '~')))
				]
			)
		);
	}
	return patterns.length === 1 ? { kind: 'word', text, pattern: first, at } : { kind: 'phrase', text, patterns, at };
}

/** A changed term in the quotes that it had. */
const rewritten = (text: string, at: Span, changed: string): string =>
	at.to - at.from > text.length ? `"${changed.trim()}"` : changed;

/** The `*` or `~` that touches a character which is a token by itself, such as 漢; null where none does. */
function wildcardBesideCharacter(text: string): string | null {
	if (!/[*~]/.test(text)) return null;
	const characters = Array.from(text);
	const isAlone = (at: number) =>
		Array.from(foldCluster(characters[at] ?? ' ').text).some((one) => characterKind(one) === 'alone');
	const found = characters.findIndex(
		(one, at) => /[*~]/.test(one) && characters[at - 1] !== '\\' && (isAlone(at - 1) || isAlone(at + 1))
	);
	return found < 0 ? null : (characters[found] ?? null);
}

interface Cut {
	readonly text: string;
	readonly from: number;
}

/** Cuts at a sign that stands outside quotes. */
function cutAt(part: Cut, sign: string): Cut[] {
	const cuts: Cut[] = [];
	let quoted = false;
	let start = 0;
	for (let index = 0; index <= part.text.length; index++) {
		const at = part.text.charAt(index);
		if (at === '"') quoted = !quoted;
		if (index === part.text.length || (at === sign && !quoted)) {
			cuts.push({ text: part.text.slice(start, index), from: part.from + start });
			start = index + 1;
		}
	}
	return cuts;
}

/** Reads a label: bare, or in quotes with `""` for a quote. Null where the quotes do not fit. */
function readLabel(text: string): string | null {
	const trimmed = text.trim();
	if (!trimmed.includes('"')) return trimmed.replace(/\s+/g, ' ');
	const quoted = /^"((?:[^"]|"")*)"$/.exec(trimmed);
	return quoted ? (quoted[1] ?? '').replaceAll('""', '"').trim() : null;
}

export function readHeading(text: string, at: Span, closed: boolean, report: Report): HeadingPiece | null {
	// What else is wrong shows when the brace is closed: one cause is one fault.
	const tell: Report = closed ? report : () => undefined;
	if (!closed) {
		report(
			fault('error', 'open-heading', at, 'The heading is never closed with “}”.', [
				{ label: 'Close it at the end', edits: [{ from: at.to, to: at.to, insert: '}' }] }
			])
		);
	}
	const body: Cut = {
		text: text.slice(1, closed ? -1 : undefined).replace(/[\u201C\u201D\u201E\u201F]/g, '"'),
		from: at.from + 1
	};
	const [named = body, ...qualifierParts] = cutAt(body, '|');
	const [labelled = named, ...reachParts] = cutAt(named, '>');
	if (qualifierParts.length > 1 || reachParts.length > 1) {
		tell(
			fault(
				'error',
				'heading-signs',
				at,
				'“>” and “|” can each be used once in a heading; put a label that contains one of them in quotes.'
			)
		);
		return null;
	}
	let rest = labelled.text.trim();
	const main = rest.startsWith('!');
	if (main) rest = rest.slice(1).trim();
	let vocabulary: string | null = null;
	const named2 = cutAt({ text: rest, from: 0 }, ':');
	if (named2.length > 1) {
		vocabulary = (named2[0]?.text ?? '').trim().toLowerCase();
		rest = rest.slice(named2[1]?.from ?? 1).trim();
	}
	if (!rest.startsWith('"') && / except /i.test(`${rest} `)) {
		tell(
			fault(
				'error',
				'except-without-narrower',
				at,
				'“except” leaves headings out of the narrower ones, so “>” must come before it.',
				[replacing('Put “>” before it', at, text.replace(/ except /i, ' > except '))]
			)
		);
		return null;
	}
	const reach = reachParts[0]?.text.trim() ?? null;
	const exceptPart = reach === null || reach === '' ? null : /^except\s+(.*)$/is.exec(reach);
	if (reach !== null && reach !== '' && !exceptPart) {
		tell(
			fault('error', 'after-narrower', at, 'After “>” only “except” and headings may follow.', [
				replacing('Remove the rest', at, `${text.slice(0, text.indexOf('>') + 1)}}`)
			])
		);
		return null;
	}
	const labels = (part: string) => cutAt({ text: part, from: 0 }, ';').map((one) => readLabel(one.text));
	const except = exceptPart ? labels(exceptPart[1] ?? '') : [];
	const qualifiers = qualifierParts[0] ? labels(qualifierParts[0].text) : [];
	const label = rest === '*' ? null : readLabel(rest);
	if (label === '') {
		tell(fault('error', 'empty-heading', at, 'The braces are empty: type a heading between them.'));
		return null;
	}
	const all = [...except, ...qualifiers, ...(rest === '*' ? [] : [label])];
	if (all.includes(null)) {
		tell(
			fault(
				'error',
				'heading-quotes',
				at,
				'The quotes in this heading do not match; write a quote inside quotes twice.'
			)
		);
		return null;
	}
	if (all.includes('')) {
		tell(fault('error', 'empty-heading', at, 'A heading or qualifier is missing here.'));
		return null;
	}
	if (rest === '*' && qualifiers.length === 0) {
		tell(fault('error', 'any-heading', at, '{*} means any heading and needs a qualifier, as in {* | harm}.'));
		return null;
	}
	return {
		kind: 'heading',
		vocabulary,
		label,
		main,
		narrower: reach !== null,
		except: except.filter((one) => one !== null),
		qualifiers: qualifiers.filter((one) => one !== null),
		at
	};
}
