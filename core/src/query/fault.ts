/** Faults in a search line: a place, a sentence that a librarian understands, repairs as edits. */
import type { Span } from './expression.ts';

/** Replaces `from..to` of the text by `insert`. */
export interface TextEdit extends Span {
	readonly insert: string;
}

export interface Repair {
	readonly label: string;
	readonly edits: readonly TextEdit[];
}

export interface Fault extends Span {
	/** A short name for programs, such as `mixed-operators`. */
	readonly code: string;
	/** An error leaves the line without a count; a warning does not. */
	readonly severity: 'error' | 'warning';
	readonly message: string;
	readonly repairs: readonly Repair[];
}

/** Applies a repair to the text that its fault was found in. */
export function applyRepair(text: string, repair: Repair): string {
	let repaired = text;
	for (const edit of [...repair.edits].sort((a, b) => b.from - a.from || b.to - a.to))
		repaired = repaired.slice(0, edit.from) + edit.insert + repaired.slice(edit.to);
	return repaired;
}

export function hasErrors(faults: readonly Fault[]): boolean {
	return faults.some((fault) => fault.severity === 'error');
}
