/** Colour of the notation in the visible lines, from the same grammar that the server reads with. */
import { RangeSetBuilder } from '@codemirror/state';
import { Decoration, ViewPlugin, type DecorationSet, type EditorView, type ViewUpdate } from '@codemirror/view';
import { notationParser } from '@wide-lantern/core/editor';

const CLASSES: Readonly<Record<string, string>> = {
	Operator: 'n-operator',
	Nearness: 'n-operator',
	Heading: 'n-heading',
	UnclosedHeading: 'n-heading',
	Phrase: 'n-phrase',
	UnclosedPhrase: 'n-phrase',
	LineReference: 'n-reference',
	ConceptReference: 'n-reference',
	Comment: 'n-comment',
	UnclosedComment: 'n-comment',
	Identifier: 'n-field',
	Open: 'n-bracket',
	Close: 'n-bracket'
};
const marks = new Map(
	[...new Set([...Object.values(CLASSES), 'n-field'])].map((name) => [name, Decoration.mark({ class: name })])
);

function decorate(view: EditorView): DecorationSet {
	const builder = new RangeSetBuilder<Decoration>();
	for (const { from, to } of view.visibleRanges)
		for (let at = from; at <= to;) {
			const line = view.state.doc.lineAt(at);
			// A block of this size is read for its meaning, not for its colours.
			if (line.length > 60_000) {
				at = line.to + 1;
				continue;
			}
			let word: { from: number; to: number } | null = null;
			const found: { from: number; to: number; name: string }[] = [];
			notationParser
				.parse(line.text)
				.cursor()
				.iterate((node) => {
					// A word before a colon (or a plus and a word before one) is a field.
					if (node.name === 'Word')
						word = { from: word && line.text.charAt(node.from - 1) === '+' ? word.from : node.from, to: node.to };
					if (node.name === 'Colon' && word) found.push({ from: word.from, to: node.to, name: 'n-field' });
					const name = CLASSES[node.name];
					if (name) found.push({ from: node.from, to: node.to, name });
				});
			for (const { from: start, to: end, name } of found.sort((a, b) => a.from - b.from)) {
				const mark = marks.get(name);
				if (mark) builder.add(line.from + start, line.from + end, mark);
			}
			at = line.to + 1;
		}
	return builder.finish();
}

export const highlight = ViewPlugin.fromClass(
	class {
		decorations: DecorationSet;
		constructor(view: EditorView) {
			this.decorations = decorate(view);
		}
		update(update: ViewUpdate) {
			if (update.docChanged || update.viewportChanged) this.decorations = decorate(update.view);
		}
	},
	{ decorations: (plugin) => plugin.decorations }
);
