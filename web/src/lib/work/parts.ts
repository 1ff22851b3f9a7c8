/** Parts as the screens show them. */
import type { Cells, StrategyPartFile } from '@wide-lantern/core/editor';

export interface PartEntry {
	readonly id: string;
	/** False for what ships. */
	readonly mine: boolean;
	readonly made: string;
	readonly part: StrategyPartFile;
}

/** How lines do on records whose truth is known. */
export interface Measured {
	readonly cells: Cells;
	readonly collection: string;
	/** True where only records judged in this enquiry were looked at. */
	readonly judged: boolean;
}
