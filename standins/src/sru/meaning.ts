/** What CQL means to a stand-in: its indexes and relations as an expression of the notation, or a diagnostic. */
import { foldPattern, type Expression, type TextField } from '@wide-lantern/core';
import type { Cql, CqlBoolean, CqlClause } from './cql.ts';
import { diagnostic, type Diagnostic } from './diagnostics.ts';

/** Text indexes by their names; the context set may be left out. */
const TEXT: Readonly<Record<string, readonly TextField[]>> = {
	'dc.title': ['ti'],
	'dc.description': ['ab'],
	'dc.subject': ['kw', 'hd'],
	'dc.creator': ['au'],
	'dc.source': ['jn'],
	'cql.serverchoice': ['ti', 'ab', 'kw'],
	'cql.anywhere': ['all'],
	'cql.keywords': ['all'],
	'cql.anyindexes': ['all'],
	'cql.allindexes': ['all']
};
/** What a record without headings calls its subjects are its author keywords. */
const WITHOUT_HEADINGS: Readonly<Record<string, readonly TextField[]>> = { ...TEXT, 'dc.subject': ['kw'] };
export const INDEXES = [
	...Object.keys(TEXT),
	'dc.date',
	'dc.language',
	'dc.type',
	'dc.identifier',
	'rec.identifier',
	'cql.allrecords'
] as const;
const BARE: Readonly<Record<string, string>> = {
	title: 'dc.title',
	description: 'dc.description',
	subject: 'dc.subject',
	creator: 'dc.creator',
	author: 'dc.creator',
	source: 'dc.source',
	date: 'dc.date',
	language: 'dc.language',
	type: 'dc.type',
	identifier: 'dc.identifier',
	anywhere: 'cql.anywhere',
	serverchoice: 'cql.serverchoice',
	allrecords: 'cql.allrecords'
};

export class CqlRefused extends Error {
	constructor(readonly diagnostic: Diagnostic) {
		super(diagnostic.message);
	}
}
const refuse = (code: number, details: string): never => {
	throw new CqlRefused(diagnostic(code, details));
};

/** The full name of an index: `dc.title` for `title`, in small letters. */
export function indexName(given: string | null): string {
	if (given === null) return 'cql.serverchoice';
	const name = given.toLowerCase();
	if (!name.includes('.')) return BARE[name] ?? refuse(16, given);
	const [set = ''] = name.split('.');
	if (!['dc', 'cql', 'rec'].includes(set)) refuse(15, set);
	return (INDEXES as readonly string[]).includes(name) ? name : refuse(16, given);
}

/** @param headings whether the source has headings: they are among its subjects then */
export function meaningOf(tree: Cql, headings: boolean): Expression {
	const indexes = headings ? TEXT : WITHOUT_HEADINGS;
	const walk = (part: Cql): Expression =>
		part.kind === 'clause' ? clause(part, indexes) : boolean(part, walk, indexes);
	return walk(tree);
}

type Indexes = typeof TEXT;

function boolean(tree: CqlBoolean, walk: (part: Cql) => Expression, indexes: Indexes): Expression {
	switch (tree.operator) {
		case 'and':
		case 'or':
			return { kind: tree.operator, items: [walk(tree.left), walk(tree.right)] };
		case 'not':
			return { kind: 'not', keep: walk(tree.left), drop: walk(tree.right) };
		case 'prox':
			return near(tree, indexes);
	}
}

function near(tree: CqlBoolean, indexes: Indexes): Expression {
	let distance = 1;
	let comparison = '<=';
	let ordered = false;
	for (const { name, comparison: sign, value } of tree.modifiers) {
		const short = name.replace(/^prox\./, '');
		if (short === 'unit') {
			if (value !== 'word') refuse(42, value ?? '');
		} else if (short === 'distance') {
			distance = Number(value);
			comparison = sign ?? '=';
			if (!Number.isInteger(distance) || distance < 0) refuse(41, value ?? '');
		} else if (short === 'ordered') ordered = true;
		else if (short !== 'unordered') refuse(46, name);
	}
	if (comparison === '<') distance--;
	if (distance < 1) refuse(41, String(distance));
	// An exact distance would need a NOT inside proximity.
	if (comparison !== '<' && comparison !== '<=' && !(comparison === '=' && distance === 1))
		refuse(40, `distance${comparison}${distance}`);
	const [left, leftIndex] = side(tree.left, indexes);
	const [right, rightIndex] = side(tree.right, indexes);
	if (leftIndex !== rightIndex) refuse(39, `${leftIndex} and ${rightIndex}`);
	return { kind: 'field', fields: indexes[leftIndex] ?? ['ti'], of: { kind: 'near', ordered, distance, left, right } };
}

