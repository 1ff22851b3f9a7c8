/** A query on a collection: which records it retrieves. Lines are handed in, already evaluated. */
import type { Query } from '../query/index.ts';
import { compilePattern, foldedKey } from '../text/index.ts';
import { evaluateWithin } from './bounds.ts';
import type { CollectionIndex } from './collection-index.ts';
import type { Watch } from './watch.ts';
import { RecordSet } from './record-set.ts';
import { evaluateSpans } from './spans.ts';
import { WordMemo } from './word-memo.ts';

export interface EvaluationContext {
	/** The records of another line, by its identity. */
	line(id: string): RecordSet;
	/** Records marked in the enquiry. */
	marked(set: 'benchmark' | 'relevant' | 'irrelevant'): RecordSet;
}

/**
 * Results of parts, kept by what they mean: their own text, and for lines and marks the very sets
 * that these stand for. So a part is computed once, in whichever line it stands, and anew only
 * when something below it has changed.
 */
export class PartCache {
	private readonly kept = new Map<string, RecordSet>();
	private readonly numbers = new WeakMap<RecordSet, number>();
	private next = 1;
	private held = 0;

	/** @param ceiling bytes that the kept sets may take together */
	constructor(private readonly ceiling = 64_000_000) {}

	get(key: string): RecordSet | undefined {
		const found = this.kept.get(key);
		if (found) {
			this.kept.delete(key);
			this.kept.set(key, found);
		}
		return found;
	}

	set(key: string, records: RecordSet): void {
		this.kept.set(key, records);
		this.held += weight(key, records);
		for (const [oldest, set] of this.kept) {
			if (this.held <= this.ceiling || this.kept.size === 1) break;
			this.kept.delete(oldest);
			this.held -= weight(oldest, set);
		}
	}

	/** A number that stands for this very set as long as it lives. */
	numberOf(records: RecordSet): number {
		let number = this.numbers.get(records);
		if (number === undefined) this.numbers.set(records, (number = this.next++));
		return number;
	}

	/** Bytes held. */
	get bytes(): number {
		return this.held;
	}
}

const weight = (key: string, records: RecordSet) => key.length * 2 + records.bits.byteLength + 100;

/** Evaluates a query exactly. */
export function evaluate(
	index: CollectionIndex,
	query: Query,
	context: EvaluationContext,
	cache?: PartCache,
	watch?: Watch
): RecordSet {
	switch (query.kind) {
		case 'line':
			return query.id === null ? RecordSet.none(index.size) : context.line(query.id);
		case 'marked':
			return context.marked(query.set);
		default: {
			if (!cache) return compute(index, query, context, cache, watch);
			const key = keyOf(query, context, cache);
			const known = cache.get(key);
			if (known) return known;
			const found = compute(index, query, context, cache, watch);
			cache.set(key, found);
			return found;
		}
	}
}

/** The text of a query in which lines and marks are the sets that they stand for. */
function keyOf(query: Query, context: EvaluationContext, cache: PartCache): string {
	if (standsAlone(query)) return JSON.stringify(query);
	return JSON.stringify(query, (_, value: unknown) => {
		if (typeof value !== 'object' || value === null || !('kind' in value)) return value;
		const part = value as Query;
		if (part.kind === 'line') return part.id === null ? '#?' : `#${cache.numberOf(context.line(part.id))}`;
		return part.kind === 'marked' ? `#${cache.numberOf(context.marked(part.set))}` : value;
	});
}

/** True where a query stands on no line and no mark. */
function standsAlone(query: Query): boolean {
	switch (query.kind) {
		case 'line':
		case 'marked':
			return false;
		case 'and':
		case 'or':
			return query.parts.every(standsAlone);
		case 'not':
			return standsAlone(query.keep) && standsAlone(query.drop);
		default:
			return true;
	}
}

type Computed = Exclude<Query, { kind: 'line' | 'marked' }>;

