/**
 * Keeps the text of the sheet and the document of the enquiry in line: what is typed becomes edits,
 * and edits of others, undo, and renumbered references become text.
 */
import { Transaction, type ChangeSpec, type EditorState } from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import {
	cleanLine,
	conceptLetter,
	parse,
	roleOf,
	toSource,
	toText,
	usersOf,
	type Edit,
	type Json,
	type Names,
	type StrategyLine
} from '@wide-lantern/core/editor';
import type { EnquiryClient } from '$lib/work/enquiry.svelte';
import { newId } from '$lib/work/new-id';
import { difference, lineIds, setLineIds } from './identity';

/** Names of the day for lines and concepts; headings are the server's to name. */
export function namesFor(document: EnquiryClient['document'], ids: readonly string[]): Names {
	const numbers = new Map(ids.map((id, at) => [id, at + 1]));
	const { concepts } = document;
	return {
		lineId: (number) => ids[number - 1] ?? null,
		lineNumber: (id) => numbers.get(id) ?? null,
		conceptIds(letter, strand) {
			const concept = concepts.find((_, at) => conceptLetter(at) === letter);
			const named = strand === null ? null : (concept?.strands[strand - 1]?.id ?? null);
			return concept && (strand === null || named !== null) ? { concept: concept.id, strand: named } : null;
		},
		conceptName(id, strandId) {
			const at = concepts.findIndex((one) => one.id === id);
			const strand = strandId === null ? null : (concepts[at]?.strands.findIndex((one) => one.id === strandId) ?? -1) + 1;
			return at < 0 || strand === 0 ? null : { letter: conceptLetter(at), strand };
		},
		headingKey: () => null,
		headingName: () => null
	};
}

const shownText = (line: StrategyLine, names: Names) => toText(line.source, names);
const SEARCHING = ['headings', 'words', 'mixed'];

export class TextSync {
	/** Source last sent from this editor, by line, and how it read then: until either changes, the text is the searcher's own. */
	private readonly sent = new Map<string, { source: string; shown: string }>();
	private lastNames: Names | null = null;

	/** @param say tells the searcher what deleting lines has broken */
	constructor(
		private readonly enquiry: EnquiryClient,
		private readonly say: (message: string) => void
	) {}

	/** The text to begin with, and the identities of its lines. */
	start(): { text: string; ids: readonly string[] } {
		const { lines } = this.enquiry.document;
		const ids = lines.length > 0 ? lines.map((line) => line.id) : [newId()];
		const names = namesFor(this.enquiry.document, ids);
		this.lastNames = names;
		return { text: lines.map((line) => shownText(line, names)).join('\n'), ids };
	}

	/** What the searcher did becomes edits of the enquiry. */
	send(state: EditorState): void {
		const { enquiry, sent, lastNames } = this;
		const ids = state.field(lineIds);
		const names = namesFor(enquiry.document, ids);
		const known = new Map(enquiry.document.lines.map((line) => [line.id, line]));
		const edits: Edit[] = [];
		const here = new Set(ids);
		for (const line of enquiry.document.lines) if (!here.has(line.id)) edits.push({ do: 'remove', at: ['lines', line.id] });
		ids.forEach((id, at) => {
			const text = cleanLine(state.doc.line(at + 1).text);
			const line = known.get(id);
			if (!line) {
				const source = toSource(text, names);
				const above = known.get(ids[at - 1] ?? '');
				const role = roleOf(parse(text).tree);
				const inherits = above && SEARCHING.includes(role) ? above : null;
				const item = { id, source, concept: inherits?.concept ?? null, strand: inherits?.strand ?? null, role, label: '', note: '', off: false };
				edits.push({ do: 'insert', in: ['lines'], item, after: ids[at - 1] ?? null });
				known.set(id, item as StrategyLine);
				sent.set(id, { source, shown: toText(source, names) });
			} else if (lastNames && shownText(line, lastNames) !== text) {
				const source = toSource(text, names);
				edits.push({ do: 'set', at: ['lines', id, 'source'], value: source });
				// A line's role is recognised when it first says something.
				if (line.source.trim() === '' && text.trim() !== '') {
					const role = roleOf(parse(text).tree);
					edits.push({ do: 'set', at: ['lines', id, 'role'], value: role });
					if (!SEARCHING.includes(role)) edits.push({ do: 'set', at: ['lines', id, 'concept'], value: null });
				}
				sent.set(id, { source, shown: toText(source, names) });
			}
		});
		this.lastNames = names;
		const removed = edits.flatMap((edit) => (edit.do === 'remove' ? [edit.at[1] ?? ''] : []));
		const users = removed.length > 0 ? usersOf(enquiry.document, removed) : [];
		if (users.length > 0)
			this.say(
				`${users.length === 1 ? `Line ${users[0]} uses` : `Lines ${users.join(', ')} use`} what was just taken out; the reference now reads #?. Undo (Ctrl Z) brings the line back.`
			);
		if (edits.length > 0) enquiry.edit('edit the strategy', edits as Edit[] & Json);
	}

	/** Brings the text in line with the enquiry: others' edits, undo, renumbered references. */
	sync(editor: EditorView, turned: boolean): void {
		const { enquiry, sent } = this;
		const state = editor.state;
		const lines = enquiry.document.lines;
		const wantedIds = lines.map((line) => line.id);
		const names = namesFor(enquiry.document, wantedIds);
		const haveIds = state.field(lineIds);
		const active = editor.hasFocus ? state.doc.lineAt(state.selection.main.head).number : -1;
		const sameLines = haveIds.length === wantedIds.length && haveIds.every((id, at) => id === wantedIds[at]);
		if (!sameLines) {
			// An empty text stands for a strategy without lines.
			if (wantedIds.length === 0 && haveIds.length === 1 && state.doc.length === 0) return;
			const text = lines.map((line) => shownText(line, names)).join('\n');
			const change = difference(state.doc.toString(), text);
			const keepId = haveIds[active - 1];
			const freshIds = wantedIds.length > 0 ? wantedIds : [newId()];
			const spec = { effects: setLineIds.of(freshIds), annotations: Transaction.addToHistory.of(false), ...(change ? { changes: change } : {}) };
			editor.dispatch(spec);
			const now = keepId === undefined ? -1 : freshIds.indexOf(keepId);
			if (active > 0 && now >= 0 && now !== active - 1) editor.dispatch({ selection: { anchor: editor.state.doc.line(now + 1).to } });
			this.lastNames = names;
			return;
		}
		const changes: ChangeSpec[] = [];
		lines.forEach((line, at) => {
			const there = state.doc.line(at + 1);
			const wanted = shownText(line, names);
			if (wanted === there.text) return;
			// The line being typed in stays as typed until its numbers, or its source, change.
			const own = sent.get(line.id);
			if (!turned && at + 1 === active && own?.source === line.source && own.shown === wanted) return;
			const change = difference(there.text, wanted);
			if (change) changes.push({ from: there.from + change.from, to: there.from + change.to, insert: change.insert });
		});
		this.lastNames = names;
		if (changes.length > 0) editor.dispatch({ changes, effects: setLineIds.of(haveIds), annotations: Transaction.addToHistory.of(false) });
	}
}
