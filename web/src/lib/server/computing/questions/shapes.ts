/** What questions to a computing thread come with: shapes and their schemas. */
import { INDEXED_FIELDS, querySchema, type Marks } from '@wide-lantern/core/computing';

/** A line as JSON (`lineSchema`), packed by packed-lines.ts. */
export type PackedLine = string;

export interface OfCollection {
	readonly collection: string;
}
/** Record numbers that are marked in the enquiry. */
export type MarkNumbers = Readonly<Record<keyof Marks, readonly number[]>>;
/** A strategy on a collection. */
export interface OfLines extends OfCollection {
	readonly lines: readonly PackedLine[];
	readonly marks: MarkNumbers;
}
/**
 * Records of one line, without those of another where one is named; where a result is named, only
 * those of the result that are there by this line alone.
 */
export interface OfSet extends OfLines {
	readonly line: string;
	readonly minus: string | null;
	readonly aloneIn: string | null;
}

export const text = { type: 'string' } as const;
export const textOrNull = { type: ['string', 'null'] } as const;
export const flag = { type: 'boolean' } as const;
export const whole = { type: 'integer', minimum: 0 } as const;
export const fields = { type: 'array', items: { enum: INDEXED_FIELDS } } as const;
export const numbers = { type: 'array', items: whole } as const;

/** What a packed line holds. */
export const lineSchema = {
	type: 'object',
	required: ['id', 'number', 'off', 'empty', 'query'],
	additionalProperties: false,
	properties: {
		id: text,
		number: whole,
		off: flag,
		empty: flag,
		query: { anyOf: [{ type: 'null' }, { $ref: querySchema.$id }] },
		passes: { $ref: querySchema.$id }
	}
} as const;

export const packedLines = { type: 'array', items: text } as const;
export const ofCollection = { collection: text } as const;
export const ofLines = {
	...ofCollection,
	lines: packedLines,
	marks: {
		type: 'object',
		required: ['benchmark', 'relevant', 'irrelevant'],
		additionalProperties: false,
		properties: { benchmark: numbers, relevant: numbers, irrelevant: numbers }
	}
} as const;
export const ofSet = { ...ofLines, line: text, minus: textOrNull, aloneIn: textOrNull } as const;
