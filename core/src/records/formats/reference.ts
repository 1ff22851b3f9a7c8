/** A reference as it was read from a file: the record that it makes, and what has no place in a record. */
import type { BibliographicRecord } from '../record.ts';

export interface ImportedReference {
	readonly record: BibliographicRecord;
	/** Fields of the file that the record has no place for, in their order: they are exported again. */
	readonly kept: readonly KeptField[];
}
export interface KeptField {
	/** The tag or name that the file gives it. */
	readonly name: string;
	readonly value: string;
}

/** What a reader gives, one after another: a reference, or a piece of the file that is none. */
export type ReadPiece =
	| { readonly kind: 'reference'; readonly reference: ImportedReference }
	| {
			readonly kind: 'unreadable';
			/** Line of the file where the piece begins, from 1. */
			readonly line: number;
			readonly reason: string;
			/** The piece as it was, cut at `RAW_CEILING` characters. */
			readonly raw: string;
	  };

/** Reads a file that comes in pieces of any size. */
export interface ReferenceReader {
	push(text: string): ReadPiece[];
	/** What the end of the file completes. */
	end(): ReadPiece[];
}

/** Characters of an unreadable piece that are kept. */
export const RAW_CEILING = 20_000;
/** Longest line of a file, in characters: a record with an abstract of 1 MB fits. */
export const LINE_CEILING = 2_000_000;
/** Longest reference, in characters. */
export const REFERENCE_CEILING = 20_000_000;

/** The year in a date as files write it: `2019`, `2019/03/04/`, `12 March 2019`. Null where there is none. */
export function yearIn(text: string): number | null {
	const year = /(?:^|\D)(\d{4})(?!\d)/.exec(text)?.[1];
	return year === undefined ? null : Number(year);
}

/** Without the same text twice, and without empty ones; in their order. */
export const distinct = (texts: readonly string[]): string[] => [
	...new Set(texts.map((one) => one.trim()).filter((one) => one !== ''))
];
