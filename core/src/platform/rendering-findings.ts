/** What there is to say about the strategy on one platform, as findings: what waits for a decision first. */
import { bySeverity, type Finding, type Severity } from '../findings/index.ts';
import type { NoteKind } from './notes.ts';
import type { Rendering } from './writing.ts';

/** What nobody has decided yet, or must do on the platform, is open work; what changes the meaning is to be known. */
const SEVERITIES: Readonly<Record<NoteKind, Severity>> = {
	'to decide': 'warning',
	'by hand': 'warning',
	narrowed: 'info',
	widened: 'info',
	decided: 'hint',
	adjusted: 'hint'
};

/** @param profile identity of the platform's profile */
export function renderingFindings(
	{ lines, general }: Pick<Rendering, 'lines' | 'general'>,
	profile: string
): readonly Finding[] {
	const found = (
		note: { readonly kind: NoteKind; readonly cause: string; readonly message: string },
		line: number | null
	): Finding => ({
		rule: `${note.kind.replace(' ', '-')}:${note.cause}`,
		severity: SEVERITIES[note.kind],
		place: { kind: 'rendering', profile, line },
		message: note.message,
		repairs: []
	});
	return bySeverity([
		...lines.flatMap((line) => line.notes.map((note) => found(note, line.number))),
		...general.map((note) => found(note, null))
	]);
}
