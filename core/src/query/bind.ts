/**
 * From names to things: the labels, line numbers and concept letters of an expression are looked
 * up in what surrounds the line, fields are pushed down to the words, and the result is a query
 * that a collection can evaluate. Vocabularies and lines are handed in as functions.
 */
import { DEFAULT_FIELDS, type Expression, type HeadingPiece, type LineList, type MarkedSet, type LimitField, type Span, type TextField } from './expression.ts';
import type { Fault } from './fault.ts';
import { fault, replacing } from './parse-terms.ts';
import { printLabel } from './print.ts';

/** A field of a record that holds text; `all` is written out. */
export type IndexedField = Exclude<TextField, 'all'>;
export const INDEXED_FIELDS: readonly IndexedField[] = ['ti', 'ab', 'kw', 'hd', 'au', 'jn', 'af'];

export type SpanQuery =
	| { readonly kind: 'word'; readonly fields: readonly IndexedField[]; readonly pattern: string }
	| { readonly kind: 'phrase'; readonly fields: readonly IndexedField[]; readonly patterns: readonly string[] }
	| {
			readonly kind: 'near';
			readonly fields: readonly IndexedField[];
			readonly ordered: boolean;
			readonly distance: number;
			readonly left: SpanQuery;
			readonly right: SpanQuery;
	  }
	| { readonly kind: 'either'; readonly fields: readonly IndexedField[]; readonly sides: readonly SpanQuery[] };

export type Query =
	| SpanQuery
	| { readonly kind: 'and' | 'or'; readonly parts: readonly Query[] }
	| { readonly kind: 'not'; readonly keep: Query; readonly drop: Query }
	| {
			/** Records assigned one of these headings (`vocabulary:identifier`), or any where null. */
			readonly kind: 'assigned';
			readonly headings: readonly string[] | null;
			readonly main: boolean;
			readonly qualifiers: readonly string[];
	  }
	| { readonly kind: 'years'; readonly first: number | null; readonly last: number | null }
	| { readonly kind: 'entered'; readonly first: string; readonly last: string | null }
	| { readonly kind: 'entry'; readonly field: LimitField; readonly patterns: readonly string[] }
	| { readonly kind: 'identifier'; readonly values: readonly string[] }
	| { readonly kind: 'presence'; readonly has: boolean; readonly part: 'ab' | 'hd' }
	| { readonly kind: 'marked'; readonly set: MarkedSet }
	| { readonly kind: 'by-hand'; readonly instruction: string }
	/** Another line, by its identity; null for one that is gone. */
	| { readonly kind: 'line'; readonly id: string | null };

/** What a label was found to be. */
export type HeadingMatch =
	| { readonly found: 'heading'; readonly key: string; readonly label: string; readonly by: 'label' | 'entry-term' | 'turned' }
	| { readonly found: 'several'; readonly vocabularies: readonly string[] }
	/** Not in the strategy's own vocabulary, but in these. */
	| { readonly found: 'elsewhere'; readonly vocabularies: readonly string[] }
	| { readonly found: 'none'; readonly nearest: readonly string[] }
	| { readonly found: 'no-vocabulary'; readonly vocabularies: readonly string[] };

export interface QualifierCheck {
	readonly allowed: boolean;
	/** The qualifier's own spelling. */
	readonly name: string;
	readonly offered: readonly string[];
}

/** What surrounds a line. Everything is asked for, nothing is kept. */
export interface Surroundings {
	heading(label: string, vocabulary: string | null): HeadingMatch;
	/** The keys of a heading and all narrower ones, over all its places. */
	closure(key: string): readonly string[];
	qualifier(key: string | null, name: string, narrower: boolean): QualifierCheck;
	/** Identity of the line with this number, and whether it stands above; null where there is none. */
	line(number: number): { readonly id: string; readonly above: boolean } | null;
	/** The lines joined by `@A`; a sentence where that cannot be. */
	concept(letter: string, strand: number | null): { readonly lines: readonly string[] } | { readonly refused: string };
	/** The year that `yr:last5` counts back from. */
	readonly currentYear: number;
}

/** Of a term by itself: no headings, lines or concepts. */
export const ALONE: Surroundings = {
	heading: () => ({ found: 'none', nearest: [] }),
	closure: () => [],
	qualifier: (_, name) => ({ allowed: false, name, offered: [] }),
	line: () => null,
	concept: () => ({ refused: 'There is no concept here.' }),
	currentYear: 0
};

export interface Bound {
	readonly query: Query | null;
	readonly faults: readonly Fault[];
}

