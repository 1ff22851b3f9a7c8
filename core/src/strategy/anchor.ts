/**
 * An anchor holds by identity what the text of a line names: a line, a list of lines, a concept, a heading
 * (notation.md, sections 4 and 5). This is the only place that knows how it is written in a stored line.
 */
import { ANCHOR_CLOSE, ANCHOR_MARKS, ANCHOR_OPEN } from '../text/index.ts';

export interface HeadingAnchor {
	readonly key: string;
	/** The label when it was written, for a heading that the vocabulary has lost. */
	readonly label: string;
	readonly main: boolean;
	readonly narrower: boolean;
	readonly except: readonly { readonly key: string; readonly label: string }[];
	readonly qualifiers: readonly string[];
}
export type Anchor =
	| { readonly kind: 'line'; readonly line: string }
	| {
			readonly kind: 'lines';
			readonly mode: 'any' | 'all';
			/** Identities as they were listed; those of one range together. */
			readonly spans: readonly (readonly string[])[];
	  }
	| { readonly kind: 'concept'; readonly concept: string; readonly strand: string | null }
	| {
			readonly kind: 'heading';
			/** A {@link HeadingAnchor} as JSON: it is read only where it is needed, since lines with many headings are looked over at every key. */
			readonly json: string;
	  };

const ANCHOR = new RegExp(`${ANCHOR_OPEN}([^${ANCHOR_CLOSE}]*)${ANCHOR_CLOSE}`, 'g');
const MARKS = new RegExp(`[${ANCHOR_MARKS}]`, 'g');
const PIECES = new RegExp(`${ANCHOR_OPEN}[^${ANCHOR_CLOSE}]*${ANCHOR_CLOSE}|[\\p{L}\\p{N}]+|\\s+|.`, 'gsu');
/** Between the identities of a list that were typed as a range. */
const IN_RANGE = '~';
const MODES = { any: '|', all: '&' } as const;

/** As it is stored. */
export function writeAnchor(anchor: Anchor): string {
	switch (anchor.kind) {
		case 'line':
			return wrapped(`#${anchor.line}`);
		case 'lines':
			return wrapped(MODES[anchor.mode] + anchor.spans.map((span) => span.join(IN_RANGE)).join(','));
		case 'concept':
			return wrapped(`@${anchor.concept}${anchor.strand === null ? '' : `/${anchor.strand}`}`);
		case 'heading':
			return wrapped(`{${anchor.json}`);
	}
}
const wrapped = (inside: string): string => ANCHOR_OPEN + inside + ANCHOR_CLOSE;

/** Null for what is not one. @param inside what is between the marks */
function readAnchor(inside: string): Anchor | null {
	const body = inside.slice(1);
	switch (inside.charAt(0)) {
		case '#':
			return { kind: 'line', line: body };
		case '|':
		case '&':
			return {
				kind: 'lines',
				mode: inside.startsWith('|') ? 'any' : 'all',
				spans: body.split(',').map((span) => span.split(IN_RANGE))
			};
		case '@': {
			const [concept = '', strand = null] = body.split('/');
			return { kind: 'concept', concept, strand };
		}
		case '{':
			return { kind: 'heading', json: body };
		default:
			return null;
	}
}

/** A stored text with something else in the place of each anchor. @param by is given null for what is between marks and is not one */
export const replaceAnchors = (source: string, by: (anchor: Anchor | null, whole: string) => string): string =>
	source.replace(ANCHOR, (whole, inside: string) => by(readAnchor(inside), whole));

/** The anchors of a stored text, from left to right. */
export const anchorsOf = (source: string): readonly Anchor[] =>
	[...source.matchAll(ANCHOR)].flatMap(([, inside = '']) => readAnchor(inside) ?? []);

/** What an anchor of a heading holds. */
export const headingIn = ({ json }: Extract<Anchor, { readonly kind: 'heading' }>): HeadingAnchor =>
	JSON.parse(json) as HeadingAnchor;

/** The lines that an anchor stands for. */
export const linesOfAnchor = (anchor: Anchor | null): readonly string[] =>
	anchor?.kind === 'line' ? [anchor.line] : anchor?.kind === 'lines' ? anchor.spans.flat() : [];

export const lineAnchor = (line: string): string => writeAnchor({ kind: 'line', line });

/** A text from outside without marks. */
export const withoutMarks = (text: string): string => text.replace(MARKS, '');

/** Words, spaces and single characters of a text; an anchor is one piece. */
export const wholePieces = (text: string): string[] => text.match(PIECES) ?? [];
