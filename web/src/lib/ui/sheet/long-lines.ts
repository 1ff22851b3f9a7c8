/**
 * Typing in a very long line. A browser that edits a paragraph of thousands of pieces itself takes longer than a
 * key may; here the editor is told what was typed, and it changes only what differs on the screen.
 */
import { EditorSelection } from '@codemirror/state';
import { EditorView } from '@codemirror/view';

/** Signs in a line from which on the browser's own editing can be felt. */
const LONG = 2_000;

export const longLines = EditorView.domEventHandlers({
	beforeinput(event, view) {
		const { data, inputType } = event;
		const { main, ranges } = view.state.selection;
		// Words being composed belong to the keyboard, and several cursors to the editor.
		if (
			inputType !== 'insertText' ||
			data === null ||
			data === '' ||
			event.isComposing ||
			view.composing ||
			view.state.readOnly ||
			ranges.length > 1
		)
			return false;
		if (view.state.doc.lineAt(main.head).length < LONG) return false;
		const change = () =>
			view.state.update({
				changes: { from: main.from, to: main.to, insert: data },
				selection: EditorSelection.cursor(main.from + data.length),
				userEvent: 'input.type',
				scrollIntoView: true
			});
		event.preventDefault();
		if (!view.state.facet(EditorView.inputHandler).some((handle) => handle(view, main.from, main.to, data, change)))
			view.dispatch(change());
		return true;
	}
});
