/** What terms of missed works, added to a line, would bring back and cost. */
import { waysBack as figures, type WayBack, type WayBackFigures } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, text, whole, type OfLines } from './shapes.ts';

interface WaysAsked extends OfLines {
	readonly final: string;
	readonly ways: readonly WayBack[];
}

export const waysBack = question<WaysAsked, readonly (WayBackFigures | null)[]>(
	{
		...ofLines,
		final: text,
		ways: {
			type: 'array',
			maxItems: 10_000,
			items: {
				type: 'object',
				required: ['line', 'term', 'record'],
				additionalProperties: false,
				properties: { line: text, term: text, record: whole }
			}
		}
	},
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return figures(strategy, asked.final, asked.ways, index, marks, options);
	}
);
