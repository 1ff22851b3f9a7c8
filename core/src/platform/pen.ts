/** What the parts of writing a line share: a written text and how tightly it binds, and the hand that writes it. */
import type { Expression, TextField } from '../query/index.ts';
import type { NoteKind, RenderingNote } from './notes.ts';
import type { Profile } from './profile.ts';
import type { WritingContext } from './writing.ts';

/** How tightly a written text binds. */
export type Tight = 'piece' | 'and' | 'or' | 'not' | 'near';
export interface Written {
	readonly text: string;
	readonly tight: Tight;
}
/** Nothing remains of it: a line that is off, or something left out by decision. */
export type Part = Written | 'absent';

/** What could stand in a piece's place. */
export type Offer = Pick<RenderingNote, 'candidates' | 'mapping'>;
export const NOTHING: Offer = { candidates: [] };

/** Writes one line, and notes what changes on the way. */
export interface LineOutput {
	readonly profile: Profile;
	readonly context: WritingContext;
	note(
		kind: NoteKind,
		cause: string,
		piece: Expression,
		message: string,
		next: string,
		flipped?: boolean,
		offer?: Offer
	): void;
	/** A visible gap, and a note that something is to be decided. */
	cannot(piece: Expression, cause: string, message: string, next: string, offer?: Offer): Part;
	part(expression: Expression, fields: readonly TextField[] | null, flipped: boolean): Part;
	/** The quoted spellings of a term; null where it cannot be written. */
	spellings(expression: Expression, flipped: boolean): readonly string[] | null;
	unwritable(expression: Expression): Part;
}

/** Parts joined by the platform's sign; what is absent is passed over. */
export function junction(profile: Profile, kind: 'and' | 'or', parts: readonly Part[]): Part {
	const present = parts.filter((part) => part !== 'absent');
	const [only] = present;
	if (!only) return 'absent';
	if (present.length === 1) return only;
	const sign = profile.platform.operators[kind];
	return { text: present.map((part, index) => bracket(part, kind, index === 0)).join(` ${sign} `), tight: kind };
}

/** Brackets are always written where operators differ: no platform reads those amiss. */
export function bracket(part: Written, inside: Tight, first: boolean): string {
	const mayStand =
		part.tight === 'piece' ||
		(part.tight === inside && inside !== 'not' && inside !== 'near') ||
		(first && part.tight === inside && inside === 'not');
	return mayStand ? part.text : `(${part.text})`;
}
