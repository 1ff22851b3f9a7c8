/** How the records of a line spread over years, types, languages and ages; and their numbers, up to a ceiling. */
import { RecordSet, type CollectionIndex } from '@wide-lantern/core/computing';
import type { RecordSpread } from '$lib/contract/records';
import { chosenRecords } from './chosen-records.ts';
import { question } from './question.ts';
import { ofSet, whole, type OfSet } from './shapes.ts';

interface SpreadAsked extends OfSet {
	readonly most: number;
}
interface SpreadFigures {
	readonly total: number;
	readonly years: readonly { readonly year: number; readonly count: number }[];
	readonly yearless: number;
	/** A record may have several types, so these may add up to more than there are. */
	readonly types: readonly { readonly value: string; readonly count: number }[];
	readonly values: RecordSpread['values'];
	readonly typeless: number;
	readonly lacking: RecordSpread['lacking'];
	/** Empty where there are more than was asked for. */
	readonly records: readonly number[];
}

/** Null where the line is not counted. */
export const spread = question<SpreadAsked, SpreadFigures | null>({ ...ofSet, most: whole }, (asked, context) => {
	const evaluated = context.evaluate(asked);
	const records = chosenRecords(asked, evaluated);
	return records && spreadOf(evaluated.index, records, asked.most);
});

const byCount = (rows: readonly { readonly value: string; readonly count: number }[]) =>
	[...rows].sort((a, b) => b.count - a.count).slice(0, 200);

function spreadOf(index: CollectionIndex, records: RecordSet, most: number): SpreadFigures {
	const years = new Map<number, number>();
	let [total, yearless] = [0, 0];
	for (const record of records) {
		total++;
		const year = index.year(record);
		if (year < 0) yearless++;
		else years.set(year, (years.get(year) ?? 0) + 1);
	}
	const values: Record<'la' | 'pt' | 'ag', { value: string; count: number }[]> = { la: [], pt: [], ag: [] };
	const having = (field: 'la' | 'pt' | 'ag') => {
		const set = RecordSet.none(index.size);
		for (const [value, rows] of index.entryValues(field)) {
			let count = 0;
			for (const { record } of rows)
				if (records.has(record)) {
					count++;
					set.add(record);
				}
			if (count > 0) values[field].push({ value, count });
		}
		return set.count();
	};
	const lacking = {
		years: yearless,
		languages: total - having('la'),
		types: total - having('pt'),
		ages: total - having('ag'),
		entered: [...records].filter((record) => index.sections.entered[record] === 0).length,
		headings: total - records.countWith(index.withHeadings),
		abstracts: total - records.countWith(index.withAbstract)
	};
	return {
		total,
		years: [...years].map(([year, count]) => ({ year, count })).sort((a, b) => a.year - b.year),
		yearless,
		types: byCount(values.pt),
		values: { la: byCount(values.la), pt: byCount(values.pt), ag: byCount(values.ag) },
		typeless: lacking.types,
		lacking,
		records: total > most ? [] : [...records]
	};
}
