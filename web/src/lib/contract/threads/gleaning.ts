/** What the thread that gleans candidates from records is asked, and what it answers. */
import type { GatheredTerm } from '@wide-lantern/core/computing';
import { closed, listOf, whole } from '../schemas';

export interface GleanerData {
	/** Thousandths that are done, in a shared cell: the thread says nothing while it counts. */
	readonly progress: SharedArrayBuffer;
	readonly fewest: number;
	/** Folded. */
	readonly hidden: readonly string[];
	readonly most: number;
}
export type GleanerMessage =
	/** More records as JSON, in their order. */
	{ readonly do: 'add'; readonly texts: readonly string[] } | { readonly do: 'finish' };
export type GleanerAnswer =
	/** Records so far, and of those that were just sent, by place, the ones that say what no earlier one does. */
	| { readonly say: 'added'; readonly done: number; readonly unlike: readonly number[] }
	| { readonly say: 'gleaned'; readonly terms: readonly GatheredTerm[] }
	/** A sentence for people. */
	| { readonly say: 'failed'; readonly message: string };

const text = { type: 'string' } as const;
export const gleanerMessageSchema = {
	anyOf: [closed({ do: { const: 'add' }, texts: listOf(text) }), closed({ do: { const: 'finish' } })]
} as const;
export const gleanerAnswerSchema = {
	anyOf: [
		closed({ say: { const: 'added' }, done: whole, unlike: listOf(whole) }),
		closed({
			say: { const: 'gleaned' },
			terms: listOf(
				closed({
					key: text,
					heading: { type: ['string', 'null'] },
					variants: listOf(closed({ text, records: whole })),
					records: whole,
					titles: whole,
					keywords: whole,
					score: { type: 'number' },
					strength: whole,
					firstYear: { type: ['integer', 'null'] },
					trend: { type: 'number' }
				})
			)
		}),
		closed({ say: { const: 'failed' }, message: text })
	]
} as const;
