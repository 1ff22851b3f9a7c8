/** A query on a collection: which records it retrieves. Lines are handed in, already evaluated. */
import type { Query } from '../query/index.ts';
import { compilePattern, foldedKey } from '../text/index.ts';
import type { CollectionIndex } from './collection-index.ts';
import { RecordSet } from './record-set.ts';
import { evaluateSpans } from './spans.ts';

export interface EvaluationContext {
	/** The records of another line, by its identity. */
	line(id: string): RecordSet;
	/** Records marked in the enquiry. */
	marked(set: 'benchmark' | 'relevant' | 'irrelevant'): RecordSet;
}

/** Results of parts that do not depend on other lines or marks, kept by their own text. */
export class PartCache {
	private readonly kept = new Map<string, RecordSet>();
	constructor(private readonly ceiling = 4_000) {}

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
		for (const oldest of this.kept.keys()) {
			if (this.kept.size <= this.ceiling) break;
			this.kept.delete(oldest);
		}
	}
}

/** Evaluates a query exactly. */
export function evaluate(index: CollectionIndex, query: Query, context: EvaluationContext, cache?: PartCache): RecordSet {
	const inner = (part: Query) => evaluate(index, part, context, cache);
	switch (query.kind) {
		case 'and':
			return query.parts.map(inner).reduce((a, b) => a.and(b), RecordSet.all(index.size));
		case 'or':
			return query.parts.map(inner).reduce((a, b) => a.or(b), RecordSet.none(index.size));
		case 'not':
			return inner(query.keep).without(inner(query.drop));
		case 'line':
			return query.id === null ? RecordSet.none(index.size) : context.line(query.id);
		case 'marked':
			return context.marked(query.set);
		case 'by-hand':
			return RecordSet.all(index.size);
		default: {
			const key = JSON.stringify(query);
			const known = cache?.get(key);
			if (known) return known;
			const found = evaluateLeaf(index, query);
			cache?.set(key, found);
			return found;
		}
	}
}

type Leaf = Exclude<Query, { kind: 'and' | 'or' | 'not' | 'line' | 'marked' | 'by-hand' }>;

function evaluateLeaf(index: CollectionIndex, query: Leaf): RecordSet {
	const collect = (test: (record: number) => boolean) => {
		const found = RecordSet.none(index.size);
		for (let record = 0; record < index.size; record++) if (test(record)) found.add(record);
		return found;
	};
	switch (query.kind) {
		case 'word':
		case 'phrase':
		case 'near':
		case 'either':
			return evaluateSpans(index, query);
		case 'assigned': {
			const wanted = query.qualifiers.map(foldedKey);
			const found = RecordSet.none(index.size);
			for (const key of query.headings ?? index.headingKeys())
				for (const { record, main, qualifiers } of index.assigned(key))
					if ((main || !query.main) && (wanted.length === 0 || wanted.some((one) => qualifiers.includes(one)))) found.add(record);
			return found;
		}
		case 'years':
			return collect((record) => {
				const year = index.year(record);
				return year >= 0 && year >= (query.first ?? 0) && year <= (query.last ?? Infinity);
			});
		case 'entered':
			return collect((record) => {
				const date = index.enteredOn(record);
				return date !== null && date >= query.first && (query.last === null || date <= query.last);
			});
		case 'entry': {
			const patterns = query.patterns.map(compilePattern);
			const found = RecordSet.none(index.size);
			for (const [value, records] of index.entryValues(query.field)) {
				const words = value.split(' ');
				if (words.length === patterns.length && patterns.every((pattern, at) => pattern.test(words[at] ?? ''))) for (const record of records) found.add(record);
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
