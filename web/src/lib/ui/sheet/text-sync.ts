/**
 * Keeps the text of the sheet and the document of the enquiry in line: what is typed becomes edits,
 * and edits of others, undo, and renumbered references become text.
 */
import { EditorSelection, Transaction, type ChangeSpec, type EditorState } from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import {
	cleanLine,
	cutLabel,
	emptiedConcepts,
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
import { namesFor } from '$lib/client/line-names';
import type { EnquiryClient } from '$lib/client/enquiry.svelte';
import { newId } from '$lib/client/new-id';
import { difference, lineIds, setLineIds } from './identity';

const shownText = (line: StrategyLine, names: Names) => toText(line.source, names);

export class TextSync {
	/** Source last sent from this editor, by line, and how it read then: until either changes, the text is the searcher's own. */
	private readonly sent = new Map<string, { source: string; shown: string; typed: string }>();
	private lastNames: Names | null = null;

	/** @param say tells the searcher what deleting lines has broken */
	constructor(
		private readonly enquiry: EnquiryClient,
		private readonly say: (messages: readonly string[]) => void
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
		for (const line of enquiry.document.lines)
			if (!here.has(line.id)) edits.push({ do: 'remove', at: ['lines', line.id] });
		ids.forEach((id, at) => {
			const { text, label } = cutLabel(cleanLine(state.doc.line(at + 1).text));
			const line = known.get(id);
			if (!line) {
				const source = toSource(text, names);
				const above = known.get(ids[at - 1] ?? '');
				// It belongs to the concept that it is typed in, until what it says tells otherwise.
				const role = roleOf(parse(text).tree);
				const item = {
					id,
					source,
					concept: above?.concept ?? null,
					strand: above?.strand ?? null,
					role,
					label: label ?? '',
					note: '',
					off: false
				};
				edits.push({ do: 'insert', in: ['lines'], item, after: ids[at - 1] ?? null });
				known.set(id, item as StrategyLine);
				sent.set(id, { source, shown: toText(source, names), typed: state.doc.line(at + 1).text });
			} else if (lastNames && shownText(line, lastNames) !== text) {
				const source = toSource(text, names);
				edits.push({ do: 'set', at: ['lines', id, 'source'], value: source });
				sent.set(id, { source, shown: toText(source, names), typed: state.doc.line(at + 1).text });
			}
			// What is typed behind the expression belongs to the line's own text, too.
			const own = sent.get(id);
			if (own) sent.set(id, { ...own, typed: state.doc.line(at + 1).text });
			if (line && label !== null && label !== line.label)
				edits.push({ do: 'set', at: ['lines', id, 'label'], value: label });
		});
		this.lastNames = names;
		const removed = edits.flatMap((edit) => (edit.do === 'remove' ? [edit.at[1] ?? ''] : []));
		const users = removed.length > 0 ? usersOf(enquiry.document, removed) : [];
		const emptied = removed.length > 0 ? emptiedConcepts(enquiry.document, removed) : [];
		const said = [
			...(users.length > 0
				? [
						`${users.length === 1 ? `Line ${users[0]} uses` : `Lines ${users.join(', ')} use`} what was just deleted; the reference now reads #?. Undo (Ctrl Z) restores the line.`
					]
				: []),
			...emptied.map(
				(letter) => `Concept ${letter} is empty now. You can remove it in Concepts; undo (Ctrl Z) restores its lines.`
			)
		];
		if (said.length > 0) this.say(said);
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
		// An empty text stands for a strategy without lines.
		if (wantedIds.length === 0 && haveIds.length === 1 && state.doc.length === 0) return;
		const active = editor.hasFocus ? (haveIds[state.doc.lineAt(state.selection.main.head).number - 1] ?? null) : null;
		const textOf = (line: StrategyLine): string => {
			const at = haveIds.indexOf(line.id);
			const there = at < 0 ? undefined : state.doc.line(at + 1).text;
			const wanted = shownText(line, names);
			// The line being typed in stays as typed until its numbers, or its source, change.
			const own = sent.get(line.id);
			const isOwn =
				!turned && line.id === active && own?.source === line.source && own.shown === wanted && own.typed === there;
			return isOwn ? own.typed : wanted;
		};
		const ids = wantedIds.length > 0 ? wantedIds : [newId()];
		const texts = wantedIds.length > 0 ? lines.map(textOf) : [''];
		const spec = replacedLines(state, haveIds, ids, texts);
		this.lastNames = names;
		if (spec)
			editor.dispatch({ ...spec, effects: setLineIds.of(ids), annotations: Transaction.addToHistory.of(false) });
	}
}

/**
 * The changes that turn the lines of a text into others, with the cursor and what is marked where they
 * were: at the same place of the same line, wherever that line is now. Null where nothing changes.
 */
export function replacedLines(
	state: EditorState,
	haveIds: readonly string[],
	ids: readonly string[],
	texts: readonly string[]
): { readonly changes: readonly ChangeSpec[]; readonly selection: EditorSelection } | null {
	const { doc } = state;
	const have = haveIds.map((_, at) => doc.line(at + 1).text);
	let start = 0;
	while (start < haveIds.length && start < ids.length && haveIds[start] === ids[start]) start++;
	let end = 0;
	while (
		end < haveIds.length - start &&
		end < ids.length - start &&
		haveIds[haveIds.length - 1 - end] === ids[ids.length - 1 - end]
	)
		end++;
	const changes: ChangeSpec[] = [];
	const within = (line: number, before: string, after: string): void => {
		const change = difference(before, after);
		const from = doc.line(line + 1).from;
		if (change) changes.push({ from: from + change.from, to: from + change.to, insert: change.insert });
	};
	for (let at = 0; at < start; at++) within(at, have[at] ?? '', texts[at] ?? '');
	const [oldMiddle, newMiddle] = [haveIds.length - end - start, ids.length - end - start];
	if (oldMiddle > 0 || newMiddle > 0) {
		const inserted = texts.slice(start, start + newMiddle).join('\n');
		// Whole lines go with one of their line breaks; which one depends on what is left beside them.
		const hasLater = start + oldMiddle < haveIds.length;
		if (oldMiddle === 0) {
			if (hasLater) changes.push({ from: doc.line(start + 1).from, insert: `${inserted}\n` });
			else changes.push({ from: doc.length, insert: `\n${inserted}` });
		} else {
			const [first, last] = [doc.line(start + 1), doc.line(start + oldMiddle)];
			if (newMiddle > 0) changes.push({ from: first.from, to: last.to, insert: inserted });
			else if (hasLater) changes.push({ from: first.from, to: last.to + 1 });
			else changes.push({ from: Math.max(0, first.from - 1), to: last.to });
		}
	}
	for (let at = 0; at < end; at++) {
		const line = haveIds.length - end + at;
		within(line, have[line] ?? '', texts[ids.length - end + at] ?? '');
	}
	const sameIds = start === haveIds.length && start === ids.length;
	if (changes.length === 0 && sameIds) return null;
	const starts: number[] = [];
	let length = 0;
	for (const text of texts) {
		starts.push(length);
		length += text.length + 1;
	}
	/** The same place of the same line; where the line is gone, the end of the one above it. */
	const moved = (place: number): number => {
		const line = doc.lineAt(place);
		let at = line.number - 1;
		let now = ids.indexOf(haveIds[at] ?? '');
		if (now >= 0) return (starts[now] ?? 0) + movedWithin(line.text, texts[now] ?? '', place - line.from);
		while (now < 0 && at > 0) now = ids.indexOf(haveIds[--at] ?? '');
		return now < 0 ? 0 : (starts[now] ?? 0) + (texts[now] ?? '').length;
	};
	const selection = EditorSelection.create(
		state.selection.ranges.map((range) => EditorSelection.range(moved(range.anchor), moved(range.head))),
		state.selection.mainIndex
	);
	return { changes, selection };
}

function movedWithin(before: string, after: string, offset: number): number {
	const change = difference(before, after);
	if (!change || offset <= change.from) return offset;
	if (offset >= change.to) return offset + change.insert.length - (change.to - change.from);
	return change.from + change.insert.length;
}
