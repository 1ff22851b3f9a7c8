/** Notes of a rendering: what changed, why, in which direction, and what to do next. */

export type NoteKind = 'adjusted' | 'widened' | 'narrowed' | 'to decide' | 'by hand' | 'decided';

export interface RenderingNote {
	readonly kind: NoteKind;
	/** A short name of the cause; with the piece it tells which decision belongs to the note. */
	readonly cause: string;
	/** The piece that it is about, in the notation. */
	readonly piece: string;
	readonly message: string;
	readonly next: string;
	/** Of something decided: the direction that stays. */
	readonly effect: 'widened' | 'narrowed' | null;
	/** What could be written in place of the piece, in the notation, likeliest first. */
	readonly candidates: readonly string[];
	/** Where a candidate could become the heading's counterpart for every enquiry. */
	readonly mapping?: MappingToDecide;
}

/** A heading and what may be its counterparts, by what vocabularies call them. */
export interface MappingToDecide {
	readonly vocabulary: string;
	readonly heading: string;
	readonly to: string;
	/** Identifiers of the candidates, in their order. */
	readonly candidates: readonly string[];
}

/** Right of a NOT, what widens a piece narrows the line, and the reverse. */
export function onResult(kind: NoteKind, flipped: boolean): NoteKind {
	if (!flipped) return kind;
	if (kind === 'widened') return 'narrowed';
	return kind === 'narrowed' ? 'widened' : kind;
}

/** What a searcher decided about a note. */
export interface Decision {
	readonly piece: string;
	readonly cause: string;
	/** Taken as it is, left out, or another expression in place of the piece. */
	readonly take: 'accept' | 'leave out' | 'replace';
	/** In the notation; empty unless something is put in its place. */
	readonly text: string;
	readonly why: string;
	readonly by: string;
	readonly on: string;
}

/** Notes that mark many lines with one cause, told once. */
export interface GeneralNote extends Omit<RenderingNote, 'piece' | 'candidates' | 'mapping'> {
	/** Numbers of the lines in the strategy. */
	readonly lines: readonly number[];
}

/** Lines from which on a cause is told once for all. */
const MANY = 3;
const GENERAL: ReadonlySet<string> = new Set([
	'fewer-fields',
	'wider-fields',
	'distance',
	'no-proximity',
	'no-order',
	'joining',
	'optional-forms'
]);

/** Takes causes that mark many lines out of the lines. */
export function toldOnce<Line extends { readonly number: number; readonly notes: readonly RenderingNote[] }>(
	lines: readonly Line[]
): { readonly lines: readonly Line[]; readonly general: readonly GeneralNote[] } {
	const key = (note: RenderingNote) => `${note.kind}\n${note.cause}\n${note.message}`;
	const found = new Map<string, { note: RenderingNote; lines: number[] }>();
	for (const line of lines)
		for (const note of line.notes) {
			if (!GENERAL.has(note.cause)) continue;
			const held = found.get(key(note));
			if (!held) found.set(key(note), { note, lines: [line.number] });
			else if (held.lines.at(-1) !== line.number) held.lines.push(line.number);
		}
	const general = new Map([...found].filter(([, one]) => one.lines.length >= MANY));
	return {
		lines: lines.map((line) => ({ ...line, notes: line.notes.filter((note) => !general.has(key(note))) })),
		general: [...general.values()].map(({ note: { kind, cause, message, next, effect }, lines }) => ({
			kind,
			cause,
			message,
			next,
			effect,
			lines
		}))
	};
}
