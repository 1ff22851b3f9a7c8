/**
 * What belongs together, shown where the cursor is: the two sides of a WITHIN or BEFORE, and the
 * line that a reference points to. (Brackets are shown by the editor itself.)
 */
import { StateField, type EditorState, type Extension, type Range } from '@codemirror/state';
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { nodesOf, parse, termPlaces, type Expression, type Span } from '@wide-lantern/core/editor';

const side = Decoration.mark({ class: 'n-side' });
const pointed = Decoration.line({ class: 'n-pointed' });
/** Longer lines are not read at every move of the cursor. */
const READ = 20_000;

/** The places of both sides of the proximity whose operator holds this place; null elsewhere. */
export function sidesAt(tree: Expression, text: string, at: number): readonly [Span, Span] | null {
	let found: readonly [Span, Span] | null = null;
	for (const node of nodesOf(tree)) {
		if (node.kind !== 'near') continue;
		const [left, right] = [whole(node.left), whole(node.right)];
		const operator = text.slice(left.to, right.from).search(/[A-Z]/);
		if (operator >= 0 && at >= left.to && at <= right.from) found = [left, right];
	}
	return found;
}

function whole(tree: Expression): Span {
	const places = termPlaces(tree);
	return { from: Math.min(...places.map((one) => one.from)), to: Math.max(...places.map((one) => one.to)) };
}

/** Numbers of the lines that the reference at a place names. */
export function linesAt(text: string, at: number): readonly number[] {
	for (const match of text.matchAll(/(?:ANY|ALL)\s*\([^()]*\)|#(\d+)/gi)) {
		if (at < match.index || at > match.index + match[0].length) continue;
		return [...match[0].matchAll(/#(\d+)(?:\s*-\s*#(\d+))?/g)].flatMap(([, first, last]) => {
			const from = Number(first);
			const to = Math.min(Number(last ?? first), from + 2_000);
			return Array.from({ length: Math.max(0, to - from + 1) }, (_, step) => from + step);
		});
	}
	return [];
}

function build(state: EditorState): DecorationSet {
	const { head } = state.selection.main;
	const line = state.doc.lineAt(head);
	if (line.length > READ) return Decoration.none;
	const marks: Range<Decoration>[] = [];
	const at = head - line.from;
	for (const number of new Set(linesAt(line.text, at)))
		if (number >= 1 && number <= state.doc.lines) marks.push(pointed.range(state.doc.line(number).from));
	if (/WITHIN\/|BEFORE\//.test(line.text)) {
		const { tree } = parse(line.text);
		for (const one of (tree && sidesAt(tree, line.text, at)) ?? [])
			if (one.to > one.from) marks.push(side.range(line.from + one.from, line.from + one.to));
	}
	return Decoration.set(marks, true);
}

const field = StateField.define<DecorationSet>({
	create: build,
	update: (value, transaction) => (transaction.docChanged || transaction.selection ? build(transaction.state) : value),
	provide: (of) => EditorView.decorations.from(of)
});
export const partners: Extension = field;
