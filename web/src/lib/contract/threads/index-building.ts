/** What the server and the thread that builds an index say to each other. */
export interface BuilderData {
	readonly madeFrom: string;
	/** Labels of headings by `vocabulary:identifier`. */
	readonly labels: Readonly<Record<string, string>>;
}

export type BuilderMessage =
	| { readonly do: 'begin'; readonly onto: SharedArrayBuffer | null; readonly without: Uint32Array | null }
	| { readonly do: 'add'; readonly texts: readonly string[] }
	| { readonly do: 'finish' };

export type BuilderAnswer =
	| { readonly outcome: 'added'; readonly done: number }
	| { readonly outcome: 'built'; readonly buffer: SharedArrayBuffer }
	| { readonly outcome: 'failed'; readonly message: string };

export const builderMessageSchema = {
	type: 'object',
	required: ['do'],
	additionalProperties: false,
	properties: {
		do: { enum: ['begin', 'add', 'finish'] },
		onto: {},
		without: {},
		texts: { type: 'array', items: { type: 'string' } }
	},
	if: { properties: { do: { const: 'add' } } },
	then: { required: ['texts'] }
} as const;

export const builderAnswerSchema = {
	type: 'object',
	required: ['outcome'],
	properties: {
		outcome: { enum: ['added', 'built', 'failed'] },
		done: { type: 'integer' },
		message: { type: 'string' },
		buffer: {}
	}
} as const;
