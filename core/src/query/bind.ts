/**
 * From names to things: the labels, line numbers and concept letters of an expression are looked
 * up in what surrounds the line, fields are pushed down to the words, and the result is a query
 * that a collection can evaluate. Vocabularies and lines are handed in as functions.
 */
import {
	DEFAULT_FIELDS,
	type Expression,
	type HeadingPiece,
	type LineList,
	type MarkedSet,
	type LimitField,
	type Span,
	type TextField
} from './expression.ts';
import { foldedKey } from '../text/index.ts';
import type { Fault, Repair, TextEdit } from './fault.ts';
import { fault, replacing } from './parse-terms.ts';
import { print, printLabel } from './print.ts';

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
			/** Where `headings` is null: only headings of this vocabulary. */
			readonly vocabulary?: string;
			readonly main: boolean;
			readonly qualifiers: readonly string[];
	  }
	| { readonly kind: 'years'; readonly first: number | null; readonly last: number | null }
	| { readonly kind: 'entered'; readonly first: string | null; readonly last: string | null }
	| { readonly kind: 'entry'; readonly field: LimitField; readonly patterns: readonly string[] }
	| { readonly kind: 'identifier'; readonly values: readonly string[] }
	| { readonly kind: 'presence'; readonly has: boolean; readonly part: 'ab' | 'hd' }
	| { readonly kind: 'marked'; readonly set: MarkedSet }
	| { readonly kind: 'by-hand'; readonly instruction: string }
	/** Another line, by its identity; null for one that is gone. */
	| { readonly kind: 'line'; readonly id: string | null };

/** What a label was found to be. */
export type HeadingMatch =
	| {
			readonly found: 'heading';
			readonly key: string;
			readonly label: string;
			readonly by: 'label' | 'entry-term' | 'turned';
	  }
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
export interface BindingContext {
	heading(label: string, vocabulary: string | null): HeadingMatch;
	/** The keys of a heading and all narrower ones, over all its places. */
	closure(key: string): readonly string[];
	qualifier(key: string | null, name: string, narrower: boolean, vocabulary: string | null): QualifierCheck;
	/** Identifiers of the vocabularies that can be named. */
	readonly vocabularies?: readonly string[];
	/** Identity of the line with this number, whether it is above, and whether it is only something set by hand; null where there is none. */
	line(number: number): { readonly id: string; readonly above: boolean; readonly handOnly?: boolean } | null;
	/** The lines joined by `@A`; a sentence where that cannot be. */
	concept(letter: string, strand: number | null): { readonly lines: readonly string[] } | { readonly refused: string };
	/** The year that `yr:last5` counts back from. */
	readonly currentYear: number;
}

/** Of a term by itself: no headings, lines or concepts. */
export const NO_SURROUNDINGS: BindingContext = {
	heading: () => ({ found: 'none', nearest: [] }),
	closure: () => [],
	qualifier: (_, name) => ({ allowed: false, name, offered: [] }),
	vocabularies: [],
	line: () => null,
	concept: () => ({ refused: 'There is no concept here.' }),
	currentYear: 0
};

export interface Bound {
	readonly query: Query | null;
	readonly faults: readonly Fault[];
}

/** Binds an expression to what surrounds it. A fault of severity `error` leaves `query` null. */
export function bind(expression: Expression, surroundings: BindingContext): Bound {
	const binder = new Binder(surroundings);
	const query = binder.bind(expression, null, 'whole');
	warnOfNumbers(expression, surroundings, (found) => binder.faults.push(found));
	const failed = binder.faults.some((one) => one.severity === 'error');
	return { query: failed ? null : query, faults: binder.faults };
}

const NOWHERE: Span = { from: 0, to: 0 };

/** Where a piece is: the whole line, a side of its outermost AND, or further inside. */
type Position = 'whole' | 'outermost' | 'inside';

class Binder {
	readonly faults: Fault[] = [];

	constructor(private readonly around: BindingContext) {}

