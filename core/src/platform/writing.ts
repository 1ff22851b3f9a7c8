/** What writing is given and what it gives back: lines, headings, counterparts, decisions. */
import type { Expression, HeadingPiece } from '../query/index.ts';
import type { Decision, GeneralNote, RenderingNote } from './notes.ts';
import type { ChosenFields, FieldsWritten } from './write-fields.ts';
import type { Variants } from './write-terms.ts';

export interface LineToWrite {
	readonly id: string;
	readonly number: number;
	readonly label: string;
	/** Null where the line is empty or cannot be read. */
	readonly tree: Expression | null;
	readonly role: string;
	readonly off: boolean;
}

/** A heading as the target needs it. */
export interface HeadingToWrite {
	readonly vocabulary: string;
	readonly heading: string;
	readonly label: string;
	/** Labels of the heading and all narrower ones, without what `except` leaves out. */
	readonly closure: readonly string[];
	/** Short codes by the qualifiers' names. */
	readonly qualifierCodes: ReadonlyMap<string, string>;
	/** True where something narrower exists. */
	readonly hasNarrower: boolean;
}

/** What a heading is called in the target's vocabulary. */
export interface CounterpartToWrite {
	readonly heading: string;
	readonly label: string;
	readonly relation: 'exact' | 'close' | 'broad' | 'narrow' | 'related';
	/** Who decided it and when; null where it is a suggestion. */
	readonly decided: { readonly by: string; readonly on: string } | null;
	readonly hasNarrower: boolean;
}

export interface WritingContext {
	heading(piece: HeadingPiece): HeadingToWrite | null;
	/** Decided ones first, then suggestions, likeliest first. */
	counterparts(piece: HeadingPiece): readonly CounterpartToWrite[];
	/** The decision that the target has nothing for this heading. */
	nothingFits(piece: HeadingPiece): { readonly why: string; readonly by: string; readonly on: string } | null;
	/** Numbers of the lines that `@A` joins. */
	concept(letter: string, strand: number | null): readonly number[] | null;
	readonly variants: Variants;
	readonly currentYear: number;
	readonly decisions: readonly Decision[];
	/** An expression of a decision or of an own line, read. */
	read(text: string): Expression | null;
	/** What the searcher wrote for this source alone. */
	readonly own: readonly OwnLine[];
	/** What was chosen for fields that can be written in several ways. */
	readonly fields: readonly ChosenFields[];
	/** Number of the first line in the output. */
	readonly first: number;
}

/** Writing with nothing around: no headings, no collection, no decisions. */
export const WRITTEN_ALONE: WritingContext = {
	heading: () => null,
	counterparts: () => [],
	nothingFits: () => null,
	concept: () => null,
	variants: () => [],
	currentYear: 0,
	decisions: [],
	read: () => null,
	own: [],
	fields: [],
	first: 1
};

/** A line of one rendering alone. */
export interface OwnLine {
	readonly id: string;
	/** Added after the line `at` (null: before all); or in its place; or the line is not written; or its text is by hand. */
	readonly do: 'add' | 'replace' | 'skip' | 'text';
	readonly at: string | null;
	/** In the notation, of `text` in the platform's own syntax. */
	readonly text: string;
	/** The line of the strategy as it was then; another now means that it has changed since. */
	readonly of: string;
	readonly why: string;
	readonly by: string;
	readonly on: string;
}

export interface RenderedLine {
	readonly id: string;
	readonly number: number;
	/** Its number in the output; null where it is not written on a line of its own. */
	readonly written: number | null;
	readonly text: string;
	/** Where it was too long for one: the parts before, each with its number; `text` joins them. */
	readonly parts: readonly { readonly written: number; readonly text: string }[];
	/** True where something could not be written. */
	readonly gap: boolean;
	readonly notes: readonly RenderingNote[];
	/** Records of the enquiry's collection that the line as written loses or gains; filled where it can be tried. */
	readonly examples?: { readonly lost: LineExample | null; readonly gained: LineExample | null };
	/** What the searcher made of the line here, and whether the strategy's line has changed since. */
	readonly own: {
		readonly do: OwnLine['do'];
		readonly why: string;
		readonly by: string;
		readonly on: string;
		readonly changed: boolean;
		readonly line: string;
	} | null;
}

export interface LineExample {
	readonly id: string;
	readonly title: string;
}

export interface Rendering {
	readonly lines: readonly RenderedLine[];
	/** All of it for pasting: numbered lines, or one string. */
	readonly whole: string;
	readonly gaps: number;
	readonly general: readonly GeneralNote[];
	/** The fields that the strategy asks for, and how they are written here. */
	readonly fields: readonly FieldsWritten[];
}