function compute(
	index: CollectionIndex,
	query: Computed,
	context: EvaluationContext,
	cache?: PartCache,
	watch?: Watch
): RecordSet {
	const inner = (part: Query) => evaluate(index, part, context, cache, watch);
	switch (query.kind) {
		case 'and':
		case 'not': {
			const exact = (part: Query): RecordSet | null => {
				// An AND or NOT of cheap parts is taken apart here, or it would ask for itself for ever.
				if (!readsPlaces(part) && part.kind !== 'and' && part.kind !== 'not') return inner(part);
				return cache?.get(keyOf(part, context, cache)) ?? null;
			};
			return query.kind === 'and' && query.parts.length === 0
				? RecordSet.all(index.size)
				: evaluateWithin(
						index,
						query,
						{
							exact: (part) => (part === query ? null : exact(part)),
							has: (part) => cache?.get(keyOf(part, context, cache)) !== undefined
						},
						watch
					);
		}
		case 'or': {
			const found = RecordSet.none(index.size);
			for (const part of query.parts) found.addAll(inner(part));
			return found;
		}
		case 'by-hand':
			return RecordSet.all(index.size);
		case 'word':
		case 'phrase':
		case 'near':
		case 'either':
			return evaluateSpans(new WordMemo(index), query, watch);
		default:
			return evaluateFacts(index, query);
	}
}

/** True where the answer needs the places of words, not only sets of records. */
function readsPlaces(query: Query): boolean {
	switch (query.kind) {
		case 'phrase':
		case 'near':
			return true;
		case 'either':
			return query.sides.some(readsPlaces);
		case 'and':
		case 'or':
			return query.parts.some(readsPlaces);
		case 'not':
			return readsPlaces(query.keep) || readsPlaces(query.drop);
		default:
			return false;
	}
}

type Facts = Extract<Query, { kind: 'assigned' | 'years' | 'entered' | 'entry' | 'identifier' | 'presence' }>;

/** Headings and limits. */
function evaluateFacts(index: CollectionIndex, query: Facts): RecordSet {
	const collect = (test: (record: number) => boolean) => {
		const found = RecordSet.none(index.size);
		for (let record = 0; record < index.size; record++) if (test(record)) found.add(record);
		return found;
	};
	switch (query.kind) {
		case 'assigned': {
			const wanted = new Set(index.qualifierNumbers(query.qualifiers.map(foldedKey)));
			const found = RecordSet.none(index.size);
			if (query.qualifiers.length > 0 && wanted.size === 0) return found;
			const take = (rows: ReturnType<CollectionIndex['assigned']>) => {
				for (const { record, main, qualifiers } of rows)
					if ((main || !query.main) && (wanted.size === 0 || qualifiers.some((one) => wanted.has(one))))
						found.add(record);
			};
			if (query.headings) for (const key of query.headings) take(index.assigned(key));
			else take(index.allAssigned(query.vocabulary));
			return found;
		}
		case 'years': {
			const { years } = index.sections;
			const first = query.first ?? 0;
			const last = query.last ?? Infinity;
			return collect((record) => {
				const year = years[record] as number;
				return year >= first && year <= last;
			});
		}
		case 'entered': {
			const { entered } = index.sections;
			const day = (date: string) => Number(date.replaceAll('-', ''));
			const first = query.first === null ? 1 : Math.max(1, day(query.first));
			const last = query.last === null ? Infinity : day(query.last);
			return collect((record) => (entered[record] as number) >= first && (entered[record] as number) <= last);
		}
		case 'entry': {
			const patterns = query.patterns.map(compilePattern);
			const found = RecordSet.none(index.size);
			for (const [value, records] of index.entryValues(query.field)) {
				const words = value.split(' ');
				if (words.length === patterns.length && patterns.every((pattern, at) => pattern.test(words[at] ?? '')))
					for (const { record } of records) found.add(record);
			}
			return found;
		}
		case 'identifier':
			return RecordSet.of(
				index.size,
				query.values.flatMap((value) => index.identified(value))
			);
		case 'presence': {
			const having = query.part === 'ab' ? index.withAbstract : index.withHeadings;
			return query.has ? having : having.not();
		}
	}
}