/** Binds an expression to what surrounds it. A fault of severity `error` leaves `query` null. */
export function bind(expression: Expression, surroundings: Surroundings): Bound {
	const binder = new Binder(surroundings);
	const query = binder.bind(expression, null);
	const failed = binder.faults.some((one) => one.severity === 'error');
	return { query: failed ? null : query, faults: binder.faults };
}

const NOWHERE: Span = { from: 0, to: 0 };

class Binder {
	readonly faults: Fault[] = [];

	constructor(private readonly around: Surroundings) {}

	bind(expression: Expression, fields: readonly IndexedField[] | null): Query | null {
		switch (expression.kind) {
			case 'word':
			case 'phrase':
			case 'near':
				return this.spans(expression, fields ?? toIndexed(DEFAULT_FIELDS));
			case 'and':
			case 'or': {
				const parts = expression.items.map((item) => this.bind(item, fields)).filter((part) => part !== null);
				return parts.length === expression.items.length ? { kind: expression.kind, parts } : null;
			}
			case 'not': {
				const keep = this.bind(expression.keep, fields);
				const drop = this.bind(expression.drop, fields);
				return keep && drop && { kind: 'not', keep, drop };
			}
			case 'field':
				return this.bind(expression.of, toIndexed(expression.fields));
			case 'heading':
				return this.heading(expression);
			case 'limit':
				return this.limit(expression);
			case 'line':
				return this.line(expression.number, expression.at);
			case 'lines':
				return this.lines(expression);
			case 'concept': {
				const answer = this.around.concept(expression.letter, expression.strand);
				if ('lines' in answer) return { kind: 'or', parts: answer.lines.map((id) => ({ kind: 'line', id })) };
				this.refuse('concept-reference', expression.at, answer.refused);
				return null;
			}
		}
	}

	private refuse(code: string, at: Span | undefined, message: string, repairs: Fault['repairs'] = []): void {
		this.faults.push(fault('error', code, at ?? NOWHERE, message, repairs));
	}

	private spans(expression: Expression, fields: readonly IndexedField[]): SpanQuery | null {
		switch (expression.kind) {
			case 'word':
				return { kind: 'word', fields, pattern: expression.pattern };
			case 'phrase':
				return { kind: 'phrase', fields, patterns: expression.patterns };
			case 'near': {
				const left = this.spans(expression.left, fields);
				const right = this.spans(expression.right, fields);
				const { ordered, distance } = expression;
				return left && right && { kind: 'near', fields, ordered, distance, left, right };
			}
			case 'or': {
				const sides = expression.items.map((item) => this.spans(item, fields)).filter((side) => side !== null);
				return { kind: 'either', fields, sides };
			}
			default:
				return null;
		}
	}

	private heading(piece: HeadingPiece): Query | null {
		const qualifiers: string[] = [];
		if (piece.label === null) {
			for (const name of piece.qualifiers) {
				const check = this.around.qualifier(null, name, true);
				if (check.allowed) qualifiers.push(check.name);
				else this.refuseQualifier(piece, name, 'No vocabulary here has', check.offered);
			}
			return { kind: 'assigned', headings: null, main: piece.main, qualifiers };
		}
		const key = this.headingKey(piece, piece.label);
		if (key === null) return null;
		for (const name of piece.qualifiers) {
			const check = this.around.qualifier(key, name, piece.narrower);
			if (check.allowed) qualifiers.push(check.name);
			else this.refuseQualifier(piece, name, `${piece.label} does not take`, check.offered);
		}
		if (!piece.narrower) return { kind: 'assigned', headings: [key], main: piece.main, qualifiers };
		const keys = new Set(this.around.closure(key));
		for (const label of piece.except) {
			const out = this.headingKey(piece, label);
			if (out === null) return null;
			if (!keys.has(out))
				this.faults.push(
					fault('warning', 'except-elsewhere', piece.at ?? NOWHERE, `${label} does not stand below ${piece.label}, so leaving it out changes nothing.`)
				);
			for (const one of this.around.closure(out)) keys.delete(one);
		}
		return { kind: 'assigned', headings: [...keys], main: piece.main, qualifiers };
	}

	private refuseQualifier(piece: HeadingPiece, name: string, start: string, offered: readonly string[]): void {
		this.refuse('qualifier', piece.at, `${start} the qualifier “${name}”.${offered.length > 0 ? ` Allowed: ${offered.join(', ')}.` : ' It takes none.'}`);
	}

