/** What the result gains as gleaned candidates are added one behind the other. */
import { gainCurve as curveOf, type ConceptLines, type Term } from '@wide-lantern/core/computing';
import { conceptLines, termShape } from './gleaned-terms.ts';
import { question } from './question.ts';
import { ofLines, text, type OfLines } from './shapes.ts';

interface CurveAsked extends OfLines {
	readonly final: string;
	readonly concepts: readonly ConceptLines[];
	/** In the order in which they would be added. */
	readonly terms: readonly Term[];
}

export const gainCurve = question<CurveAsked, readonly number[]>(
	{ ...ofLines, final: text, concepts: conceptLines, terms: { type: 'array', maxItems: 10_000, items: termShape } },
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return curveOf(strategy, asked.final, asked.concepts, asked.terms, index, marks, options);
	}
);
