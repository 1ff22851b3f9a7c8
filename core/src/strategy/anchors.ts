/**
 * References that stay right: in the stored text of a line, lines, concepts and headings are held
 * by identity (anchor.ts); for people they are shown as numbers, letters and
 * labels of the day (notation.md, sections 4 and 5).
 */
import { nodesOf, print, type Expression, type HeadingPiece, type Span } from '../query/index.ts';
import {
	anchorsOf,
	headingIn,
	linesOfAnchor,
	replaceAnchors,
	withoutMarks,
	writeAnchor,
	type Anchor,
	type HeadingAnchor
} from './anchor.ts';
import { parseCached } from './trees.ts';

/** What a name of the day stands for, and the reverse. */
export interface Names {
	lineId(number: number): string | null;
	lineNumber(id: string): number | null;
	conceptIds(
		letter: string,
		strand: number | null
	): { readonly concept: string; readonly strand: string | null } | null;
	conceptName(
		concept: string,
		strand: string | null
	): { readonly letter: string; readonly strand: number | null } | null;
	/** `vocabulary:identifier` of a label; null where it is unknown or stands for several. */
	headingKey(label: string, vocabulary: string | null): string | null;
	/** The label of today, and whether the vocabulary must be named beside it. */
	headingName(key: string): { readonly label: string; readonly vocabulary: string | null } | null;
}

/** A text from outside as one line. */
export const cleanLine = (text: string): string =>
	withoutMarks(text).replace(/[\r\n\t\u0000-\u001F\u007F\u2028\u2029]+/g, ' ');

