/** A line beside what is true: of all records, or of those judged in the enquiry. */
import { RecordSet, type Cells } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { flag, ofLines, text, type OfLines } from './shapes.ts';

interface MatrixAsked extends OfLines {
	readonly line: string;
	readonly truth: string;
	readonly judged: boolean;
}

/** Null where one of the two is not counted. */
export const confusionMatrix = question<MatrixAsked, Cells | null>(
	{ ...ofLines, line: text, truth: text, judged: flag },
	(asked, context) => {
		const { index, marks, lines } = context.evaluate(asked);
		const recordsOf = (id: string) => lines.find((one) => one.id === id)?.records ?? null;
		const [found, truth] = [recordsOf(asked.line), recordsOf(asked.truth)];
		if (!found || !truth) return null;
		const among = asked.judged ? marks.relevant.or(marks.irrelevant) : RecordSet.all(index.size);
		const [inside, good] = [found.and(among), truth.and(among)];
		const foundTrue = inside.countWith(good);
		const [all, foundAll, goodAll] = [among.count(), inside.count(), good.count()];
		return {
			foundTrue,
			foundFalse: foundAll - foundTrue,
			missedTrue: goodAll - foundTrue,
			missedFalse: all - foundAll - goodAll + foundTrue
		};
	}
);
