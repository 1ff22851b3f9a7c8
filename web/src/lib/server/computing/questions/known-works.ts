/** Which known works a result retrieves and which side loses the others, with the counts by headings and by words. */
import { kindFigures, knownWorks as find, type KindFigures, type KnownWorks } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { numbers, ofLines, text, type OfLines } from './shapes.ts';

interface WorksAsked extends OfLines {
	readonly final: string;
	/** Numbers of the known works. */
	readonly works: readonly number[];
	/** The lines of each concept. */
	readonly concepts: readonly (readonly string[])[];
}

export const knownWorks = question<
	WorksAsked,
	{ readonly known: KnownWorks | null; readonly kinds: readonly (KindFigures | null)[] }
>(
	{ ...ofLines, final: text, works: numbers, concepts: { type: 'array', items: { type: 'array', items: text } } },
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return {
			known: find(strategy, asked.final, asked.works, index, marks, options),
			kinds: kindFigures(strategy, [null, ...asked.concepts], asked.final, index, marks, options)
		};
	}
);
