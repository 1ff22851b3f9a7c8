/** Records of a line by year, and how many of them have no headings. */
import { question } from './question.ts';
import { ofLines, text, type OfLines } from './shapes.ts';

interface YearsAsked extends OfLines {
	readonly line: string;
}
interface Year {
	readonly year: number;
	readonly all: number;
	/** Without any heading. */
	readonly bare: number;
}
interface YearRows {
	readonly years: readonly Year[];
	readonly all: number;
	readonly bare: number;
}

/** Null where the line is not counted. */
export const years = question<YearsAsked, YearRows | null>({ ...ofLines, line: text }, (asked, context) => {
	const { index, lines } = context.evaluate(asked);
	const records = lines.find((one) => one.id === asked.line)?.records;
	if (!records) return null;
	const indexed = index.withHeadings;
	const rows = new Map<number, { year: number; all: number; bare: number }>();
	for (const record of records) {
		const year = index.year(record);
		const row = rows.get(year) ?? { year, all: 0, bare: 0 };
		rows.set(year, row);
		row.all++;
		if (!indexed.has(record)) row.bare++;
	}
	const sum = (of: 'all' | 'bare') => [...rows.values()].reduce((total, row) => total + row[of], 0);
	return {
		years: [...rows.values()].filter((one) => one.year >= 0).sort((a, b) => a.year - b.year),
		all: sum('all'),
		bare: sum('bare')
	};
});
