/** What the server and the threads that build an index say to each other. */
import type { MessagePort } from 'node:worker_threads';

export interface BuilderData {
	readonly madeFrom: string;
	/** The way to the other thread, where two build together: the first takes the first half of the records and answers with the index. */
	readonly other: { readonly hand: 'first' | 'second'; readonly port: MessagePort } | null;
	/** Labels of headings by `vocabulary:identifier`. */
	readonly labels: Readonly<Record<string, string>>;
}

export type BuilderMessage = { readonly do: 'add'; readonly texts: readonly string[] } | { readonly do: 'finish' };

export type BuilderAnswer =
	| { readonly outcome: 'added'; readonly done: number }
	| { readonly outcome: 'built'; readonly buffer: SharedArrayBuffer }
	/** Said by the second hand: its half is with the first. */
	| { readonly outcome: 'handed-over' }
	| { readonly outcome: 'failed'; readonly message: string };

export const builderMessageSchema = {
	type: 'object',
	required: ['do'],
	additionalProperties: false,
	properties: { do: { enum: ['add', 'finish'] }, texts: { type: 'array', items: { type: 'string' } } },
	if: { properties: { do: { const: 'add' } } },
	then: { required: ['texts'] }
} as const;

export const builderAnswerSchema = {
	type: 'object',
	required: ['outcome'],
	properties: {
		outcome: { enum: ['added', 'built', 'handed-over', 'failed'] },
		done: { type: 'integer' },
		message: { type: 'string' },
		buffer: {}
	}
} as const;
