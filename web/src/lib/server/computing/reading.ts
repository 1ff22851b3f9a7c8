/** What the server and the thread that reads a vocabulary's file say to each other. */
import type { FileKind, TableLook, TableShape } from '@wide-lantern/core';

export interface ReaderData {
	readonly path: string;
	/** Null where it is to be seen from the file. */
	readonly kind: FileKind | null;
	readonly vocabulary: string;
	/** For a table, which does not say its own name. */
	readonly name: string;
}

export type ReaderMessage = { readonly do: 'read'; readonly shape: TableShape | null } | { readonly do: 'part' };

export interface ReadFault {
	readonly place: string | null;
	readonly message: string;
	readonly code: string;
}

export type ReaderAnswer =
	/** What kind it is; for a table, its first rows, and it waits for what the columns mean. */
	| { readonly say: 'kind'; readonly kind: FileKind; readonly look: TableLook | null }
	| { readonly say: 'progress'; readonly bytes: number; readonly statements: number }
	| {
			readonly say: 'read';
			/** All but the headings, as JSON. */
			readonly head: string;
			readonly headings: number;
			readonly names: number;
			readonly faults: readonly ReadFault[];
			readonly faultCount: number;
			readonly notes: readonly string[];
	  }
	| { readonly say: 'failed'; readonly message: string; readonly faults: readonly ReadFault[] }
	/** Headings as a JSON list; null behind the last. */
	| { readonly say: 'part'; readonly headings: string | null };

const fault = {
	type: 'object',
	required: ['place', 'message', 'code'],
	properties: { place: { type: ['string', 'null'] }, message: { type: 'string' }, code: { type: 'string' } }
} as const;

export const readerMessageSchema = {
	type: 'object',
	required: ['do'],
	additionalProperties: false,
	properties: { do: { enum: ['read', 'part'] }, shape: { type: ['object', 'null'] } },
	if: { properties: { do: { const: 'read' } } },
	then: { required: ['shape'] }
} as const;

export const readerAnswerSchema = {
	type: 'object',
	required: ['say'],
	properties: {
		say: { enum: ['kind', 'progress', 'read', 'failed', 'part'] },
		kind: { type: 'string' },
		look: { type: ['object', 'null'] },
		bytes: { type: 'integer' },
		statements: { type: 'integer' },
		head: { type: 'string' },
		headings: { type: ['integer', 'string', 'null'] },
		names: { type: 'integer' },
		faults: { type: 'array', items: fault },
		faultCount: { type: 'integer' },
		notes: { type: 'array', items: { type: 'string' } },
		message: { type: 'string' }
	}
} as const;
