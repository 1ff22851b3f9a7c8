/**
 * A part of a collection on its way to an index: what one thread has read of its records. All of it
 * is plain numbers and bytes, so that it goes from thread to thread without being copied.
 */
import type { AttributeParts } from './attributes.ts';

/** Words: their bytes one after the other; one more start for the end. */
export interface PlainWords {
	readonly bytes: Uint8Array;
	readonly starts: Uint32Array;
}

/** A stretch's pairs, word by word; records count from the part's first. */
export interface StretchPairs {
	readonly starts: Uint32Array;
	readonly records: Uint32Array;
}

/** A stretch's places, word by word; of each pair, how many bytes they take, and the fields as bits. */
export interface StretchPlaces {
	readonly starts: Uint32Array;
	readonly bytes: Uint8Array;
	readonly pairStarts: Uint32Array;
	readonly lengths: Uint8Array;
	readonly fields: Uint8Array;
}

/** An attribute table as bytes: its values sorted. */
export interface PlainAttributes extends PlainWords {
	readonly rowStarts: Uint32Array;
	readonly rows: Uint8Array;
}

/** What is kept by record. */
export interface PartRecords {
	readonly size: number;
	/** In all fields. */
	readonly tokens: number;
	readonly entryStarts: Uint32Array;
	readonly entryPlaces: Uint32Array;
	readonly entryFields: Uint8Array;
	readonly qualifiers: readonly string[];
	readonly headings: PlainAttributes;
	readonly values: PlainAttributes;
	readonly identifiers: PlainAttributes;
	readonly years: Int16Array;
	readonly lengths: Uint32Array;
	readonly entered: Uint32Array;
	/** Numbers of records, ascending. */
	readonly withAbstract: Uint32Array;
	readonly withHeadings: Uint32Array;
}

export interface IndexPart {
	/** Ascending by UTF-16 units; every stretch is in their order. */
	readonly words: PlainWords;
	readonly pairs: readonly StretchPairs[];
	readonly places: readonly StretchPlaces[];
	readonly records: PartRecords;
}

export const plainAttributes = ({ values, starts, rows }: AttributeParts): PlainAttributes => ({
	bytes: values.bytes,
	starts: values.starts,
	rowStarts: starts,
	rows
});

/** Every stretch of memory in a value of plain data, for handing it to another thread whole. */
export function memoryOf(value: unknown): ArrayBuffer[] {
	const found = new Set<ArrayBuffer>();
	const look = (one: unknown): void => {
		if (ArrayBuffer.isView(one)) {
			if (one.buffer instanceof ArrayBuffer) found.add(one.buffer);
		} else if (typeof one === 'object' && one !== null) for (const inner of Object.values(one)) look(inner);
	};
	look(value);
	return [...found];
}