	private headingKey(piece: HeadingPiece, label: string): string | null {
		const at = piece.at ?? NOWHERE;
		const match = this.around.heading(label, piece.vocabulary);
		switch (match.found) {
			case 'heading':
				if (match.by === 'entry-term')
					this.faults.push(fault('warning', 'entry-term', at, `${label} is another name for the heading ${match.label}, which is used.`));
				return match.key;
			case 'several':
				this.refuse(
					'heading-in-several',
					at,
					`${label} is a heading of several vocabularies here: ${match.vocabularies.join(', ')}. Name the one that is meant, as in {${match.vocabularies[0] ?? ''}:${printLabel(label)}}.`
				);
				return null;
			case 'no-vocabulary':
				this.refuse(
					'unknown-vocabulary',
					at,
					`There is no vocabulary “${piece.vocabulary ?? ''}” here; there is ${match.vocabularies.join(', ') || 'none'}. A colon that belongs to the label is put in quotes with it.`
				);
				return null;
			case 'elsewhere':
				this.refuse(
					'heading-elsewhere',
					at,
					`${label} is no heading of the vocabulary that this strategy is written in; ${match.vocabularies.join(' and ')} ${match.vocabularies.length === 1 ? 'has' : 'have'} it. Its records are found only in sources that use that vocabulary.`,
					piece.except.length === 0 && piece.label === label
						? match.vocabularies.map((name) =>
								replacing(
									`of ${name}`,
									at,
									`{${piece.main ? '!' : ''}${name}:${printLabel(label)}${piece.narrower ? ' >' : ''}${piece.qualifiers.length > 0 ? ` | ${piece.qualifiers.map(printLabel).join('; ')}` : ''}}`
								)
							)
						: []
				);
				return null;
			case 'none':
				this.refuse(
					'unknown-heading',
					at,
					`No vocabulary here has the heading “${label}”.${match.nearest.length > 0 ? ` Nearest: ${match.nearest.join('; ')}.` : ''}`,
					piece.except.length === 0 && piece.label === label
						? match.nearest.map((nearest) =>
								replacing(
									nearest,
									at,
									`{${piece.main ? '!' : ''}${printLabel(nearest)}${piece.narrower ? ' >' : ''}${piece.qualifiers.length > 0 ? ` | ${piece.qualifiers.map(printLabel).join('; ')}` : ''}}`
								)
							)
						: []
				);
				return null;
		}
	}

	private limit(expression: Expression & { kind: 'limit' }): Query | null {
		const { limit } = expression;
		switch (limit.type) {
			case 'years':
				return { kind: 'years', first: limit.first, last: limit.last };
			case 'last-years':
				return { kind: 'years', first: this.around.currentYear - limit.count + 1, last: this.around.currentYear };
			case 'entered':
				return { kind: 'entered', first: limit.first, last: limit.last };
			case 'entry':
				return entryQuery(limit.field, limit.of);
			case 'identifier':
				return { kind: 'identifier', values: limit.values };
			case 'presence':
				return { kind: 'presence', has: limit.has, part: limit.part };
			case 'marked':
				return { kind: 'marked', set: limit.set };
			case 'by-hand':
				return { kind: 'by-hand', instruction: limit.instruction };
		}
	}

	private line(number: number | null, at: Span | undefined): Query | null {
		if (number === null) return { kind: 'line', id: null };
		const line = this.around.line(number);
		if (!line) {
			this.refuse('no-such-line', at, `There is no line ${number}.`);
			return null;
		}
		if (!line.above) {
			this.refuse('line-below', at, `A line may use only lines above it; #${number} is not.`);
			return null;
		}
		return { kind: 'line', id: line.id };
	}

	private lines(list: LineList): Query | null {
		const parts: Query[] = [];
		for (const [first, last] of list.spans) {
			if (first === null || last === null) {
				parts.push({ kind: 'line', id: null });
				continue;
			}
			if (last - first > 10_000) {
				this.refuse('no-such-line', list.at, `There is no line ${last}.`);
				return null;
			}
			for (let number = first; number <= last; number++) {
				const part = this.line(number, list.at);
				if (!part) return null;
				parts.push(part);
			}
		}
		return { kind: list.mode === 'any' ? 'or' : 'and', parts };
	}
}

function toIndexed(fields: readonly TextField[]): readonly IndexedField[] {
	return fields.includes('all') ? INDEXED_FIELDS : fields.filter((field) => field !== 'all');
}

function entryQuery(field: LimitField, of: Expression): Query | null {
	switch (of.kind) {
		case 'word':
			return { kind: 'entry', field, patterns: [of.pattern] };
		case 'phrase':
			return { kind: 'entry', field, patterns: of.patterns };
		case 'and':
		case 'or': {
			const parts = of.items.map((item) => entryQuery(field, item)).filter((part) => part !== null);
			return parts.length === of.items.length ? { kind: of.kind, parts } : null;
		}
		case 'not': {
			const keep = entryQuery(field, of.keep);
			const drop = entryQuery(field, of.drop);
			return keep && drop && { kind: 'not', keep, drop };
		}
		default:
			return null;
	}
}
