/** What each line retrieves of every source, where lines are counted on imported files. */
import { callServer } from '$lib/contract/call-server';
import type { SheetView, SourceCounts } from '$lib/contract/sheet';
import { PanelFigures } from './panel-figures.svelte';

/** Milliseconds of rest in typing before the sources are counted. */
const REST = 400;

interface State {
	readonly revision: number;
	readonly collection: string | null;
}

export class CountsBySource {
	private readonly figures: PanelFigures<State, SourceCounts>;

	constructor(enquiry: string) {
		this.figures = new PanelFigures(
			(_, signal) => callServer('GET /api/v1/enquiries/[enquiry]/counts/sources', { path: { enquiry }, signal }),
			REST
		);
	}
	ask(state: State): () => void {
		return this.figures.ask(state);
	}
	/** The newest that is known; null while there is none. */
	get value(): SourceCounts | null {
		return this.figures.value;
	}
	isOf(state: State): boolean {
		return this.figures.isOf(state);
	}
	get failed(): string {
		return this.figures.failed;
	}
}

/** A row of the table: a line with its records of each source. */
export interface SourceRow {
	readonly id: string;
	readonly number: number;
	readonly text: string;
	readonly isResult: boolean;
	readonly all: number;
	readonly counts: readonly number[];
	readonly alone: readonly number[];
}

/** The counted lines, in the order of the sheet. */
export function sourceRows(counts: SourceCounts, view: Pick<SheetView, 'lines' | 'final'>): readonly SourceRow[] {
	const byLine = new Map(counts.lines.map((line) => [line.id, line]));
	return view.lines.flatMap(({ id, number, text, count }): SourceRow[] => {
		const line = byLine.get(id);
		return line?.counts && line.alone && count !== null
			? [{ id, number, text, isResult: id === view.final, all: count, counts: line.counts, alone: line.alone }]
			: [];
	});
}
