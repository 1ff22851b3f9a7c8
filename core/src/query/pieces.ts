/**
 * From a text to its pieces and brackets, with the Lezer grammar (notation.grammar). Comments are
 * taken out of the row and left on the piece that follows them.
 */
import type { Span } from './expression.ts';
import { parser } from './notation-parser.ts';

export type FlatPieceKind =
	| 'word'
	| 'operator'
	| 'nearness'
	| 'phrase'
	| 'heading'
	| 'line'
	| 'concept'
	| 'identifier'
	| 'plus'
	| 'colon'
	| 'comma'
	| 'sign'
	| 'close';

export interface FlatPiece extends Span {
	readonly kind: FlatPieceKind;
	readonly text: string;
	readonly comments: readonly string[];
	/** False for a phrase, heading or bracket whose closing sign is missing. */
	readonly closed: boolean;
}

export interface GroupPiece extends Span {
	readonly kind: 'group';
	readonly pieces: readonly Piece[];
	readonly comments: readonly string[];
	readonly closed: boolean;
}

export type Piece = FlatPiece | GroupPiece;

export interface Pieces {
	readonly pieces: readonly Piece[];
	/** Comments after the last piece. */
	readonly trailing: readonly string[];
	/** A comment that is never closed; it takes in the rest of the text. */
	readonly openComment: Span | null;
}

const KINDS: Readonly<Record<string, FlatPieceKind>> = {
	Word: 'word',
	Operator: 'operator',
	Nearness: 'nearness',
	Phrase: 'phrase',
	UnclosedPhrase: 'phrase',
	Heading: 'heading',
	UnclosedHeading: 'heading',
	LineReference: 'line',
	ConceptReference: 'concept',
	Identifier: 'identifier',
	Plus: 'plus',
	Colon: 'colon',
	Comma: 'comma',
	Sign: 'sign',
	Close: 'close'
};

/** Cuts a text into pieces. Never fails: what fits nothing becomes a `sign`. */
export function readPieces(text: string): Pieces {
	let comments: string[] = [];
	let openComment: Span | null = null;
	const take = () => {
		const taken = comments;
		comments = [];
		return taken;
	};

	// Brackets may be nested as deep as the text is long, so the walk keeps its own stack.
	const rows: Piece[][] = [[]];
	const open: { from: number; comments: readonly string[] }[] = [];
	const closeGroup = (to: number, closed: boolean) => {
		const row = rows.pop() ?? [];
		const start = open.pop();
		if (!start) return;
		rows.at(-1)?.push({ kind: 'group', from: start.from, to, pieces: row, comments: start.comments, closed });
	};
	const add = (name: string, from: number, to: number) => {
		if (name === 'Comment' || name === 'UnclosedComment') {
			const closed = name === 'Comment';
			comments.push(text.slice(from + 2, closed ? to - 2 : to).trim());
			if (!closed) openComment = { from, to };
			return;
		}
		const kind = KINDS[name];
		if (!kind) return;
		const closed = !name.startsWith('Unclosed');
		rows.at(-1)?.push({ kind, from, to, text: text.slice(from, to), comments: take(), closed });
	};

	parser
		.parse(text)
		.cursor()
		.iterate(({ name, from, to }) => {
			if (name === 'Open') {
				open.push({ from, comments: take() });
				rows.push([]);
			} else if (name === 'Close' && open.length > 0) closeGroup(to, true);
			else add(name, from, to);
		});
	while (open.length > 0) closeGroup(text.length, false);
	return { pieces: rows[0] ?? [], trailing: comments, openComment };
}
