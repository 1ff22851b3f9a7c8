/** What the thread that compares references is asked, and what it answers. */
import { closed, listOf, whole } from '../schemas';

/** Numbers of steps done, of a thousand, in a shared cell: the thread says nothing while it compares. */
export interface LinkerData {
	readonly progress: SharedArrayBuffer;
}

export type LinkerMessage =
	/** More references, as JSON `{ record, kept }`, in their order. */
	| { readonly do: 'add'; readonly texts: readonly string[] }
	/** All are there; decisions are `[left, right, same]` by place. */
	| { readonly do: 'link'; readonly decisions: readonly (readonly [number, number, boolean])[] }
	/** References of each work as JSON `{ record, kept }`; each comes back as one. */
	| { readonly do: 'merge'; readonly works: readonly (readonly string[])[] };

export interface LinkerCosts {
	readonly compared: number;
	readonly merged: number;
	readonly wronglyMerged: number;
	readonly queued: number;
	readonly queuedSame: number;
	readonly missed: number;
}
export type LinkerAnswer =
	| { readonly say: 'added'; readonly done: number }
	/** Lists as JSON in parts: works by place, `[place, work]`; pairs, `[left, right, class, likelihood, relation, agreement]`. */
	| {
			readonly say: 'linked';
			readonly members: readonly string[];
			readonly pairs: readonly string[];
			/** Works without anybody’s decision. */
			readonly automaticWorks: number;
			readonly retracted: number;
			readonly costs: LinkerCosts;
			/** `LinkageWeights` of core as JSON. */
			readonly weights: string;
	  }
	/** Merged references as one JSON list. */
	| { readonly say: 'merged'; readonly texts: string }
	/** A sentence for people. */
	| { readonly say: 'failed'; readonly message: string };

const number = { type: 'number', minimum: 0 } as const;
const text = { type: 'string' } as const;
export const linkerMessageSchema = {
	anyOf: [
		closed({ do: { const: 'add' }, texts: listOf(text) }),
		closed({
			do: { const: 'link' },
			decisions: listOf({
				type: 'array',
				minItems: 3,
				items: [whole, whole, { type: 'boolean' }],
				additionalItems: false
			})
		}),
		closed({ do: { const: 'merge' }, works: listOf(listOf(text)) })
	]
} as const;
export const linkerAnswerSchema = {
	anyOf: [
		closed({ say: { const: 'added' }, done: whole }),
		closed({
			say: { const: 'linked' },
			members: listOf(text),
			pairs: listOf(text),
			automaticWorks: whole,
			retracted: whole,
			costs: closed({
				compared: whole,
				merged: whole,
				wronglyMerged: number,
				queued: whole,
				queuedSame: number,
				missed: number
			}),
			weights: text
		}),
		closed({ say: { const: 'merged' }, texts: text }),
		closed({ say: { const: 'failed' }, message: text })
	]
} as const;
