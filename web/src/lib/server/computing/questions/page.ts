/** Record numbers of a line, a page of them, in order. */
import { queryTerms, relevanceOf } from '@wide-lantern/core/computing';
import { RECORD_ORDERS, type RecordOrder } from '$lib/contract/records';
import { chosenRecords } from './chosen-records.ts';
import { question } from './question.ts';
import { ofSet, whole, type OfSet } from './shapes.ts';

interface PageAsked extends OfSet {
	readonly from: number;
	readonly count: number;
	readonly order: RecordOrder;
}
interface RecordPage {
	readonly total: number;
	readonly records: readonly number[];
}

/** Null where the line is not counted. */
export const page = question<PageAsked, RecordPage | null>(
	{ ...ofSet, from: whole, count: whole, order: { enum: RECORD_ORDERS } },
	(asked, context) => {
		const evaluated = context.evaluate(asked);
		const { index, lines } = evaluated;
		const records = chosenRecords(asked, evaluated);
		if (!records) return null;
		const newest = (a: number, b: number) => index.year(b) - index.year(a) || a - b;
		const scores =
			asked.order === 'relevance' ? relevanceOf(index, queryTerms(lines, asked.line), records, context.watch()) : null;
		const order = [...records].sort(scores ? (a, b) => (scores[b] ?? 0) - (scores[a] ?? 0) || newest(a, b) : newest);
		return { total: order.length, records: order.slice(asked.from, asked.from + asked.count) };
	}
);
