/** Faults, advice and empty terms as underlined places with what mends them. */
import { forEachDiagnostic, type Action, type Diagnostic } from '@codemirror/lint';
import type { EditorState } from '@codemirror/state';
import { cutLabel, parse, type Advice, type Edit, type Fault } from '@wide-lantern/core/editor';
import { formatCount } from '$lib/work/fresh.svelte';
import type { SheetMargins, SheetView } from '$lib/work/sheet';
import { lineIds } from './identity';

export interface ToDiagnose {
	readonly view: SheetView | null;
	readonly advice: readonly Advice[];
	/** Terms that no record holds; left out while they belong to an older text. */
	readonly noHits: SheetMargins['noHits'];
	/** Terms that serve two concepts. */
	readonly shared: SheetMargins['shared'];
	/** The line that is being typed in: what is unfinished there is no fault yet. */
	readonly typing: string | null;
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

export function diagnosticsOf(
	state: EditorState,
	{ view, typing, advice, noHits, shared, keep }: ToDiagnose
): Diagnostic[] {
	const byId = new Map(view?.lines.map((line) => [line.id, line]));
	const diagnostics: Diagnostic[] = [];
	state.field(lineIds).forEach((id, at) => {
		if (at >= state.doc.lines) return;
		const line = state.doc.line(at + 1);
		const { text } = cutLabel(line.text);
		if (text.trim() === '' || id === typing) return;
		const server = byId.get(id);
		const current = server?.text === text;
		for (const fault of current ? server.faults : faultsOf(text)) {
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
							changes: repair.edits.map((edit) => ({
								from: base + edit.from,
								to: base + edit.to,
								insert: edit.insert
							})),
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
					message:
						'No record in this collection has this. A misspelling is the most common reason; a word used in other sources may be right.'
				});
		if (current)
			for (const one of shared.filter((other) => other.line === id))
				diagnostics.push({
					from: Math.min(line.from + one.from, line.to),
					to: Math.min(line.from + one.to, line.to),
					severity: 'hint',
					message: `This term serves concepts ${one.concepts.join(' and ')}: ${one.lost === 0 ? 'no record of the result depends' : one.lost === 1 ? 'one record of the result depends' : `${formatCount(one.lost)} records of the result depend`} on it alone. A record with this word matches both.`
				});
		for (const one of advice.filter((other) => other.line === id))
			diagnostics.push({
				from: line.from,
				to: line.to,
				severity: 'hint',
				message: one.message,
				actions: one.repairs.map((repair): Action => ({
					name: repair.label,
					apply: () => keep(repair.label, repair.edits)
				}))
			});
	});
	return diagnostics;
}

const SEVERE = { error: 0, warning: 1, info: 2, hint: 3 } as const;

/**
 * Where the next problem begins, from the cursor on and round the end: errors and warnings first; what is only a
 * hint about a line is stopped at when nothing else is left. Null where nothing is wrong.
 */
export function nextProblem(state: EditorState, by: 1 | -1): number | null {
	const found: { readonly at: number; readonly rank: number }[] = [];
	forEachDiagnostic(state, ({ severity }, from) => found.push({ at: from, rank: SEVERE[severity] }));
	const severe = found.filter((one) => one.rank < 2);
	const places = [...new Set((severe.length > 0 ? severe : found).map((one) => one.at))].sort((a, b) => a - b);
	const { head } = state.selection.main;
	const next = by > 0 ? places.find((one) => one > head) : places.findLast((one) => one < head);
	return next ?? (by > 0 ? places[0] : places.at(-1)) ?? null;
}
