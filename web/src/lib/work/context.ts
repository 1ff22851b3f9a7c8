/** The open enquiry and the lens, handed to all screens below the frame. */
import { getContext, setContext } from 'svelte';
import type { SheetCounts } from './counts.svelte';
import type { EnquiryClient } from './enquiry.svelte';
import type { Lens } from './lens.svelte';

export interface Collection {
	readonly id: string;
	readonly name: string;
	readonly takenOn: string;
	readonly vocabularies: readonly string[];
	readonly size: number;
}

export interface Bench {
	readonly enquiry: EnquiryClient;
	readonly counts: SheetCounts;
	readonly lens: Lens;
	readonly collections: readonly Collection[];
	readonly vocabularies: readonly { id: string; name: string; edition: string; headings: number }[];
	readonly profiles: readonly { id: string; name: string; version: number; source: string; platform: string; oneString: boolean }[];
	readonly personName: string;
}

const KEY = Symbol('bench');
export const giveBench = (bench: Bench): Bench => setContext(KEY, bench);
export const takeBench = (): Bench => getContext<Bench>(KEY);
