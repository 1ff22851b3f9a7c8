/** Findings on lines as underlined places with what fixes them. */
import { forEachDiagnostic, type Action, type Diagnostic } from '@codemirror/lint';
import type { EditorState } from '@codemirror/state';
import { cutLabel, type Edit, type Finding, type FindingRepair } from '@wide-lantern/core/editor';
import { lineIds } from './identity';

/**
 * @param texts that the findings are about: of a line that reads otherwise by now nothing is underlined
 * @param keep carries out edits of the enquiry
 */
export function diagnosticsOf(
	state: EditorState,
	findings: readonly Finding[],
	texts: ReadonlyMap<string, string>,
	keep: (label: string, edits: readonly Edit[]) => void
): Diagnostic[] {
	const places = new Map(state.field(lineIds).map((id, at) => [id, at]));
	return findings.flatMap(({ place, severity, message, repairs }): Diagnostic[] => {
		const at = place.kind === 'line' ? places.get(place.line) : undefined;
		if (place.kind !== 'line' || at === undefined || at >= state.doc.lines) return [];
		const line = state.doc.line(at + 1);
		if (cutLabel(line.text).text !== texts.get(place.line)) return [];
		const span = place.span ?? { from: 0, to: line.length };
		const from = Math.min(line.from + span.from, line.to);
		return [
			{
				from,
				to: Math.min(Math.max(line.from + span.to, from), line.to),
				severity,
				message,
				actions: repairs.map((repair) => actionOf(repair, at, keep))
			}
		];
	});
}

const actionOf = (
	repair: FindingRepair,
	at: number,
	keep: (label: string, edits: readonly Edit[]) => void
): Action => ({
	name: repair.label,
	apply(target) {
		if ('edits' in repair) {
			keep(repair.label, repair.edits);
			return;
		}
		const base = target.state.doc.line(at + 1).from;
		target.dispatch({
			changes: repair.replacements.map(({ from, to, insert }) => ({ from: base + from, to: base + to, insert })),
			userEvent: 'input.repair'
		});
	}
});

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
