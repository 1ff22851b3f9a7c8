/**
 * One form for queries that mean the same by the laws of the notation: ANDs and ORs opened and put
 * in order, ORs drawn out of proximity, `~` as its two forms, fields of one term taken together,
 * assignments and identifiers as lists. Equal texts mean equal queries on every collection;
 * different texts may still mean the same.
 */
import { INDEXED_FIELDS, type IndexedField, type Query, type SpanQuery } from './bind.ts';

/** Most forms that drawing ORs out of one term may make; beyond it the term stays as it is. */
const FORMS = 400;

/** The canonical text of a query; empty where it asks for nothing but settings by hand. */
export function canonicalText(query: Query): string {
	switch (query.kind) {
		case 'and': {
			const parts = new Set<string>();
			const take = (part: Query) => {
				if (part.kind === 'and') part.parts.forEach(take);
				else parts.add(canonicalText(part));
			};
			query.parts.forEach(take);
			parts.delete('');
			const [only = ''] = parts;
			return parts.size < 2 ? only : `all(${[...parts].sort().join(', ')})`;
		}
		case 'not': {
			let keep = query.keep;
			const drop: Query[] = [query.drop];
			while (keep.kind === 'not') {
				drop.push(keep.drop);
				keep = keep.keep;
			}
			return `${canonicalText(keep)} without ${canonicalText({ kind: 'or', parts: drop })}`;
		}
		default: {
			const all: Gathered = { terms: new Map(), assigned: new Map(), identifiers: new Set(), rest: new Set() };
			gather(query, all);
			return written(all);
		}
	}
}

interface Gathered {
	readonly terms: Map<string, Set<IndexedField>>;
	readonly assigned: Map<string, Set<string>>;
	readonly identifiers: Set<string>;
	readonly rest: Set<string>;
}

function gather(query: Query, all: Gathered): void {
	switch (query.kind) {
		case 'or':
			for (const part of query.parts) gather(part, all);
			return;
		case 'word':
		case 'phrase':
		case 'near':
		case 'either':
			for (const form of formsOf(query)) for (const field of query.fields) add(all.terms, form, field);
			return;
		case 'assigned':
			for (const qualifier of query.qualifiers.length > 0
				? [...query.qualifiers].map((one) => one.toLowerCase())
				: [''])
				for (const heading of query.headings ?? [`${query.vocabulary ?? ''}*`])
					add(all.assigned, `${query.main ? '!' : ''}|${qualifier}`, heading);
			return;
		case 'identifier':
			for (const one of query.values) all.identifiers.add(one.trim().toLowerCase());
			return;
		case 'and':
		case 'not': {
			const text = canonicalText(query);
			if (text !== '') all.rest.add(text);
			return;
		}
		case 'by-hand':
			return;
		default:
			all.rest.add(JSON.stringify(query, Object.keys(query).sort()));
	}
}

function add<Key, One>(map: Map<Key, Set<One>>, key: Key, value: One): void {
	const held = map.get(key);
	if (held) held.add(value);
	else map.set(key, new Set([value]));
}

/** The terms that a span query is an OR of, as texts. */
function formsOf(query: SpanQuery): readonly string[] {
	switch (query.kind) {
		case 'word':
			return expandPatterns([query.pattern]);
		case 'phrase':
			return expandPatterns(query.patterns);
		case 'either':
			return query.sides.flatMap(formsOf);
		case 'near': {
			const lefts = formsOf(query.left);
			const rights = formsOf(query.right);
			const join = (left: string, right: string) => {
				// Without an order, the two sides may change places.
				const [a, b] = query.ordered || left <= right ? [left, right] : [right, left];
				return `(${a} ${query.ordered ? 'before' : 'within'}/${query.distance} ${b})`;
			};
			if (lefts.length * rights.length > FORMS) return [join(lefts.join('|'), rights.join('|'))];
			return lefts.flatMap((left) => rights.map((right) => join(left, right)));
		}
	}
}

function expandPatterns(patterns: readonly string[]): readonly string[] {
	let rows: readonly string[] = [''];
	for (const pattern of patterns) {
		const forms = withoutOptional(pattern);
		if (rows.length * forms.length > FORMS) return [`"${patterns.join(' ')}"`];
		rows = rows.flatMap((row) => forms.map((form) => (row === '' ? form : `${row} ${form}`)));
	}
	return [...new Set(rows.map((row) => `"${row}"`))];
}

/** A pattern without `~`: its two forms; runs of wildcards in one order, `?` before `*`. */
function withoutOptional(pattern: string): readonly string[] {
	const runs = pattern.split(/([*?~]+)/);
	let forms: readonly string[] = [''];
	for (const run of runs) {
		if (!/^[*?~]/.test(run)) {
			forms = forms.map((form) => form + run);
			continue;
		}
		const ones = run.replace(/[^?]/g, '');
		const optional = run.replace(/[^~]/g, '').length;
		if (run.includes('*')) forms = forms.map((form) => `${form}${ones}*`);
		else if (forms.length * (optional + 1) > FORMS) return [pattern];
		else
			forms = forms.flatMap((form) =>
				Array.from({ length: optional + 1 }, (_, more) => `${form}${ones}${'?'.repeat(more)}`)
			);
	}
	return [...new Set(forms)];
}

function written({ terms, assigned, identifiers, rest }: Gathered): string {
	const parts = [
		...[...terms].map(([shape, fields]) => `${INDEXED_FIELDS.filter((field) => fields.has(field)).join('+')}:${shape}`),
		...[...assigned].map(([how, headings]) => `{${how} ${[...headings].sort().join(';')}}`),
		...(identifiers.size > 0 ? [`id(${[...identifiers].sort().join(' ')})`] : []),
		...rest
	];
	return parts.length === 1 ? (parts[0] ?? '') : parts.length === 0 ? '' : `any(${parts.sort().join(', ')})`;
}
