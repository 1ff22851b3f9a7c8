/** Whole lines on the clipboard: as text for everybody, and packed for the sheets of this program. */
import type { EditorView } from '@codemirror/view';
import {
	cleanPasted,
	packLines,
	packText,
	readStrategyText,
	unpackLines,
	type CleanedLine,
	type PackedLines
} from '@wide-lantern/core/editor';
import type { EnquiryClient } from '$lib/client/enquiry.svelte';
import { newId } from '$lib/client/new-id';
import { lineIds } from './identity';

const TYPE = 'application/x-wide-lantern-lines+json';
/** Longest pasted text that is read. */
export const PASTE_CEILING = 2_000_000;

/** The identities of the lines that a selection covers whole; empty where it covers only parts. */
export function wholeLines(view: EditorView): readonly string[] {
	const { from, to, empty } = view.state.selection.main;
	if (empty) return [];
	const [first, last] = [view.state.doc.lineAt(from), view.state.doc.lineAt(to)];
	// A selection that ends where the next line begins does not take that line in.
	const end = to === last.from && last.number > first.number ? last.number - 1 : last.number;
	if (
		from !== first.from ||
		(to !== last.to && to !== last.from) ||
		(first.number === end && first.number === last.number && to !== last.to)
	)
		return [];
	return view.state.field(lineIds).slice(first.number - 1, end);
}

/** Puts whole lines on the clipboard; false leaves it to the browser. */
export function copyLines(view: EditorView, event: ClipboardEvent, enquiry: EnquiryClient): boolean {
	const ids = wholeLines(view).filter((id) => enquiry.document.lines.some((line) => line.id === id));
	if (ids.length === 0 || !event.clipboardData) return false;
	const { from, to } = view.state.selection.main;
	event.clipboardData.setData('text/plain', view.state.sliceDoc(from, to));
	event.clipboardData.setData(TYPE, JSON.stringify(packLines(enquiry.document, ids, enquiry.id)));
	event.preventDefault();
	return true;
}

export type Pasted =
	| { readonly kind: 'ordinary' }
	| { readonly kind: 'done'; readonly said: readonly string[] }
	| { readonly kind: 'refused'; readonly message: string }
	/** Something would be changed or renumbered: shown first. */
	| {
			readonly kind: 'look';
			readonly text: string;
			readonly cleaned: readonly CleanedLine[];
			readonly numbered: boolean;
	  };

/** What a paste is; packed lines are put in at once. */
export function paste(
	view: EditorView,
	event: ClipboardEvent,
	enquiry: EnquiryClient,
	vocabularies: readonly string[]
): Pasted {
	const data = event.clipboardData;
	const text = data?.getData('text/plain') ?? '';
	const packed = data?.getData(TYPE) ?? '';
	if (packed !== '') {
		const lines = packedFrom(packed);
		if (lines) return { kind: 'done', said: insertPacked(view, lines, enquiry, vocabularies) };
	}
	if (text.length > PASTE_CEILING)
		return {
			kind: 'refused',
			message: `This text has ${(text.length / 1_000_000).toFixed(1)} million characters; at most ${PASTE_CEILING / 1_000_000} million are read. Nothing was changed; the text is still where you copied it from.`
		};
	const cleaned = cleanPasted(text);
	const several = cleaned.length > 1;
	const touched = cleaned.some(
		(line) => line.changes.length > 0 && (several || line.changes.some((one) => one !== 'spaces'))
	);
	if (!touched) return { kind: 'ordinary' };
	return { kind: 'look', text, cleaned, numbered: readStrategyText(text).numbered };
}

/** What lies on the clipboard may come from anywhere: only the form that is made here is taken. */
function packedFrom(text: string): PackedLines | null {
	try {
		const value = JSON.parse(text) as PackedLines | null;
		const strings = (one: object, keys: readonly string[]) =>
			keys.every((key) => typeof (one as Record<string, unknown>)[key] === 'string');
		const fits =
			value?.format === 'wide-lantern-lines' &&
			typeof value.enquiry === 'string' &&
			Array.isArray(value.lines) &&
			Array.isArray(value.concepts) &&
			value.lines.every(
				(line) => strings(line, ['id', 'source', 'role', 'label', 'note']) && typeof line.off === 'boolean'
			) &&
			value.concepts.every((one) => strings(one, ['id', 'name']) && Array.isArray(one.strands));
		return fits ? value : null;
	} catch {
		return null;
	}
}

function insertPacked(
	view: EditorView,
	packed: PackedLines,
	enquiry: EnquiryClient,
	vocabularies: readonly string[],
	makeConcepts = false
): readonly string[] {
	const { after, replaced } = placeOf(view, enquiry);
	const unpacked = unpackLines(packed, {
		enquiry: enquiry.id,
		document: enquiry.document,
		after,
		vocabularies,
		makeConcepts,
		newId
	});
	const edits = [...unpacked.edits, ...(replaced === null ? [] : [{ do: 'remove', at: ['lines', replaced] } as const])];
	enquiry.edit(packed.lines.length === 1 ? 'paste a line' : `paste ${packed.lines.length} lines`, edits);
	return unpacked.said;
}

/** Lines are put below the cursor's line, or in its place where it is empty. */
function placeOf(
	view: EditorView,
	enquiry: EnquiryClient
): { readonly after: string | null; readonly replaced: string | null } {
	const line = view.state.doc.lineAt(view.state.selection.main.head);
	const ids = view.state.field(lineIds);
	const known = (id: string | undefined) =>
		id !== undefined && enquiry.document.lines.some((one) => one.id === id) ? id : null;
	const own = known(ids[line.number - 1]);
	if (line.text.trim() !== '') return { after: own, replaced: null };
	return { after: known(ids[line.number - 2]), replaced: own };
}

/** Puts cleaned text in: as lines of its own where it is a strategy or has several lines. */
export function insertCleaned(
	view: EditorView,
	text: string,
	enquiry: EnquiryClient,
	vocabularies: readonly string[]
): readonly string[] {
	const read = readStrategyText(text);
	if (!read.numbered && read.lines.every((line) => line.label === '' && line.concept === null)) {
		const insert = read.lines.map((line) => line.text).join('\n');
		view.dispatch({ ...view.state.replaceSelection(insert), userEvent: 'input.paste' });
		view.focus();
		return [];
	}
	return insertPacked(view, packText(read, newId), enquiry, vocabularies, true);
}
