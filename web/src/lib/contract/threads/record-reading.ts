/** What the thread that reads a file of records says to the server, which asks for one batch after the other. */
export interface RecordReaderData {
	readonly path: string;
}

export type RecordReaderAnswer =
	/** A list of records as JSON; `bytes` of the file have been read. */
	| { readonly say: 'records'; readonly texts: string; readonly count: number; readonly bytes: number }
	/** There are no more; the digest is of all. */
	| { readonly say: 'end'; readonly digest: string }
	/** A sentence for people. */
	| { readonly say: 'failed'; readonly message: string };

const whole = { type: 'integer', minimum: 0 } as const;
const text = { type: 'string' } as const;
const answer = (say: RecordReaderAnswer['say'], properties: Readonly<Record<string, object>>) => ({
	type: 'object',
	required: ['say', ...Object.keys(properties)],
	additionalProperties: false,
	properties: { say: { const: say }, ...properties }
});
export const recordReaderAnswerSchema = {
	anyOf: [
		answer('records', { texts: text, count: whole, bytes: whole }),
		answer('end', { digest: text }),
		answer('failed', { message: text })
	]
} as const;
