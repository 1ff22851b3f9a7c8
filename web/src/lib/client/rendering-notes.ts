/** What the Renderings screen reads out of a rendering: its notes by how much they matter, the lines of its own, what is still to decide. */
import type { RenderedLine } from '@wide-lantern/core/editor';
import type { RenderingsView, ShownRendering } from '$lib/contract/platforms';

type Note = RenderedLine['notes'][number];
/** The kinds in the order of how much they matter. */
const NOTE_ORDER: Readonly<Record<string, number>> = {
	narrowed: 0,
	'to decide': 1,
	widened: 2,
	'by hand': 3,
	decided: 4,
	adjusted: 5
};
const rankOf = (kind: string): number => NOTE_ORDER[kind] ?? 9;

/** How many notes there are of each kind, the most serious kind first; those that change no meaning are left out. */
export function noteCounts({ rendering }: ShownRendering): readonly (readonly [kind: string, count: number])[] {
	const kinds = new Map<string, number>();
	for (const note of [...rendering.lines.flatMap((line) => line.notes), ...rendering.general]) {
		// What a searcher accepted changes the meaning all the same.
		const kind = note.kind === 'decided' ? ('effect' in note ? note.effect : null) : note.kind;
		if (kind) kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
	}
	return [...kinds].filter(([kind]) => kind !== 'adjusted').sort(([one], [other]) => rankOf(one) - rankOf(other));
}

/** A line as it is written for the source, followed by the lines that this source alone has below it. */
export function linesUnder({ rendering: { lines } }: ShownRendering, id: string): readonly RenderedLine[] {
	const at = lines.findIndex((line) => line.id === id);
	if (at < 0) return [];
	const end = lines.findIndex((line, place) => place > at && line.number !== 0);
	return lines.slice(at, end < 0 ? undefined : end);
}

/**
 * The notes of a line, the most serious first, each with a key under which what is being typed at it stays with it when
 * others go.
 * @param all false where several sources are shown: what changes no meaning is only counted there
 */
export function orderedNotes(line: RenderedLine, all: boolean): readonly (readonly [key: string, note: Note])[] {
	const seen = new Map<string, number>();
	return line.notes
		.filter((note) => all || (note.kind !== 'adjusted' && note.kind !== 'decided'))
		.sort((one, other) => rankOf(one.kind) - rankOf(other.kind))
		.map((note) => {
			const about = `${note.cause} ${note.piece}`;
			const nth = (seen.get(about) ?? 0) + 1;
			seen.set(about, nth);
			return [`${about} ${nth}`, note];
		});
}

/** What several sources show only as numbers: `2 decided, 1 adjusted`. */
export const quietNotes = (line: RenderedLine): string =>
	(['decided', 'adjusted'] as const)
		.map((kind) => [line.notes.filter((note) => note.kind === kind).length, kind] as const)
		.filter(([found]) => found > 0)
		.map(([found, kind]) => `${found} ${kind}`)
		.join(', ');

/** By piece, the note that waits for a decision and has a counterpart to offer. */
export const undecided = ({ rendering }: ShownRendering): ReadonlyMap<string, Note> =>
	new Map(
		rendering.lines
			.flatMap((line) => line.notes)
			.flatMap((note) => (note.kind === 'to decide' && note.candidates.length > 0 ? [[note.piece, note] as const] : []))
	);

/** The lines without the empty ones at the end, unless a source has something of its own there. */
export function scoredLines({ lines, renderings }: RenderingsView): RenderingsView['lines'] {
	const last = lines.findLastIndex(
		(line) =>
			line.text.trim() !== '' ||
			renderings.some((one) => linesUnder(one, line.id).some((rendered) => rendered.own || rendered.text !== ''))
	);
	return lines.slice(0, last + 1);
}

/** Nothing that is copied holds quotes or dashes that a word processor makes. */
export const plainText = (text: string): string =>
	text
		.replace(/[\u201C\u201D]/g, '"')
		.replace(/[\u2018\u2019]/g, "'")
		.replace(/[\u2013\u2014]/g, '-');
