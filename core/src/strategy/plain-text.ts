/**
 * A strategy as plain text: `number TAB expression`, `@A name` lines that open a concept, `;; text`
 * behind an expression for its label (notation.md, section 6). And text pasted from elsewhere: what
 * word processors and spreadsheets put in is removed, and every change is told.
 */
import { ANCHOR_MARKS } from '../text/index.ts';
import { nodesOf, parse } from '../query/index.ts';

export interface TextLine {
	/** As it stood in the text, or its place from 1. */
	readonly number: number;
	readonly text: string;
	readonly label: string;
	/** Letters and name of the concept that it stands under. */
	readonly concept: { readonly letter: string; readonly name: string } | null;
}

/** @param name may be empty: then only the letter stands there */
export function strategyText(lines: readonly TextLine[]): string {
	let under: string | null = null;
	const rows: string[] = [];
	for (const { number, text, label, concept } of lines) {
		const letter = concept?.letter ?? null;
		if (letter !== under) rows.push(concept ? `@${concept.letter} ${concept.name}`.trimEnd() : '@');
		under = letter;
		rows.push(`${number}\t${text}${label === '' ? '' : ` ;; ${label.replace(/\s+/g, ' ')}`}`);
	}
	// A strategy that begins without a concept need not say so.
	return `${rows.join('\n').replace(/^@\n/, '')}\n`;
}

/**
 * The label that is typed behind an expression, after `;;`; null where there is none. What is in quotes or braces is no label.
 * @example cutLabel('light* ;; text words') // { text: 'light*', label: 'text words' }
 */
