/** Unique yields, the beam, and the counts by headings and by words, of the result and of each concept's lines. */
import {
	beamOf,
	emptyTerms,
	kindFigures,
	sharedTerms,
	yieldsOf,
	type Beam,
	type KindFigures,
	type LineYield,
	type SharedTerm
} from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, text, type OfLines } from './shapes.ts';

interface MarginsAsked extends OfLines {
	readonly final: string;
	/** The lines of each concept. */
	readonly concepts: readonly (readonly string[])[];
	/** The concept of each line. */
	readonly conceptOf: readonly (string | null)[];
}
interface MarginFigures {
	/** Per line, the places among its terms of those that no record holds (core, `termsOf`). */
	readonly empty: readonly (readonly number[])[];
	readonly yields: readonly LineYield[];
	readonly beam: Beam | null;
	readonly shared: readonly SharedTerm[];
	/** Of the whole, then of each concept; null where nothing is counted. */
	readonly kinds: readonly (KindFigures | null)[];
}

export const margins = question<MarginsAsked, MarginFigures>(
	{
		...ofLines,
		final: text,
		concepts: { type: 'array', items: { type: 'array', items: text } },
		conceptOf: { type: 'array', items: { type: ['string', 'null'] } }
	},
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return {
			empty: emptyTerms(strategy, index, options),
			yields: yieldsOf(strategy, asked.final, index, marks, options),
			beam: beamOf(strategy, asked.final, index, marks, options),
			shared: sharedTerms(strategy, asked.conceptOf, asked.final, index, marks, options),
			kinds: kindFigures(strategy, [null, ...asked.concepts], asked.final, index, marks, options)
		};
	}
);
