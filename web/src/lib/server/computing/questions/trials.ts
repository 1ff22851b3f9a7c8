/** What other forms of a strategy find, beside what it finds as it is. */
import { evaluateStrategy, RecordSet, type EvaluatedLine, type Marks } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { ofLines, packedLines, textOrNull, type OfLines, type PackedLine } from './shapes.ts';

interface TrialsAsked extends OfLines {
	/** The line that is the result, if there is one. */
	readonly result: string | null;
	readonly trials: readonly { readonly lines: readonly PackedLine[]; readonly result: string | null }[];
}
export interface TrialFigures {
	/** The line that is the result; null where nothing is counted. */
	readonly final: string | null;
	readonly count: number | null;
	readonly found: number | null;
	readonly lost: number;
	readonly gained: number;
	/** Numbers of benchmark records that leave the result, and that come in. */
	readonly benchmarkLost: readonly number[];
	readonly benchmarkGained: readonly number[];
	/** Numbers of the first records that leave the result, and that come in. */
	readonly some: { readonly lost: readonly number[]; readonly gained: readonly number[] };
	/** Per line, by identity: its count now, and what it lost and gained against the line of the same identity. */
	readonly lines: readonly {
		readonly id: string;
		readonly count: number | null;
		readonly lost: number;
		readonly gained: number;
	}[];
}

export const trials = question<TrialsAsked, readonly TrialFigures[]>(
	{
		...ofLines,
		result: textOrNull,
		trials: {
			type: 'array',
			maxItems: 100,
			items: {
				type: 'object',
				required: ['lines', 'result'],
				additionalProperties: false,
				properties: { lines: packedLines, result: textOrNull }
			}
		}
	},
	(asked, context) => {
		const { index, marks, lines } = context.evaluate(asked);
		const { options } = context.strategyOf(asked);
		return asked.trials.map((trial) =>
			trialFigures(
				lines,
				asked.result,
				evaluateStrategy(context.state.read(trial.lines), index, marks, options),
				trial.result,
				marks,
				index.size
			)
		);
	}
);

/** Records of a difference that are named by number, so that they can be read. */
const NAMED = 25;
function firstOf(set: RecordSet): number[] {
	const first: number[] = [];
	for (const record of set) {
		if (first.length === NAMED) break;
		first.push(record);
	}
	return first;
}

function trialFigures(
	before: readonly EvaluatedLine[],
	resultBefore: string | null,
	after: readonly EvaluatedLine[],
	resultAfter: string | null,
	marks: Marks,
	size: number
): TrialFigures {
	const result = (lines: readonly EvaluatedLine[], id: string | null) =>
		lines.find((line) => line.state === 'counted' && line.id === id);
	const nothing = RecordSet.none(size);
	const final = result(after, resultAfter);
	const was = result(before, resultBefore)?.records ?? nothing;
	const now = final?.records ?? nothing;
	const old = new Map(before.map((line) => [line.id, line.records]));
	const [lost, gained] = [was.without(now), now.without(was)];
	return {
		final: final?.id ?? null,
		count: final?.records?.count() ?? null,
		found: final?.records?.countWith(marks.benchmark) ?? null,
		lost: lost.count(),
		gained: gained.count(),
		benchmarkLost: [...lost.and(marks.benchmark)],
		benchmarkGained: [...gained.and(marks.benchmark)],
		some: { lost: firstOf(lost), gained: firstOf(gained) },
		lines: after.map(({ id, records }) => {
			const known = old.get(id) ?? nothing;
			return {
				id,
				count: records?.count() ?? null,
				lost: known.without(records ?? nothing).count(),
				gained: (records ?? nothing).without(known).count()
			};
		})
	};
}
