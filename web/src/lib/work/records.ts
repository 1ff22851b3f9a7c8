/** A record as the server shows it, and its texts cut into lit and dark stretches. */
import type { UnmatchedWord, Verdict } from '@wide-lantern/core/editor';

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
	readonly lit: readonly {
		readonly field: string;
		readonly entry: number;
		readonly from: number;
		readonly to: number;
	}[];
	readonly benchmark: boolean;
	/** Whether somebody has judged it relevant; null where nobody has. */
	readonly verdict: Verdict | null;
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

/** How the records of a line spread. Sums match the total, but for types and keywords, of which a record may have several. */
export interface RecordSpread {
	readonly revision: number;
	readonly total: number;
	readonly years: readonly { readonly year: number; readonly count: number }[];
	readonly yearless: number;
	readonly types: readonly Counted[];
	/** What the records have as language, publication type and age group, most frequent first. */
	readonly values: Readonly<Record<'la' | 'pt' | 'ag', readonly Counted[]>>;
	readonly typeless: number;
	/** Records that lack what a limit would ask for. */
	readonly lacking: {
		readonly years: number;
		readonly languages: number;
		readonly types: number;
		readonly ages: number;
		readonly entered: number;
		readonly headings: number;
		readonly abstracts: number;
	};
	/** The commonest, with how many records the rest has; null where there are too many records to read. */
	readonly journals: CommonValues | null;
	readonly keywords: CommonValues | null;
	readonly words: readonly UnmatchedWord[];
}
export interface Counted {
	readonly value: string;
	readonly count: number;
}
export interface CommonValues {
	readonly values: readonly Counted[];
	/** Records whose value is not among those above, and those without any. */
	readonly others: number;
	readonly without: number;
}
export interface RecordWhy {
	readonly revision: number;
	readonly final: number;
	readonly inResult: boolean;
	readonly sides: readonly {
		readonly lines: readonly string[];
		readonly out: boolean;
		readonly passes: boolean;
		readonly terms: readonly {
			readonly line: string;
			readonly number: number;
			readonly text: string;
			readonly lost: number;
			readonly gained: number;
			readonly losesThis: boolean;
			readonly inTitles: number | null;
		}[];
	}[];
}
