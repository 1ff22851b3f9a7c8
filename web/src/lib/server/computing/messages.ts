/** What the server and its computing threads say to each other. Every message is checked where it arrives. */
import type { Answers, Job } from './questions';

export interface Asked {
	readonly id: number;
	readonly job: Job;
}

export type Answered =
	| { readonly id: number; readonly outcome: 'done'; readonly answer: Answers[keyof Answers] }
	/** Nobody wants it any more; or it took too much work; or it failed. */
	| { readonly id: number; readonly outcome: 'dropped' | 'heavy' }
	| { readonly id: number; readonly outcome: 'failed'; readonly message: string };

/** The shape of every answer, as far as the server relies on it. */
export const answeredSchema = {
	type: 'object',
	required: ['id', 'outcome'],
	properties: {
		id: { type: 'integer', minimum: 0 },
		outcome: { enum: ['done', 'dropped', 'heavy', 'failed'] },
		message: { type: 'string' },
		answer: {}
	}
} as const;
