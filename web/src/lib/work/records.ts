/** A record as the server shows it, and its texts cut into lit and dark stretches. */
export interface ShownRecord {
	readonly id: string;
	readonly titles: readonly string[];
	readonly abstract: string;
	readonly keywords: readonly string[];
	readonly authors: readonly string[];
	readonly journal: string;
	readonly year: number | null;
	readonly headings: readonly {
		readonly vocabulary: string;
		readonly heading: string;
		readonly label: string;
		readonly main: boolean;
		readonly qualifiers: readonly string[];
		readonly lit: boolean;
	}[];
	readonly lit: readonly { readonly field: string; readonly entry: number; readonly from: number; readonly to: number }[];
	readonly benchmark: boolean;
}

export interface RecordPage {
	readonly line: number;
	readonly total: number;
	readonly from: number;
	readonly records: readonly ShownRecord[];
}

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
