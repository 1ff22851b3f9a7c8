/** Faults, advice and empty terms as underlined places with what mends them. */
import type { Action, Diagnostic } from '@codemirror/lint';
import type { EditorState } from '@codemirror/state';
import { parse, type Advice, type Edit, type Fault } from '@wide-lantern/core/editor';
import { counted } from '$lib/work/fresh.svelte';
import type { SheetMargins, SheetView } from '$lib/work/sheet';
import { lineIds } from './identity';

export interface ToDiagnose {
	readonly view: SheetView | null;
	readonly advice: readonly Advice[];
	/** Terms that no record holds; left out while they belong to an older text. */
	readonly noHits: SheetMargins['noHits'];
	/** Terms that serve two concepts. */
	readonly shared: SheetMargins['shared'];
	keep(label: string, edits: readonly Edit[]): void;
}

/** Faults of texts read here, until the server has read them: those of names come from there. */
const parsed = new Map<string, readonly Fault[]>();
function faultsOf(text: string): readonly Fault[] {
	let faults = parsed.get(text);
	if (!faults) {
		if (parsed.size > 2_000) parsed.clear();
		faults = parse(text).faults;
		parsed.set(text, faults);
	}
	return faults;
}

export function diagnosticsOf(state: EditorState, { view, advice, noHits, shared, keep }: ToDiagnose): Diagnostic[] {
	const byId = new Map(view?.lines.map((line) => [line.id, line]));
	const diagnostics: Diagnostic[] = [];
	state.field(lineIds).forEach((id, at) => {
		if (at >= state.doc.lines) return;
		const line = state.doc.line(at + 1);
		if (line.text.trim() === '') return;
		const server = byId.get(id);
		const current = server?.text === line.text;
		for (const fault of current ? server.faults : faultsOf(line.text)) {
			const from = Math.min(line.from + fault.from, line.to);
			diagnostics.push({
				from,
				to: Math.min(Math.max(line.from + fault.to, from), line.to),
				severity: fault.severity,
				message: fault.message,
				actions: fault.repairs.map((repair): Action => ({
					name: repair.label,
					apply: (target) => {
						const base = target.state.doc.line(at + 1).from;
						target.dispatch({
							changes: repair.edits.map((edit) => ({ from: base + edit.from, to: base + edit.to, insert: edit.insert })),
							userEvent: 'input.repair'
						});
					}
				}))
			});
		}
		if (current)
			for (const empty of noHits.filter((one) => one.line === id))
				diagnostics.push({
					from: Math.min(line.from + empty.from, line.to),
					to: Math.min(line.from + empty.to, line.to),
					severity: 'info',
					message: 'No record of this collection holds this. A misspelt word is the commonest reason; a word of other sources may be right.'
				});
		if (current)
			for (const one of shared.filter((other) => other.line === id))
				diagnostics.push({
					from: Math.min(line.from + one.from, line.to),
					to: Math.min(line.from + one.to, line.to),
					severity: 'hint',
					message: `This term serves concepts ${one.concepts.join(' and ')}: ${one.lost === 0 ? 'no record of the result rests' : one.lost === 1 ? 'one record of the result rests' : `${counted(one.lost)} records of the result rest`} on it alone. A record that holds it meets both by one word.`
				});
		for (const one of advice.filter((other) => other.line === id))
			diagnostics.push({
				from: line.from,
				to: line.to,
				severity: 'hint',
				message: one.message,
				actions: one.repairs.map((repair): Action => ({ name: repair.label, apply: () => keep(repair.label, repair.edits) }))
			});
	});
	return diagnostics;
}
