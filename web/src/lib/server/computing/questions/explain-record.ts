/** Why a record is in the result, or is not. */
import { explainRecord as explain, type Admission } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, text, whole, type OfLines } from './shapes.ts';

interface RecordAsked extends OfLines {
	readonly final: string;
	readonly record: number;
}

export const explainRecord = question<RecordAsked, Admission | null>(
	{ ...ofLines, final: text, record: whole },
	(asked, context) => {
		const { index, marks, strategy, options } = context.strategyOf(asked);
		return explain(strategy, asked.final, asked.record, index, marks, options);
	}
);
