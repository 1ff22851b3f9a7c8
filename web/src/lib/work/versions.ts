/** Versions as the screens show them. */
import type { LineChange } from '@wide-lantern/core/editor';

export interface VersionEntry {
	readonly id: string;
	readonly revision: number;
	/** Empty for one that was kept by itself. */
	readonly name: string;
	readonly by: string;
	readonly at: string;
	readonly lines: number;
}

export interface ComparedVersions {
	readonly lines: readonly LineChange[];
	/** Null where there is no collection to count on. */
	readonly records: {
		readonly before: number;
		readonly count: number | null;
		readonly lost: number;
		readonly gained: number;
		readonly shipsLost: readonly string[];
		readonly shipsGained: readonly string[];
		readonly lines: readonly {
			readonly id: string;
			readonly count: number | null;
			readonly lost: number;
			readonly gained: number;
		}[];
	} | null;
}
