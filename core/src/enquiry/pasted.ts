/** A pasted list of terms: split, cleaned, read, and compared with what is there, before anything is added. */
import { NO_SURROUNDINGS, bind, DEFAULT_FIELDS, covers, hasErrors, parse, print, type Query } from '../query/index.ts';
import type { Concept } from './enquiry.ts';
import { phraseInField, readTermText } from './terms.ts';

export type PastedRow =
	/**
	 * To be added; `coveredBy` is a word of the concept, or an earlier row, that retrieves all of it. `coded` is true
	 * for what seems to have a code of a platform, which would be searched as a word.
	 */
	| {
			readonly kind: 'new';
			readonly typed: string;
			readonly expression: string;
			readonly coveredBy: string | null;
			readonly coded: boolean;
			readonly elsewhere: readonly string[];
	  }
	| { readonly kind: 'there'; readonly typed: string; readonly expression: string }
	/** A heading by its label, as `{Dementia >}` or as it stands in a vocabulary; who shows it looks it up. */
	| { readonly kind: 'heading'; readonly typed: string; readonly label: string; readonly narrower: boolean }
	| { readonly kind: 'sentence'; readonly typed: string; readonly pieces: readonly string[] }
	| { readonly kind: 'refused'; readonly typed: string; readonly message: string };

/** Terms of one paste, at most; more belong in an import. */
export const MOST_PASTED = 2_000;

/** Lines of a pasted text, roughly, without reading them: what is too long is refused before anything else is done with it. */
export function pastedLines(text: string): number {
	let lines = 1;
	for (let at = 0; at < text.length; at++) if (text.charCodeAt(at) === 10 || text.charCodeAt(at) === 59) lines++;
	return lines;
}

/** True for what is more than one term: it is shown before it is added. */
export const isList = (text: string): boolean =>
	pastedLines(text) > MOST_PASTED || splitPasted(text).length > 1 || /^\s*\{[^{}]+\}\s*$/.test(text);

/** Without blanks, commas and points at the end; a pattern would try every run of them in between. */
function withoutEnd(line: string): string {
	let end = line.length;
	while (end > 0 && /[\s,.]/.test(line.charAt(end - 1))) end--;
	return line.slice(0, end);
}

/** Terms of a pasted text: by lines, semicolons, tabs, commas and ORs; bullets and numbers in front removed. */
export function splitPasted(text: string): string[] {
	const lines = text
		.split(/[\r\n\t;]+/)
		.map((line) => withoutEnd(line.replace(/^\s*(?:[-–•·▪]\s*|\*\s+|\(?\d{1,3}[.)]\s+)/u, '')).trim())
		.filter((line) => line !== '');
	return lines.flatMap((line) => {
		const { tree, faults } = parse(line);
		if (tree?.kind === 'or' && !hasErrors(faults)) return tree.items.map(print);
		if (!line.includes(',') || /["{}]/.test(line) || looksCoded(line)) return [line];
		return line
			.split(',')
			.map((part) => part.trim())
			.filter((part) => part !== '');
	});
}

/** Lines of a pasted text that may be inverted labels of headings, such as “Delirium, Waking”. */
export const invertedLines = (text: string): string[] =>
	pastedLines(text) > MOST_PASTED
		? []
		: text
				.split(/[\r\n\t;]+/)
				.map((line) => line.trim())
				.filter((line) => /^[^,{}"]+, [^,{}"]+$/.test(line));

function queryOf(expression: string): Query | null {
	const { tree, faults } = parse(expression);
	return tree && !hasErrors(faults) ? bind(tree, NO_SURROUNDINGS).query : null;
}

/** The terms that no other of them covers: of `stroke*`, `stroke` and `strokes` the first. Of two that say the same the first stays. */
export function withoutCovered(texts: readonly string[]): string[] {
	const read = [...new Set(texts)].map((text) => ({ text, query: queryOf(text) }));
	return read
		.filter(({ query }, at) => {
			if (!query) return true;
			return !read.some(
				(other, place) =>
					place !== at && other.query && covers(other.query, query) && (place < at || !covers(query, other.query))
			);
		})
		.map((one) => one.text);
}

/**
 * What words of a search do not hold, so that it may set a code off: signs, and a point or colon between letters
 * without a blank (common practice; abbreviations have one letter before their point).
 */
const SET_OFF = /[[\]<>=|^$§]|[\p{L}\p{N}]{2}[*?~"]*[.:]\p{L}|[*?~"][.:]\p{L}/u;

/** True for a term that seems to have a code of a platform; fields of the notation are none. */
export function looksCoded(typed: string): boolean {
	const { tree, faults } = parse(typed);
	if (tree && !hasErrors(faults) && ['field', 'limit', 'heading', 'near'].includes(tree.kind)) return false;
	return phraseInField(typed) === null && SET_OFF.test(typed);
}

interface OwnTerm {
	readonly text: string;
	readonly query: Query | null;
}

const PLAIN_FIELDS = DEFAULT_FIELDS.join();
/** The pattern of a word without wildcards in the fields that text is read in by itself; null for anything else. */
const plainWord = (query: Query | null): string | null =>
	query?.kind === 'word' && !/[*?~]/.test(query.pattern) && query.fields.join() === PLAIN_FIELDS ? query.pattern : null;

/** Reads a pasted list for a concept of an enquiry. Nothing is added twice. */
export function readPasted(
	text: string,
	concept: Pick<Concept, 'id' | 'words'>,
	concepts: readonly Pick<Concept, 'id' | 'words'>[]
): PastedRow[] {
	const own: OwnTerm[] = [];
	/** Words without wildcards by their pattern, since they cover nothing but themselves; and all other terms. */
	const plain = new Map<string, OwnTerm>();
	const others: OwnTerm[] = [];
	const keep = (text: string, query: Query | null): void => {
		const term = { text, query };
		own.push(term);
		const pattern = plainWord(query);
		if (pattern === null) others.push(term);
		else if (!plain.has(pattern)) plain.set(pattern, term);
	};
	const coverOf = (query: Query): OwnTerm | undefined => {
		const pattern = plainWord(query);
		const same = pattern === null ? undefined : plain.get(pattern);
		return (pattern === null ? own : same ? [same, ...others] : others).find(
			(one) => one.query && covers(one.query, query)
		);
	};
	for (const one of concept.words) keep(one.text, queryOf(one.text));
	const known = new Set(own.map((one) => one.text.toLowerCase()));
	return splitPasted(text)
		.slice(0, MOST_PASTED)
		.map((typed): PastedRow => {
			const { tree, faults } = parse(typed);
			if (tree?.kind === 'heading' && tree.label !== null && !hasErrors(faults))
				return { kind: 'heading', typed, label: tree.label, narrower: tree.narrower };
			const reading = readTermText(typed);
			if (reading.kind === 'sentence') return { kind: 'sentence', typed, pieces: reading.pieces };
			if (reading.kind === 'refused') return { kind: 'refused', typed, message: reading.message };
			const { expression } = reading;
			if (known.has(expression.toLowerCase())) return { kind: 'there', typed, expression };
			const query = queryOf(expression);
			const wide = query && coverOf(query);
			known.add(expression.toLowerCase());
			keep(expression, query);
			const elsewhere = concepts
				.filter(
					(one) =>
						one.id !== concept.id && one.words.some((word) => word.text.toLowerCase() === expression.toLowerCase())
				)
				.map((one) => one.id);
			return { kind: 'new', typed, expression, coveredBy: wide?.text ?? null, coded: looksCoded(typed), elsewhere };
		});
}
