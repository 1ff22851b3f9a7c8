/** What each term of a line brings that no other does. */
import { contributionsOf, type Contribution } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, text, textOrNull, type OfLines } from './shapes.ts';

interface ContributionsAsked extends OfLines {
	readonly line: string;
	readonly final: string | null;
}

export const contributions = question<ContributionsAsked, readonly Contribution[] | null>(
	{ ...ofLines, line: text, final: textOrNull },
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return contributionsOf(strategy, asked.line, asked.final, index, marks, options);
	}
);