/** A side of a proximity, without its index, and the index. */
function side(tree: Cql, indexes: Indexes): readonly [Expression, string] {
	if (tree.kind === 'boolean') {
		if (tree.operator !== 'or' && tree.operator !== 'prox') refuse(39, tree.operator);
		const [left, index] = side(tree.left, indexes);
		const [right, other] = side(tree.right, indexes);
		if (index !== other) refuse(39, `${index} and ${other}`);
		if (tree.operator === 'or') return [{ kind: 'or', items: [left, right] }, index];
		const whole = near(tree, indexes);
		return [whole.kind === 'field' ? whole.of : whole, index];
	}
	const index = indexName(tree.index);
	if (!indexes[index]) refuse(39, index);
	return [words(tree.term), index];
}

/** `*` and `?` mask as in the notation; a backslash takes that from them. `^` anchors nothing here. */
function words(term: string): Expression {
	const text = term.trim();
	if (text === '') refuse(27, '');
	if (/(^|[^\\])\^/.test(text)) refuse(31, text);
	const ours = text.replace(/~/g, '\\~');
	const patterns = foldPattern(ours);
	const [first] = patterns;
	if (first === undefined || patterns.some((one) => /^\*+$/.test(one))) return refuse(28, term);
	return patterns.length === 1
		? { kind: 'word', text: ours, pattern: first }
		: { kind: 'phrase', text: ours, patterns };
}

function clause(tree: CqlClause, indexes: Indexes): Expression {
	const index = indexName(tree.index);
	const relation = tree.relation.toLowerCase().replace(/^cql\./, '');
	const unsupported = tree.modifiers.find(
		(one) => !['relevant', 'masked', 'word', 'string', 'ignorecase', 'ignoreaccents', 'cql.masked'].includes(one.name)
	);
	if (unsupported) refuse(20, unsupported.name);
	const fields = indexes[index];
	if (fields) {
		const scope = (of: Expression): Expression => ({ kind: 'field', fields, of });
		switch (relation) {
			case '=':
			case 'adj':
			case 'scr':
				return scope(words(tree.term));
			case 'any':
			case 'all': {
				const items = tree.term
					.trim()
					.split(/\s+/)
					.map((one) => words(one));
				const [only] = items;
				if (items.length === 1 && only) return scope(only);
				return scope({ kind: relation === 'any' ? 'or' : 'and', items });
			}
			default:
				return refuse(19, tree.relation);
		}
	}
	switch (index) {
		case 'cql.allrecords':
			return {
				kind: 'or',
				items: [
					{ kind: 'limit', limit: { type: 'presence', has: true, part: 'ab' } },
					{ kind: 'limit', limit: { type: 'presence', has: false, part: 'ab' } }
				]
			};
		case 'dc.date':
			return years(relation, tree);
		case 'dc.language':
		case 'dc.type': {
			if (!['=', '==', 'exact', 'any', 'all'].includes(relation)) refuse(19, tree.relation);
			return {
				kind: 'limit',
				limit: { type: 'entry', field: index === 'dc.language' ? 'la' : 'pt', of: words(tree.term) }
			};
		}
		default: {
			if (!['=', '==', 'exact', 'any'].includes(relation)) refuse(19, tree.relation);
			const values = relation === 'any' ? tree.term.trim().split(/\s+/) : [tree.term];
			return { kind: 'limit', limit: { type: 'identifier', values: values.map((one) => one.replace(/\\(.)/g, '$1')) } };
		}
	}
}

function years(relation: string, tree: CqlClause): Expression {
	const numbers = tree.term.trim().split(/\s+/).map(Number);
	const [first = NaN, last = first] = numbers;
	if (numbers.some((one) => !Number.isInteger(one) || one < 0 || one > 9999)) refuse(36, tree.term);
	const limit = (from: number | null, to: number | null): Expression => ({
		kind: 'limit',
		limit: { type: 'years', first: from, last: to }
	});
	switch (relation) {
		case '=':
		case '==':
		case 'exact':
			return limit(first, first);
		case '>=':
			return limit(first, null);
		case '>':
			return limit(first + 1, null);
		case '<=':
			return limit(null, first);
		case '<':
			return limit(null, first - 1);
		case 'within':
			return limit(first, last);
		default:
			return refuse(19, tree.relation);
	}
}
