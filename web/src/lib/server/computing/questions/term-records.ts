/** Which of some records hold a gleaned candidate. */
import { evaluate, RecordSet, termQuery, type Term } from '@wide-lantern/core/computing';
import { termShape } from './gleaned-terms.ts';
import { question } from './question.ts';
import { numbers, ofLines, whole, type OfLines } from './shapes.ts';

interface RecordsAsked extends OfLines {
	readonly term: Term;
	readonly among: readonly number[];
	readonly most: number;
}

export const termRecords = question<RecordsAsked, readonly number[]>(
	{ ...ofLines, term: termShape, among: numbers, most: whole },
	(asked, context) => {
		const { index, marks, options } = context.strategyOf(asked);
		const none = RecordSet.none(index.size);
		const around = { line: () => none, marked: (set: keyof typeof marks) => marks[set] };
		const records = evaluate(index, termQuery(asked.term), around, options.cache, options.watch?.());
		return asked.among.filter((number) => number < index.size && records.has(number)).slice(0, asked.most);
	}
);
