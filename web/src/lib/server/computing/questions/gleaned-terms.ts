/** What gleaned candidates hold in a collection, and what each would add to a strategy. */
import { termFigures, type ConceptLines, type Term, type TermFigures } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { numbers, ofLines, text, textOrNull, type OfLines } from './shapes.ts';

interface TermsAsked extends OfLines {
	/** The result; null where only the collection is asked for. */
	readonly final: string | null;
	readonly concepts: readonly ConceptLines[];
	readonly terms: readonly Term[];
	/** Numbers of the records that the terms come from. */
	readonly gathered: readonly number[];
}

export const termShape = {
	type: 'object',
	required: ['heading', 'variants'],
	additionalProperties: false,
	properties: {
		heading: textOrNull,
		variants: { type: 'array', items: { type: 'array', minItems: 1, items: text } }
	}
} as const;

export const conceptLines = {
	type: 'array',
	items: {
		type: 'object',
		required: ['lines', 'words', 'headings'],
		additionalProperties: false,
		properties: { lines: { type: 'array', items: text }, words: textOrNull, headings: textOrNull }
	}
} as const;

export const gleanedTerms = question<TermsAsked, readonly TermFigures[]>(
	{
		...ofLines,
		final: textOrNull,
		concepts: conceptLines,
		terms: { type: 'array', maxItems: 10_000, items: termShape },
		gathered: numbers
	},
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return termFigures(strategy, asked.final, asked.concepts, asked.terms, asked.gathered, index, marks, options);
	}
);