/** What a line, a list of lines, a concept or a heading begins with. */
const NAMING = /[#@{]/;

/** Puts identities in the place of numbers, letters and labels. What is not known stays as typed. */
export function toSource(text: string, names: Names): string {
	const clean = cleanLine(text);
	// A block of thousands of words names nothing: it need not be read at every key.
	if (!NAMING.test(clean)) return clean;
	const { tree } = parseCached(clean);
	if (!tree) return clean;
	const replaced: { at: Span; by: string }[] = [];
	for (const node of nodesOf(tree)) {
		const by = anchorOf(node, names);
		if (by !== null && node.at) replaced.push({ at: node.at, by: writeAnchor(by) });
	}
	replaced.sort((a, b) => a.at.from - b.at.from);
	let [source, end] = ['', 0];
	for (const { at, by } of replaced) {
		// What stands inside another piece goes with it.
		if (at.from < end) continue;
		source += clean.slice(end, at.from) + by;
		end = at.to;
	}
	return source + clean.slice(end);
}

function anchorOf(node: Expression, names: Names): Anchor | null {
	switch (node.kind) {
		case 'line': {
			const line = node.number === null ? null : names.lineId(node.number);
			return line === null ? null : { kind: 'line', line };
		}
		case 'lines': {
			const spans: string[][] = [];
			for (const [first, last] of node.spans) {
				if (first === null || last === null || last - first > 10_000) return null;
				const ids: string[] = [];
				for (let number = first; number <= last; number++) {
					const id = names.lineId(number);
					if (id === null) return null;
					ids.push(id);
				}
				spans.push(ids);
			}
			return { kind: 'lines', mode: node.mode, spans };
		}
		case 'concept': {
			const ids = names.conceptIds(node.letter, node.strand);
			return ids && { kind: 'concept', ...ids };
		}
		case 'heading':
			return node.label === null ? null : headingAnchor(node, node.label, names);
		default:
			return null;
	}
}

function headingAnchor(node: HeadingPiece, label: string, names: Names): Anchor | null {
	const key = names.headingKey(label, node.vocabulary);
	const except = node.except.map((one) => ({ key: names.headingKey(one, node.vocabulary), label: one }));
	if (key === null || except.some((one) => one.key === null)) return null;
	const heading: HeadingAnchor = {
		key,
		label: names.headingName(key)?.label ?? label,
		main: node.main,
		narrower: node.narrower,
		except: except.map((one) => ({ key: one.key ?? '', label: names.headingName(one.key ?? '')?.label ?? one.label })),
		qualifiers: node.qualifiers
	};
	return { kind: 'heading', json: JSON.stringify(heading) };
}

/**
 * Anchors what is not anchored yet in a source that may hold anchors already, lost lines among them
 * (their identity is kept, so that undo can bring them back).
 */
export function completeSource(source: string, names: Names): string {
	const LOST = 1_000_000;
	const lost = [...new Set(usedBy(source).lines.filter((id) => names.lineNumber(id) === null))];
	const withLost: Names = {
		...names,
		lineNumber: (id) => names.lineNumber(id) ?? (lost.includes(id) ? LOST + lost.indexOf(id) : null),
		lineId: (number) => (number >= LOST ? (lost[number - LOST] ?? null) : names.lineId(number))
	};
	return toSource(toText(source, withLost), withLost);
}

/** The text for people: today's numbers, letters and labels. A lost line is `#?`. */
export function toText(source: string, names: Names): string {
	return replaceAnchors(source, (anchor) => {
		switch (anchor?.kind) {
			case 'line':
				return `#${names.lineNumber(anchor.line) ?? '?'}`;
			case 'lines':
				return `${anchor.mode === 'any' ? 'ANY' : 'ALL'}(${anchor.spans
					.map((span) => ranges(span.map((id) => names.lineNumber(id))))
					.join(', ')})`;
			case 'concept': {
				const name = names.conceptName(anchor.concept, anchor.strand);
				return name ? `@${name.letter}${name.strand === null ? '' : `/${name.strand}`}` : '#?';
			}
			case 'heading':
				return headingText(headingIn(anchor), names);
			case undefined:
				return '#?';
		}
	});
}

function headingText(anchor: HeadingAnchor, names: Names): string {
	const name = names.headingName(anchor.key);
	return print({
		kind: 'heading',
		vocabulary: name?.vocabulary ?? null,
		label: name?.label ?? anchor.label,
		main: anchor.main,
		narrower: anchor.narrower,
		except: anchor.except.map((one) => names.headingName(one.key)?.label ?? one.label),
		qualifiers: anchor.qualifiers
	});
}

/** What was typed as a range, as ranges: one, unless lines have come between its own. */
function ranges(numbers: readonly (number | null)[]): string {
	const parts: string[] = [];
	for (let index = 0; index < numbers.length;) {
		const first = numbers[index] ?? null;
		let end = index;
		while (first !== null && numbers[end + 1] === first + (end + 1 - index)) end++;
		parts.push(end > index ? `#${first}-#${numbers[end]}` : `#${first ?? '?'}`);
		index = end + 1;
	}
	return parts.join(', ');
}

/** The headings that a stored line names, as `vocabulary:identifier`. */
export const headingsUsedBy = (source: string): string[] =>
	anchorsOf(source).flatMap((anchor) => {
		if (anchor.kind !== 'heading') return [];
		const { key, except } = headingIn(anchor);
		return [key, ...except.map((one) => one.key)];
	});

/** The concepts that a stored line uses, each with its strand, or null for all of them. */
export const usedConcepts = (source: string): { readonly concept: string; readonly strand: string | null }[] =>
	anchorsOf(source).flatMap((anchor) =>
		anchor.kind === 'concept' ? [{ concept: anchor.concept, strand: anchor.strand }] : []
	);

/** The identities of other lines and concepts that a stored line uses. */
export function usedBy(source: string): { readonly lines: readonly string[]; readonly concepts: readonly string[] } {
	const anchors = anchorsOf(source);
	return {
		lines: anchors.flatMap(linesOfAnchor),
		concepts: anchors.flatMap((anchor) => (anchor.kind === 'concept' ? [anchor.concept] : []))
	};
}
