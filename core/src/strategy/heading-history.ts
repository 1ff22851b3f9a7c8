/** A heading over the years of a collection: its records, those of what stood for it before, and what nobody has indexed yet. */
import { RecordSet, type CollectionIndex } from '../collection/index.ts';
import { foldedKey } from '../text/index.ts';
import type { Vocabulary } from '../vocabulary/index.ts';

export interface HistoryYear {
	readonly year: number;
	/** With the heading itself. */
	readonly records: number;
	/** With a heading that stood for it before, and not with itself. */
	readonly earlier: number;
	/** Of all records of that year, those without any heading. */
	readonly bare: number;
	readonly all: number;
}

export interface HeadingHistory {
	readonly since: number | null;
	/** What stood for it before; `id` where that is a heading still. */
	readonly before: readonly {
		readonly label: string;
		readonly until: number | null;
		readonly renamed: boolean;
		readonly id: string | null;
		readonly records: number;
	}[];
	/** Every year between the first and the last that the collection has. */
	readonly years: readonly HistoryYear[];
	/** Records without a year. */
	readonly yearless: number;
}

/** @returns null where the vocabulary does not have the heading */
export function headingHistory(index: CollectionIndex, vocabulary: Vocabulary, id: string): HeadingHistory | null {
	const heading = vocabulary.get(id);
	if (!heading) return null;
	const of = (one: string) => {
		const set = RecordSet.none(index.size);
		for (const { record } of index.assigned(`${vocabulary.id}:${one}`)) set.add(record);
		return set;
	};
	const own = of(id);
	let earlier = RecordSet.none(index.size);
	const before = heading.before.map((one) => {
		const match = one.renamed ? undefined : vocabulary.find(one.label);
		const predecessor =
			match && match.heading.id !== id && foldedKey(match.heading.label) === foldedKey(one.label)
				? match.heading.id
				: null;
		const records = predecessor === null ? null : of(predecessor);
		if (records) earlier = earlier.or(records);
		return { ...one, id: predecessor, records: records?.count() ?? 0 };
	});
	const indexed = RecordSet.none(index.size);
	for (const { record } of index.allAssigned()) indexed.add(record);
	const years = new Map<number, { records: number; earlier: number; bare: number; all: number }>();
	let yearless = 0;
	for (let record = 0; record < index.size; record++) {
		const year = index.year(record);
		if (year < 0) {
			yearless++;
			continue;
		}
		let row = years.get(year);
		if (!row) years.set(year, (row = { records: 0, earlier: 0, bare: 0, all: 0 }));
		row.all++;
		if (!indexed.has(record)) row.bare++;
		if (own.has(record)) row.records++;
		else if (earlier.has(record)) row.earlier++;
	}
	const known = [...years.keys()];
	const [first, last] = [Math.min(...known), Math.max(...known)];
	return {
		since: heading.since,
		before,
		years:
			known.length === 0
				? []
				: Array.from({ length: last - first + 1 }, (_, at) => ({
						year: first + at,
						...(years.get(first + at) ?? { records: 0, earlier: 0, bare: 0, all: 0 })
					})),
		yearless
	};
}
