/** Notes of a rendering: what changed, why, in which direction, and what to do next. */

export type NoteKind = 'adjusted' | 'widened' | 'narrowed' | 'to decide' | 'by hand' | 'decided';

export interface RenderingNote {
	readonly kind: NoteKind;
	/** The piece that it is about, in the notation. */
	readonly piece: string;
	readonly message: string;
	readonly next: string;
}

/** Right of a NOT, what widens a piece narrows the line, and the reverse. */
export function onResult(kind: NoteKind, flipped: boolean): NoteKind {
	if (!flipped) return kind;
	if (kind === 'widened') return 'narrowed';
	return kind === 'narrowed' ? 'widened' : kind;
}
