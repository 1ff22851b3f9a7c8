/**
 * What lit a record: the exact stretches of its fields, and the assigned headings, that satisfied
 * a query. It works on the record itself, not on the index, and so is a second opinion on it.
 */
import { INDEXED_FIELDS, type IndexedField, type Query, type SpanQuery } from '../query/index.ts';
import type { BibliographicRecord } from '../records/index.ts';
import { compilePattern, foldedKey, tokenize, type Token } from '../text/index.ts';
import { fieldEntries, type LabelOf } from './build.ts';

/** A lit stretch: UTF-16 units of the `entry`-th text of `field`, end not included. */
export interface LitSpan {
	readonly field: IndexedField;
	readonly entry: number;
	readonly from: number;
	readonly to: number;
	/** Identities of the lines whose own text asks for it. */
	readonly lines: readonly string[];
}

export interface Light {
	readonly spans: readonly LitSpan[];
	/** `at` is an index into the record's headings. */
	readonly headings: readonly { readonly at: number; readonly lines: readonly string[] }[];
}

/** Tokens first to last, and those of them that were asked for (the words between are not). */
interface TokenSpan {
	readonly first: number;
	readonly last: number;
	readonly lit: readonly number[];
}

/**
 * @param asked the line that is looked at, with what it asks for
 * @param line the query of another line by its identity; null where it has none
 */
export function lightOf(
	record: BibliographicRecord,
	asked: { readonly id: string; readonly query: Query },
	labelOf: LabelOf,
	line: (id: string) => Query | null
): Light {
	const tokens = new Map<IndexedField, Token[][]>();
	const entriesOf = (field: IndexedField) => {
		const known = tokens.get(field);
		if (known) return known;
		const cut = fieldEntries(record, field, labelOf).map(tokenize);
		tokens.set(field, cut);
		return cut;
	};
	const spans = new Map<string, Omit<LitSpan, 'lines'> & { readonly lines: Set<string> }>();
	const headings = new Map<number, Set<string>>();

	/** @param by the line whose text the part is of */
	const visit = (part: Query, by: string): void => {
		switch (part.kind) {
			case 'and':
			case 'or':
				for (const one of part.parts) visit(one, by);
				return;
			case 'not':
				visit(part.keep, by);
				return;
			case 'line': {
				const other = part.id === null ? null : line(part.id);
				if (other && part.id !== null) visit(other, part.id);
				return;
			}
			case 'word':
			case 'phrase':
			case 'near':
			case 'either':
				for (const field of part.fields)
					entriesOf(field).forEach((entry, number) => {
						for (const { lit } of findSpans(entry, part))
							for (const at of lit) {
								const token = entry[at];
								if (!token) continue;
								const key = `${field}${number}-${token.from}`;
								const known = spans.get(key);
								if (known) known.lines.add(by);
								else spans.set(key, { field, entry: number, from: token.from, to: token.to, lines: new Set([by]) });
							}
					});
				return;
			case 'assigned':
				record.headings.forEach((one, number) => {
					const wanted = part.qualifiers.map(foldedKey);
					const own = one.qualifiers.map(foldedKey);
					if (part.headings && !part.headings.includes(`${one.vocabulary}:${one.heading}`)) return;
					if (part.vocabulary !== undefined && one.vocabulary !== part.vocabulary) return;
					if ((one.main || !part.main) && (wanted.length === 0 || wanted.some((name) => own.includes(name))))
						headings.set(number, (headings.get(number) ?? new Set()).add(by));
				});
				return;
			default:
				return;
		}
	};
	visit(asked.query, asked.id);
	return {
		spans: [...spans.values()]
			.sort(
				(a, b) =>
					INDEXED_FIELDS.indexOf(a.field) - INDEXED_FIELDS.indexOf(b.field) || a.entry - b.entry || a.from - b.from
			)
			.map((span) => ({ ...span, lines: [...span.lines] })),
		headings: [...headings].map(([at, lines]) => ({ at, lines: [...lines] })).sort((a, b) => a.at - b.at)
	};
}

function findSpans(entry: readonly Token[], query: SpanQuery): TokenSpan[] {
	switch (query.kind) {
		case 'word': {
			const pattern = compilePattern(query.pattern);
			return entry.flatMap((token, at) => (pattern.test(token.text) ? [{ first: at, last: at, lit: [at] }] : []));
		}
		case 'phrase': {
			const patterns = query.patterns.map(compilePattern);
			return entry.flatMap((_, at) =>
				patterns.every((pattern, step) => pattern.test(entry[at + step]?.text ?? ''))
					? [{ first: at, last: at + patterns.length - 1, lit: patterns.map((__, step) => at + step) }]
					: []
			);
		}
		case 'either':
			return query.sides.flatMap((side) => findSpans(entry, side));
		case 'near': {
			const found: TokenSpan[] = [];
			/** Ends are looked up by their token, so that a very long text costs what it lights. */
			const follow = (before: readonly TokenSpan[], after: readonly TokenSpan[]) => {
				const starts = new Map<number, TokenSpan[]>();
				for (const one of after) starts.set(one.first, [...(starts.get(one.first) ?? []), one]);
				const reach = Math.min(query.distance, entry.length);
				for (const one of before)
					for (let gap = 1; gap <= reach; gap++)
						for (const next of starts.get(one.last + gap) ?? [])
							found.push({ first: one.first, last: next.last, lit: [...one.lit, ...next.lit] });
			};
			const left = findSpans(entry, query.left);
			const right = findSpans(entry, query.right);
			follow(left, right);
			if (!query.ordered) follow(right, left);
			return found;
		}
	}
}
