/** Counts that somebody has copied from a platform, given to the lines that were run there. */
import { pastedRows, type RenderedLine, type RunLine } from '@wide-lantern/core/editor';

/** A number with any of the marks that platforms set between its digits. */
const NUMBER = /^[\d.,\s\u202F\u00A0]+$/;
/** A number of a line, and then a count. */
const NUMBERED = /^\d+[.)]?\s+\d/;
const numberOf = (text: string) => Number(text.replace(/\D/g, ''));

/**
 * Counts by the numbers in front of them; where there are counts alone, one after the other.
 * @param written the lines that the platform has, in its order
 * @param oneString true for a platform without lines
 */
export function pastedCounts(text: string, written: readonly RenderedLine[], oneString: boolean): readonly RunLine[] {
	const rows = text
		.split('\n')
		.map((row) => row.trim())
		.filter((row) => row !== '');
	const counted = (line: RenderedLine, count: number): RunLine => ({
		id: line.id,
		number: line.written ?? 0,
		text: line.text,
		count,
		fault: ''
	});
	if (rows.every((row) => NUMBER.test(row)) && !rows.some((row) => NUMBERED.test(row)))
		return rows.slice(0, written.length).flatMap((row, at) => {
			const line = written[at];
			return line ? [counted(line, numberOf(row))] : [];
		});
	return pastedRows(text, oneString).rows.flatMap((row) => {
		const line = written.find((one) => one.written === row.number);
		const count = row.count ?? (NUMBER.test(row.text) ? numberOf(row.text) : null);
		return line && count !== null ? [counted(line, count)] : [];
	});
}

/** All lines as they are now; those without a count in what was pasted have none. */
export function withoutGaps(written: readonly RenderedLine[], found: readonly RunLine[]): readonly RunLine[] {
	const counts = new Map(found.map((row) => [row.id, row.count]));
	return written.map((line) => ({
		id: line.id,
		number: line.written ?? 0,
		text: line.text,
		count: counts.get(line.id) ?? null,
		fault: ''
	}));
}