export function cutLabel(line: string): { readonly text: string; readonly label: string | null } {
	let quoted = false;
	let braced = false;
	for (let at = 0; at < line.length - 1; at++) {
		const sign = line.charAt(at);
		if (sign === '\\') at++;
		else if (/["\u201C\u201D\u201E\u201F]/.test(sign)) quoted = !quoted;
		else if (!quoted && sign === '{') braced = true;
		else if (!quoted && sign === '}') braced = false;
		else if (
			!quoted &&
			!braced &&
			sign === ';' &&
			line.charAt(at + 1) === ';' &&
			(at === 0 || /\s/.test(line.charAt(at - 1)))
		)
			return {
				text: line.slice(0, at).trimEnd(),
				label: line
					.slice(at + 2)
					.trim()
					.slice(0, 2_000)
			};
	}
	return { text: line, label: null };
}

export type ChangeKind =
	'number' | 'count' | 'line numbers' | 'quotes' | 'dashes' | 'spaces' | 'control characters' | 'empty lines';

export interface CleanedLine {
	readonly before: string;
	readonly after: string;
	readonly changes: readonly ChangeKind[];
}

const QUOTES = /[\u201C\u201D\u201E\u201F\u00AB\u00BB\u2033\u2036]/g;
const APOSTROPHES = /[\u2018\u2019\u201A\u201B\u02BC]/g;
const DASHES = /[\u2010-\u2015\u2212]/g;
const SPACES = /[\u00A0\u1680\u2000-\u200A\u202F\u205F\u3000\t]/g;
const CONTROL = new RegExp(
	`[\\u0000-\\u0008\\u000B\\u000C\\u000E-\\u001F\\u007F\\u0080-\\u009F\\u200B-\\u200F\\u202A-\\u202E\\u2060-\\u2069\\uFEFF\\u00AD${ANCHOR_MARKS}]`,
	'g'
);
/** `1. `, `#12) `, `(3) `, `4\t`; a bare number only before a tab, for a number may be what is searched. */
const NUMBER =
	/^\s*(?:#?(\d{1,4})\s*[.):]\s+|\((\d{1,4})\)\s+|#(\d{1,4})\s+(?!(?:AND|OR|NOT|WITHIN|BEFORE)\b)(?=\S)|(\d{1,4})\t+)/;

/** The count that a platform prints behind a line. */
const COUNT_BEHIND = /(?:\t\s*|\s{2,}|\s\()(?:\d{1,3}(?:[,.\u00A0\u202F\u2009']\d{3})+|\d+)\)?$/;

/** Nothing but numbers, operators and brackets: in a numbered strategy these are its lines. */
const BARE_NUMBERS = /^[(\s]*\d{1,4}[\s)]*(?:\s(?:and|or|not)\s[(\s]*\d{1,4}[\s)]*)+$/i;

/** `1 or 2` as `#1 OR #2`, where both are lines above. */
function withReferences(row: string, above: ReadonlySet<string>): string {
	if (!BARE_NUMBERS.test(row)) return row;
	const numbers = row.match(/\d+/g) ?? [];
	return numbers.every((one) => above.has(one))
		? row.replace(/\d+/g, '#$&').replace(/\b(?:and|or|not)\b/gi, (operator) => operator.toUpperCase())
		: row;
}

/** Characters that mean the same in any text are made those of the notation; numbers in front and counts behind are removed. */
export function cleanPasted(text: string): readonly CleanedLine[] {
	const rows = text.replace(/\r\n?|[\u2028\u2029\u0085]/g, '\n').split('\n');
	while (rows.length > 1 && (rows.at(-1) ?? '').trim() === '') rows.pop();
	const numbered = areNumbered(rows);
	// A column of counts behind the lines; one number behind one line may be what is searched.
	const counted =
		numbered &&
		rows.filter((row) => row.trim() !== '' && !/^@/.test(row.trim())).every((row) => COUNT_BEHIND.test(row.trimEnd()));
	const above = new Set<string>();
	return rows.flatMap((before): CleanedLine[] => {
		const changes: ChangeKind[] = [];
		let after = before;
		const change = (kind: ChangeKind, changed: string) => {
			if (changed === after) return;
			after = changed;
			if (!changes.includes(kind)) changes.push(kind);
		};
		change('control characters', after.replace(CONTROL, ''));
		if (numbered) change('number', after.replace(NUMBER, ''));
		if (counted) change('count', after.trimEnd().replace(COUNT_BEHIND, ''));
		change('quotes', after.replace(QUOTES, '"').replace(APOSTROPHES, "'"));
		change('dashes', after.replace(DASHES, '-'));
		change('spaces', after.replace(SPACES, ' ').replace(/ {2,}/g, ' ').trim());
		if (numbered) {
			change('line numbers', withReferences(after, above));
			above.add(NUMBER.exec(before)?.slice(1).find(Boolean) ?? '');
		}
		return [{ before, after, changes: after === '' && rows.length > 1 ? [...changes, 'empty lines'] : changes }];
	});
}

/** Numbers are removed only where they count the lines: each one more than the one before. */
function areNumbered(rows: readonly string[]): boolean {
	const numbers = rows
		.filter((row) => row.trim() !== '' && !/^@/.test(row.trim()))
		.map((row) => NUMBER.exec(row)?.slice(1).find(Boolean));
	return (
		numbers.length > 0 &&
		numbers.every((one, at) => one !== undefined && (at === 0 || Number(one) > Number(numbers[at - 1])))
	);
}

export interface PastedStrategy {
	readonly lines: readonly TextLine[];
	/** True where the numbers that references use were read from the text itself. */
	readonly numbered: boolean;
	readonly cleaned: readonly CleanedLine[];
	/** References to lines that are not in the text, as pairs of the line and the number. */
	readonly missing: readonly { readonly line: number; readonly used: number }[];
}

/** Reads text in the form above, or any lines; references mean the numbers in the text. */
export function readStrategyText(text: string): PastedStrategy {
	const cleaned = cleanPasted(text);
	const lines: TextLine[] = [];
	let concept: TextLine['concept'] = null;
	let numbered = false;
	for (const { before, after } of cleaned) {
		if (after === '') continue;
		const opening = /^@([A-Z]{0,3})(?:\s+(\S.*))?$/.exec(after);
		// A line that is only a reference, such as `@A`, has a number before it in this form.
		if (opening && !NUMBER.test(before)) {
			concept = opening[1] ? { letter: opening[1], name: opening[2] ?? '' } : null;
			continue;
		}
		const given = after === before.trim() ? undefined : NUMBER.exec(before)?.slice(1).find(Boolean);
		const { text: expression, label } = cutLabel(after);
		const number = given === undefined ? lines.length + 1 : Number(given);
		if (given !== undefined) numbered = true;
		lines.push({
			number,
			text: expression.trim(),
			label: label ?? '',
			concept
		});
	}
	const numbers = new Set(lines.map((line) => line.number));
	const missing = lines.flatMap((line) =>
		usedNumbers(line.text).flatMap((used) => (numbers.has(used) ? [] : [{ line: line.number, used }]))
	);
	return { lines, numbered, cleaned, missing };
}

function usedNumbers(text: string): number[] {
	const { tree } = parse(text);
	if (!tree) return [];
	return [...nodesOf(tree)].flatMap((node) => {
		if (node.kind === 'line') return node.number === null ? [] : [node.number];
		if (node.kind !== 'lines') return [];
		return node.spans.flatMap(([first, last]) =>
			first === null || last === null || last - first > 2_000
				? []
				: Array.from({ length: last - first + 1 }, (_, at) => first + at)
		);
	});
}
