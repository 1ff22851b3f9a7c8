/** The strategy as the server has counted it. */
import type { Fault } from '@wide-lantern/core/editor';

export interface SheetLine {
	readonly id: string;
	readonly number: number;
	readonly text: string;
	readonly role: string;
	readonly state: string;
	readonly count: number | null;
	readonly found: number | null;
	readonly beforeHand: boolean;
	readonly faults: readonly Fault[];
}

export interface SheetView {
	readonly revision: number;
	readonly collection: { readonly id: string; readonly name: string; readonly size: number; readonly takenOn: string } | null;
	/** How far the collection's index is, from 0 to 1, while it is being built. */
	readonly indexing: number | null;
	readonly benchmark: { readonly held: number; readonly known: number };
	readonly final: string | null;
	readonly lines: readonly SheetLine[];
}
