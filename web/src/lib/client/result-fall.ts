/** Notices that the result has fallen by more than half, so that it is said where it happened. */
import { formatCount } from './fresh.svelte';

/** As much of the counts as tells it. */
export interface CountedView {
	readonly final: string | null;
	readonly lines: readonly {
		readonly id: string;
		readonly number: number;
		readonly text: string;
		readonly count: number | null;
	}[];
}
/** Records below which half is no news. */
const SMALL = 20;

export class ResultFall {
	private before: {
		readonly final: string;
		readonly count: number;
		readonly texts: ReadonlyMap<string, string>;
	} | null = null;

	/**
	 * Looks at the counts once they are of the text that is shown.
	 * @returns what there is to say; an empty text where what was said is over; null where nothing changes
	 */
	see({ final, lines }: CountedView): string | null {
		const result = lines.find((line) => line.id === final);
		if (result?.count === null || result?.count === undefined) return null;
		const was = this.before;
		this.before = { final: result.id, count: result.count, texts: new Map(lines.map((line) => [line.id, line.text])) };
		if (was?.final !== result.id) return '';
		if (was.count >= SMALL && result.count < was.count / 2) {
			const touched = lines.filter((line) => was.texts.get(line.id) !== line.text);
			// Whoever edits the result itself sees its count.
			if (touched.length === 1 && touched[0]?.id === result.id) return null;
			const where = touched.length === 1 ? ` with the change in line ${touched[0]?.number}` : '';
			return `Line ${result.number}, the result, fell from ${formatCount(was.count)} to ${formatCount(result.count)} records${where}. If you did not mean that, undo it (Ctrl Z).`;
		}
		return result.count > was.count ? '' : null;
	}
}