	bind(expression: Expression, fields: readonly IndexedField[] | null, position: Position = 'inside'): Query | null {
		switch (expression.kind) {
			case 'word':
			case 'phrase':
			case 'near':
				return this.spans(expression, fields ?? toIndexed(DEFAULT_FIELDS));
			case 'and':
			case 'or': {
				const inner = expression.kind === 'and' && position === 'whole' ? 'outermost' : 'inside';
				const parts = expression.items.map((item) => this.bind(item, fields, inner)).filter((part) => part !== null);
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
				return this.line(expression.number, expression.at, position);
			case 'lines':
				return this.lines(expression, position);
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
			const { vocabulary } = piece;
			if (vocabulary !== null && !(this.around.vocabularies ?? []).includes(vocabulary)) {
				this.refuseVocabulary(piece);
				return null;
			}
			for (const name of piece.qualifiers) {
				const check = this.around.qualifier(null, name, true, vocabulary);
				if (check.allowed) qualifiers.push(check.name);
				else
					this.refuseQualifier(
						piece,
						name,
						vocabulary === null ? 'No vocabulary here has' : `${vocabulary} does not have`,
						check.offered
					);
			}
			return {
				kind: 'assigned',
				headings: null,
				main: piece.main,
				qualifiers,
				...(vocabulary === null ? {} : { vocabulary })
			};
		}
		const key = this.headingKey(piece, piece.label, (label) => ({ ...piece, label }));
		if (key === null) return null;
		for (const name of piece.qualifiers) {
			const check = this.around.qualifier(key, name, piece.narrower, piece.vocabulary);
			if (check.allowed) qualifiers.push(check.name);
			else this.refuseQualifier(piece, name, `${piece.label} does not take`, check.offered);
		}
		if (!piece.narrower) return { kind: 'assigned', headings: [key], main: piece.main, qualifiers };
		const all = this.around.closure(key);
		const keys = new Set(all);
		for (const [at, label] of piece.except.entries()) {
			const out = this.headingKey(piece, label, (other) => ({
				...piece,
				except: piece.except.map((one, place) => (place === at ? other : one))
			}));
			if (out === null) return null;
			const excluded = this.around.closure(out);
			if (!excluded.some((one) => all.includes(one)))
				this.faults.push(
					fault(
						'warning',
						'except-elsewhere',
						piece.at ?? NOWHERE,
						`Nothing of ${label} is below ${piece.label}, so excluding it changes nothing.`,
						this.rewritten(piece, 'Remove it', { ...piece, except: piece.except.filter((_, place) => place !== at) })
					)
				);
			for (const one of excluded) keys.delete(one);
		}
		return { kind: 'assigned', headings: [...keys], main: piece.main, qualifiers };
	}

	/** The heading written otherwise. */
	private rewritten(piece: HeadingPiece, name: string, changed: HeadingPiece): Repair[] {
		const { comments, trailing, ...bare } = changed;
		void comments;
		void trailing;
		return piece.at ? [replacing(name, piece.at, print(bare))] : [];
	}

	private refuseQualifier(piece: HeadingPiece, name: string, start: string, offered: readonly string[]): void {
		const wanted = foldedKey(name);
		const others = piece.qualifiers.filter((one) => one !== name);
		const near = offered.filter((one) => foldedKey(one).startsWith(wanted.slice(0, 3))).slice(0, 3);
		this.refuse(
			'qualifier',
			piece.at,
			`${start} the qualifier “${name}”.${offered.length > 0 ? ` Allowed: ${offered.join(', ')}.` : ' It takes none.'}`,
			[
				...near.flatMap((one) =>
					this.rewritten(piece, one, {
						...piece,
						qualifiers: piece.qualifiers.map((own) => (own === name ? one : own))
					})
				),
				...(piece.label === null && others.length === 0
					? []
					: this.rewritten(piece, 'Without this qualifier', { ...piece, qualifiers: others }))
			]
		);
	}

	private refuseVocabulary(piece: HeadingPiece): void {
		const { vocabularies = [] } = this.around;
		this.refuse(
			'unknown-vocabulary',
			piece.at,
			`There is no vocabulary “${piece.vocabulary ?? ''}” here; there is ${vocabularies.join(', ') || 'none'}. Put a label that contains a colon in quotes.`,
			[
				...vocabularies
					.slice(0, 4)
					.flatMap((vocabulary) => this.rewritten(piece, `of ${vocabulary}`, { ...piece, vocabulary })),
				...(piece.label === null
					? []
					: this.rewritten(piece, 'The colon belongs to the label', {
							...piece,
							vocabulary: null,
							label: `${piece.vocabulary ?? ''}: ${piece.label}`
						}))
			]
		);
	}

	/** @param withLabel the piece with another label in this one's place */
	private headingKey(piece: HeadingPiece, label: string, withLabel: (label: string) => HeadingPiece): string | null {
		const at = piece.at ?? NOWHERE;
		const match = this.around.heading(label, piece.vocabulary);
		const ofVocabulary = (names: readonly string[]) =>
			names.flatMap((vocabulary) => this.rewritten(piece, `of ${vocabulary}`, { ...piece, vocabulary }));
		switch (match.found) {
			case 'heading':
				if (match.by === 'entry-term')
					this.faults.push(
						fault(
							'warning',
							'entry-term',
							at,
							`${label} is another name for the heading ${match.label}, which is used.`,
							this.rewritten(piece, match.label, withLabel(match.label))
						)
					);
				return match.key;
			case 'several':
				this.refuse(
					'heading-in-several',
					at,
					`${label} is a heading in several vocabularies here: ${match.vocabularies.join(', ')}. Name the one that you mean, as in {${match.vocabularies[0] ?? ''}:${printLabel(label)}}.`,
					ofVocabulary(match.vocabularies)
				);
				return null;
			case 'no-vocabulary':
				this.refuseVocabulary(piece);
				return null;
			case 'elsewhere':
				this.refuse(
					'heading-elsewhere',
					at,
					`${label} is not a heading in this strategy’s vocabulary; ${match.vocabularies.join(' and ')} ${match.vocabularies.length === 1 ? 'has' : 'have'} it. Its records are found only in sources that use that vocabulary.`,
					ofVocabulary(match.vocabularies)
				);
				return null;
			case 'none':
				this.refuse(
					'unknown-heading',
					at,
					`No vocabulary here has the heading “${label}”.${match.nearest.length > 0 ? ` Nearest: ${match.nearest.join('; ')}.` : ''}`,
					match.nearest.flatMap((nearest) => this.rewritten(piece, nearest, withLabel(nearest)))
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

	private line(number: number | null, at: Span | undefined, position: Position): Query | null {
		if (number === null) return { kind: 'line', id: null };
		const line = this.around.line(number);
		if (!line) {
			this.refuse('no-such-line', at, `There is no line ${number}.`);
			return null;
		}
		if (!line.above) {
			this.refuse('line-below', at, `A line can use only lines above it; #${number} is not.`);
			return null;
		}
		if (line.handOnly && position === 'inside') {
			this.refuse(
				'hand-place',
				at,
				`Line ${number} is set by hand on the platform: it can be used alone or beside the outermost AND, and nowhere else.`
			);
			return null;
		}
		return { kind: 'line', id: line.id };
	}

	private lines(list: LineList, position: Position): Query | null {
		const parts: Query[] = [];
		// ALL of the outermost AND is part of that AND.
		const inner = list.mode === 'all' && position !== 'inside' ? 'outermost' : 'inside';
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
				const part = this.line(number, list.at, inner);
				if (!part) return null;
				parts.push(part);
			}
		}
		return { kind: list.mode === 'any' ? 'or' : 'and', parts };
	}
}

/** `1 OR 2` searches the words 1 and 2, where `#1 OR #2` may be meant (notation.md, section 2). */
function warnOfNumbers(expression: Expression, around: BindingContext, report: (found: Fault) => void): void {
	const isAbove = (number: number) => number > 0 && around.line(number)?.above === true;
	const edits: TextEdit[] = [];
	const visit = (part: Expression): void => {
		switch (part.kind) {
			case 'and':
			case 'or':
				part.items.forEach(visit);
				return;
			case 'not':
				visit(part.keep);
				visit(part.drop);
				return;
			case 'word':
			case 'phrase': {
				const { at, text } = part;
				// In quotes it is plainly a word.
				if (!at || at.to - at.from !== text.length) return;
				if (/^[1-9]\d{0,3}$/.test(text) && isAbove(Number(text))) edits.push({ ...at, insert: `#${text}` });
				const [, mode, first, last] = /^(or|and)\/([1-9]\d{0,3})-([1-9]\d{0,3})$/i.exec(text) ?? [];
				if (mode !== undefined && Number(first) <= Number(last) && isAbove(Number(first)) && isAbove(Number(last)))
					edits.push({ ...at, insert: `${mode.toLowerCase() === 'or' ? 'ANY' : 'ALL'}(#${first}-#${last})` });
				return;
			}
			default:
				return;
		}
	};
	visit(expression);
	const [start] = edits;
	const end = edits.at(-1);
	if (!start || !end) return;
	const offered =
		edits.length > 3
			? 'Lines, not words'
			: edits
					.map((one) => one.insert)
					.join(expression.kind === 'and' ? ' AND ' : expression.kind === 'or' ? ' OR ' : ', ');
	report(
		fault(
			'warning',
			'bare-number',
			{ from: start.from, to: end.to },
			`${edits.length === 1 ? 'This number is searched as a word' : 'These numbers are searched as words'}. A line is named with #, as in ${start.insert}.`,
			[{ label: offered, edits }]
		)
	);
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
