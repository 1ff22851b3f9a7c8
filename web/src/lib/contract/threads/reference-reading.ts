/** What the thread that reads a file of references says to the server, which asks for one part after the other. */
import { REFERENCE_FORMATS, type ReferenceFormat } from '@wide-lantern/core/computing';

export interface ReferenceReaderData {
	readonly path: string;
	/** Name of the source that the file comes from. */
	readonly source: string;
	/** What the numbers of references that have none begin with. */
	readonly prefix: string;
}

/** A piece of the file that is no reference. */
export interface UnreadablePiece {
	/** From 1. */
	readonly line: number;
	readonly reason: string;
	readonly raw: string;
}

export type ReferenceReaderAnswer =
	/** A list of `{ record, kept }` as JSON, and what could not be read; `bytes` of the file have been read. */
	| {
			readonly say: 'references';
			readonly texts: string;
			readonly count: number;
			readonly unreadable: readonly UnreadablePiece[];
			readonly bytes: number;
	  }
	/** There are no more; the digest is of the file. */
	| { readonly say: 'end'; readonly digest: string; readonly format: ReferenceFormat; readonly encoding: string }
	/** A sentence for people. */
	| { readonly say: 'failed'; readonly message: string };

const whole = { type: 'integer', minimum: 0 } as const;
const text = { type: 'string' } as const;
const closed = (properties: Readonly<Record<string, object>>) => ({
	type: 'object',
	required: Object.keys(properties),
	additionalProperties: false,
	properties
});
export const referenceReaderAnswerSchema = {
	anyOf: [
		closed({
			say: { const: 'references' },
			texts: text,
			count: whole,
			unreadable: { type: 'array', items: closed({ line: whole, reason: text, raw: text }) },
			bytes: whole
		}),
		closed({ say: { const: 'end' }, digest: text, format: { enum: REFERENCE_FORMATS }, encoding: text }),
		closed({ say: { const: 'failed' }, message: text })
	]
} as const;
