/** How many records each line retrieves. */
import type { LineState } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, type OfLines } from './shapes.ts';

/** One line as counted; `found` are the benchmark's records among its own. */
export interface CountedLine {
	readonly id: string;
	readonly state: LineState;
	readonly count: number | null;
	readonly found: number | null;
	readonly beforeHand: boolean;
}

export const evaluate = question<OfLines, readonly CountedLine[]>(ofLines, (asked, context) => {
	const { marks, lines } = context.evaluate(asked);
	return lines.map(({ id, state, records, beforeHand }) => ({
		id,
		state,
		count: records?.count() ?? null,
		found: records?.countWith(marks.benchmark) ?? null,
		beforeHand
	}));
});
