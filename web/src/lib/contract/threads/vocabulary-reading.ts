/** What the server gives to the thread that reads a vocabulary's file, and what that says. */
import type { ReadKind, TableLook, TableShape } from '@wide-lantern/core';

/** Headings in one part of an edition. */
export const PART = 1_000;

export interface ReaderData {
	/** What was read is written beside it, as `PATH.read`: a line of JSON with all but the headings, then lines of lists of them. */
	readonly path: string;
	readonly vocabulary: string;
	/** For a table, which does not say its own name. */
	readonly name: string;
	/** What the columns of a table, the paths of XML or the properties of RDF hold; null where nobody has said it. */
	readonly shape: TableShape | null;
	/** The element or class that is a heading, where a person has chosen one. */
	readonly element: string | null;
}

export interface ReadFault {
	readonly place: string | null;
	readonly message: string;
	readonly code: string;
}

export type ReaderAnswer =
	| { readonly say: 'kind'; readonly kind: ReadKind }
	/** The first rows of what does not say itself what it holds; that must be said before it can be read. */
	| { readonly say: 'columns'; readonly look: TableLook }
	| { readonly say: 'progress'; readonly bytes: number }
	| {
			readonly say: 'read';
			readonly name: string;
			readonly edition: string;
			readonly date: string | null;
			readonly qualifiers: number;
			readonly headings: number;
			readonly names: number;
			readonly faults: readonly ReadFault[];
			readonly faultCount: number;
			readonly notes: readonly string[];
	  }
	| { readonly say: 'failed'; readonly message: string; readonly faults: readonly ReadFault[] };

const text = { type: 'string' } as const;
const whole = { type: 'integer', minimum: 0 } as const;
const faults = {
	type: 'array',
	items: {
		type: 'object',
		required: ['place', 'message', 'code'],
		properties: { place: { type: ['string', 'null'] }, message: text, code: text }
	}
} as const;
const answer = (say: ReaderAnswer['say'], properties: Readonly<Record<string, object>>) => ({
	type: 'object',
	required: ['say', ...Object.keys(properties)],
	additionalProperties: false,
	properties: { say: { const: say }, ...properties }
});

export const readerAnswerSchema = {
	anyOf: [
		answer('kind', { kind: text }),
		answer('columns', { look: { type: 'object' } }),
		answer('progress', { bytes: whole }),
		answer('read', {
			name: text,
			edition: text,
			date: { type: ['string', 'null'] },
			qualifiers: whole,
			headings: whole,
			names: whole,
			faults,
			faultCount: whole,
			notes: { type: 'array', items: text }
		}),
		answer('failed', { message: text, faults })
	]
} as const;
