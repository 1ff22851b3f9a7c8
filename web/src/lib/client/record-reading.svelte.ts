/** Records that somebody reads: those of a line, of the difference of two, or those that a line alone brings into a result. */
import { callServer } from '$lib/contract/call-server';
import type { RecordPage } from '$lib/contract/records';
import { askForFigures } from './figures';

/** Records on one page. */
export const PAGE = 20;

export class RecordReading {
	/** The line whose records are shown, and the one whose records are left out of them. */
	line = $state<string | null>(null);
	minus = $state<string | null>(null);
	/** The result, where only those of its records are shown that are there by the line alone. */
	aloneIn = $state<string | null>(null);
	order = $state<'newest' | 'relevance'>('newest');
	page = $state.raw<RecordPage | null>(null);
	fault = $state('');
	private from = $state(0);
	/** True until the records that were asked for have been brought into view. */
	private isNew = false;
	private shownOf = '';

	constructor(private readonly enquiry: string) {}

	show(line: string, minus: string | null = null, aloneIn: string | null = null): void {
		[this.line, this.minus, this.aloneIn, this.isNew] = [line, minus, aloneIn, true];
	}

	/**
	 * Asks for the records as they are now. They follow the line while it changes; another line starts from the top.
	 * @param bringIntoView is called when records come that somebody has asked for
	 * @returns what stops it
	 */
	ask(bringIntoView: () => void): () => void {
		const { line, minus, aloneIn, order } = this;
		const shownOf = JSON.stringify([line, minus, aloneIn, order]);
		if (shownOf !== this.shownOf) [this.shownOf, this.from] = [shownOf, 0];
		if (line === null) return () => undefined;
		const query = {
			line,
			from: this.from,
			order,
			...(minus === null ? {} : { minus }),
			...(aloneIn === null ? {} : { alone: aloneIn })
		};
		return askForFigures(
			(signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/records', { path: { enquiry: this.enquiry }, query, signal }),
			{
				show: (page) => {
					[this.page, this.fault] = [page, ''];
					if (this.isNew) bringIntoView();
					this.isNew = false;
				},
				failed: (message) => (this.fault = message)
			}
		);
	}

	/** The page that is shown, from 1 on. */
	get number(): number {
		return Math.floor((this.page?.from ?? 0) / PAGE) + 1;
	}
	turnTo(page: number): void {
		this.from = Math.max(0, (page - 1) * PAGE);
	}
}
