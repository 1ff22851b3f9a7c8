/** A record as the server shows it, and its texts cut into lit and dark stretches. */
import type { ShownRecord } from '$lib/contract/records';

export interface Stretch {
	readonly text: string;
	readonly lit: boolean;
}

/** Cuts one text of a record where its light begins and ends. */
export function stretches(record: ShownRecord, field: string, entry: number, text: string): Stretch[] {
	const cuts: Stretch[] = [];
	let at = 0;
	for (const span of record.lit.filter((one) => one.field === field && one.entry === entry)) {
		if (span.from > at) cuts.push({ text: text.slice(at, span.from), lit: false });
		cuts.push({ text: text.slice(span.from, span.to), lit: true });
		at = span.to;
	}
	if (at < text.length) cuts.push({ text: text.slice(at), lit: false });
	return cuts;
}
