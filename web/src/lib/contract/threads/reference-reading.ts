/** What the thread that reads a file of references says to the server, which asks for one part after the other. */
import { REFERENCE_FORMATS, type Recipe, type ReferenceFormat } from '@wide-lantern/core/computing';
import { closed, whole } from '../schemas';

export interface ReferenceReaderData {
	readonly path: string;
	/** Name of the source that the file comes from. */
	readonly source: string;
	/** What the numbers of references that have none begin with. */
	readonly prefix: string;
	/** How the file is read; null where its format is one of those that are built in. */
	readonly recipe: Recipe | null;
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
	| {
			readonly say: 'end';
			readonly digest: string;
			readonly format: ReferenceFormat | 'recipe';
			readonly encoding: string;
	  }
	/** A sentence for people. */
	| { readonly say: 'failed'; readonly message: string };

const text = { type: 'string' } as const;
export const referenceReaderAnswerSchema = {
	anyOf: [
		closed({
			say: { const: 'references' },
			texts: text,
			count: whole,
			unreadable: { type: 'array', items: closed({ line: whole, reason: text, raw: text }) },
			bytes: whole
		}),
		closed({ say: { const: 'end' }, digest: text, format: { enum: [...REFERENCE_FORMATS, 'recipe'] }, encoding: text }),
		closed({ say: { const: 'failed' }, message: text })
	]
} as const;
