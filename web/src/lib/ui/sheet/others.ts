/** Where others are: the line that the cursor of each is on. */
import { StateEffect, StateField, type EditorState, type Extension, type Range } from '@codemirror/state';
import { Decoration, EditorView, WidgetType, type DecorationSet } from '@codemirror/view';
import type { Presence } from '$lib/contract/enquiries';
import { lineIds } from './identity';

export const setOthers = StateEffect.define<readonly Presence[]>();

class NameWidget extends WidgetType {
	constructor(private readonly names: string) {
		super();
	}
	override eq(other: NameWidget): boolean {
		return this.names === other.names;
	}
	override toDOM(): HTMLElement {
		const name = document.createElement('span');
		name.className = 'other-here';
		// Drawn by the style sheet, so that the text of the line stays what is searched.
		name.dataset['label'] = this.names;
		name.setAttribute('role', 'note');
		name.setAttribute('aria-label', `${this.names} is on this line`);
		return name;
	}
}

const present = StateField.define<readonly Presence[]>({
	create: () => [],
	update(value, transaction) {
		for (const effect of transaction.effects) if (effect.is(setOthers)) return effect.value;
		return value;
	}
});

function build(state: EditorState): DecorationSet {
	const here = state.field(present);
	if (here.length === 0) return Decoration.none;
	const ids = state.field(lineIds);
	const marks: Range<Decoration>[] = [];
	for (const line of new Set(here.map((one) => one.line))) {
		const at = line === null ? -1 : ids.indexOf(line);
		if (at < 0 || at >= state.doc.lines) continue;
		const names = [...new Set(here.filter((one) => one.line === line).map((one) => one.name))].join(', ');
		const { from, to } = state.doc.line(at + 1);
		marks.push(
			Decoration.line({ class: 'other-line' }).range(from),
			Decoration.widget({ widget: new NameWidget(names), side: 2 }).range(to)
		);
	}
	return Decoration.set(marks, true);
}

const drawn = StateField.define<DecorationSet>({
	create: build,
	update: (value, transaction) =>
		transaction.docChanged ||
		transaction.startState.field(present) !== transaction.state.field(present) ||
		transaction.startState.field(lineIds) !== transaction.state.field(lineIds)
			? build(transaction.state)
			: value,
	provide: (field) => EditorView.decorations.from(field)
});
export const others: Extension = [present, drawn];
