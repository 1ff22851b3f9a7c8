/** What is offered while typing: headings after `{`, lines after `#`, concepts after `@`. */
import { callServer } from '$lib/contract/call-server';
import type { HeadingMatch } from '$lib/contract/headings';
import {
	acceptCompletion,
	autocompletion,
	completionStatus,
	moveCompletionSelection,
	selectedCompletion,
	type Completion,
	type CompletionContext,
	type CompletionResult
} from '@codemirror/autocomplete';
import type { Extension } from '@codemirror/state';
import { ViewPlugin, type EditorView, type ViewUpdate } from '@codemirror/view';
import { printLabel } from '@wide-lantern/core/editor';
import { reasonText } from '$lib/client/headings';

export interface Offers {
	vocabulary(): string;
	lines(): readonly { number: number; text: string; label: string }[];
	concepts(): readonly { letter: string; name: string }[];
}

/** What headings are looked up for, and what lines and concepts are offered for: the text before the cursor. */
const HEADING = /\{!?[^{}|>;]*/;
const REFERENCE = /[#@]\w*/;
const OFFERED = new RegExp(`(${HEADING.source}|${REFERENCE.source})$`);

/** Remembers a Tab that was pressed before the offers for the last letters had come, and takes the first of them when they are there. */
const quickTab = ViewPlugin.define((view) => ({
	isWaiting: false,
	update(update: ViewUpdate) {
		if (update.docChanged || update.selectionSet || update.focusChanged) this.isWaiting = false;
		if (!this.isWaiting || completionStatus(update.state) === 'pending') return;
		this.isWaiting = false;
		// An update must not start another one.
		queueMicrotask(() => view.state.doc === update.state.doc && takeOffer(view));
	}
}));

function takeOffer(view: EditorView): boolean {
	if (completionStatus(view.state) !== 'active') return false;
	if (!selectedCompletion(view.state)) moveCompletionSelection(true)(view);
	return acceptCompletion(view);
}

/**
 * Tab takes the offer that is marked, or the first one; pressed while the offers are being fetched, it waits for them. Enter takes one
 * only after moving in the list: what was typed may be whole.
 */
export function acceptOffer(view: EditorView): boolean {
	const { head } = view.state.selection.main;
	const before = view.state.sliceDoc(view.state.doc.lineAt(head).from, head);
	const waiting = view.plugin(quickTab);
	if (waiting && completionStatus(view.state) === 'pending' && OFFERED.test(before)) return (waiting.isWaiting = true);
	return takeOffer(view);
}

export function completions(offers: Offers): Extension {
	const offered = autocompletion({
		override: [(context) => headings(context, offers), (context) => references(context, offers)],
		icons: false,
		activateOnTyping: true,
		selectOnOpen: false,
		// Enter takes nothing by accident here, and a quick Tab must not leave the sheet.
		interactionDelay: 0
	});
	return [offered, quickTab];
}

async function headings(context: CompletionContext, offers: Offers): Promise<CompletionResult | null> {
	const typed = context.matchBefore(HEADING);
	if (!typed) return null;
	const start = typed.text.startsWith('{!') ? 2 : 1;
	const words = typed.text.slice(start);
	const asking = new AbortController();
	context.addEventListener('abort', () => asking.abort());
	const answer = await callServer('GET /api/v1/vocabularies/[vocabulary]/lookup', {
		path: { vocabulary: offers.vocabulary() },
		query: { q: words },
		signal: asking.signal
	}).catch(() => null);
	if (!answer?.ok) return null;
	const { matches } = answer.value;
	return {
		from: typed.from + start,
		filter: false,
		options: matches.slice(0, 12).map((match): Completion => ({
			label: match.label,
			detail: reasonText(match),
			apply: (view, _, from, to) => take(view, match, from, to)
		}))
	};
}

/** Writes the heading with its closing brace and goes on behind it, where the next operator is typed. */
function take(view: EditorView, match: HeadingMatch, from: number, to: number): void {
	const insert = `${printLabel(match.label)}${match.narrower > 0 ? ' >' : ''}}`;
	const end = view.state.sliceDoc(to, to + 1) === '}' ? to + 1 : to;
	view.dispatch({
		changes: { from, to: end, insert },
		selection: { anchor: from + insert.length },
		userEvent: 'input.complete'
	});
}

function references(context: CompletionContext, offers: Offers): CompletionResult | null {
	const typed = context.matchBefore(REFERENCE);
	if (!typed) return null;
	const here = context.state.doc.lineAt(context.pos).number;
	const options: Completion[] = typed.text.startsWith('#')
		? offers
				.lines()
				.filter((line) => line.number < here)
				.map((line) => ({ label: `#${line.number}`, detail: line.label || line.text.slice(0, 60) }))
		: offers.concepts().map((one) => ({ label: `@${one.letter}`, detail: one.name }));
	// A whole reference with nothing longer to offer needs no list over the text.
	const isOpen = (text: string) =>
		options.some((one) => one.label.length > text.length && one.label.toLowerCase().startsWith(text.toLowerCase()));
	if (!context.explicit && !isOpen(typed.text)) return null;
	return { from: typed.from, options, validFor: (text) => /^[#@]\w*$/.test(text) && isOpen(text) };
}
