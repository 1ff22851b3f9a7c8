/**
 * A vocabulary out of rows, one for each heading, whatever the file: which column holds what is guessed from the names of
 * the columns and can be chosen otherwise. Broader, narrower and related headings may be named by identifier or by name;
 * without a column of identifiers, they are made of the names.
 */
import { foldedKey } from '../text/index.ts';
import type { ElementCount } from '../xml/index.ts';
import { mend, type ReadHeading, type VocabularyFault } from './integrity.ts';
import { broaderByPlaces, type PlaceCode } from './place-codes.ts';
import { changeOf, earlier, type SkosRead } from './skos-read.ts';
import type { Heading } from './vocabulary.ts';

export const TABLE_FIELDS = [
	'id',
	'label',
	'entryTerms',
	'scopeNote',
	'broader',
	'narrower',
	'places',
	'related',
	'seeAlso',
	'notation',
	'since',
	'before',
	'formerly',
	'qualifiers',
	'changes'
] as const;
export type TableField = (typeof TABLE_FIELDS)[number];
/** Names that columns commonly bear, folded: common practice in exported term lists and published vocabularies. */
const COMMON: Readonly<Record<TableField, readonly string[]>> = {
	id: ['id', 'identifier', 'code', 'uri', 'iri', 'number', 'key', 'about'],
	label: [
		'label',
		'preferred label',
		'preflabel',
		'pref label',
		'heading',
		'preferred term',
		'term',
		'name',
		'descriptor',
		'title'
	],
	entryTerms: [
		'entry terms',
		'entryterms',
		'entry term',
		'alternative labels',
		'alternative label',
		'altlabel',
		'altlabels',
		'alt label',
		'synonyms',
		'synonym',
		'used for',
		'uf',
		'other names',
		'other name',
		'variants',
		'variant'
	],
	scopeNote: ['scope note', 'scopenote', 'sn', 'definition', 'note', 'description', 'comment'],
	broader: [
		'broader',
		'broader term',
		'broader terms',
		'has broader',
		'bt',
		'parent',
		'parents',
		'sub class of',
		'is part of',
		'part of'
	],
	narrower: ['narrower', 'narrower term', 'narrower terms', 'has narrower', 'nt', 'child', 'children', 'has part'],
	places: [
		'places',
		'place codes',
		'place code',
		'place',
		'positions',
		'position',
		'hierarchy',
		'hierarchy codes',
		'tree codes'
	],
	related: ['related', 'related term', 'related terms', 'has related', 'rt'],
	seeAlso: ['see also', 'seealso'],
	notation: ['notation', 'class', 'classification'],
	since: ['since', 'year', 'introduced', 'year introduced', 'created'],
	before: ['before', 'previous heading', 'previously'],
	formerly: ['formerly', 'former names', 'former name', 'renamed from'],
	qualifiers: ['qualifiers', 'qualifier', 'takes', 'allowed qualifiers'],
	changes: ['changes', 'history', 'change note', 'history note']
};

export interface TableShape {
	/** Between cells; of other files than tables, anything. */
	readonly delimiter: string;
	/** Between several values in one cell; of other files than tables, values are apart by themselves. */
	readonly separator: string;
	/** By field, the number of its column from 0; a field without a column is left empty. */
	readonly columns: Readonly<Partial<Record<TableField, number>>>;
	/** Of XML the element that is a heading, of RDF the class of headings; all with a label where none is named. */
	readonly element?: string;
}

const column = { type: 'integer', minimum: 0, maximum: 500 } as const;
export const tableShapeSchema = {
	type: 'object',
	required: ['delimiter', 'separator', 'columns'],
	additionalProperties: false,
	properties: {
		delimiter: { type: 'string', minLength: 1, maxLength: 1 },
		separator: { type: 'string', minLength: 1, maxLength: 5 },
		columns: { type: 'object', maxProperties: 40, additionalProperties: column },
		element: { type: 'string', maxLength: 2_000 }
	}
} as const;

/** How a file is split into rows and columns, before anybody has said what the columns hold. */
export interface TableLook {
	readonly of: 'table' | 'xml' | 'rdf';
	readonly header: readonly string[];
	/** The first rows as they are; several values that are apart by themselves, each in a line. */
	readonly rows: readonly (readonly string[])[];
	readonly proposed: TableShape;
	/** Elements or classes that may be the headings, the likeliest first; none of a table. */
	readonly elements: readonly ElementCount[];
}

/** Columns beyond which a file has no shape that a person could go through. */
export const MOST_COLUMNS = 200;
/** Rows that are shown. */
export const SHOWN_ROWS = 5;

/** Between a property and one of the node that it leads to. */
export const PATH_STEP = ' › ';
/** What nodes that only hold a text call it. */
const HOLDS_TEXT: ReadonlySet<string> = new Set(['text', 'literal', 'literal form', 'value', 'label', 'name']);

/** `http://…#prefLabel`, `hasBroader/@ref` and `Scope note` as words. */
function nameKey(name: string): string {
	const [first = '', last] = name.split(PATH_STEP).map((part) =>
		foldedKey(
			part
				.replace(/^.*[/#:](?=[^/#:])/, '')
				.replace(/^@/, '')
				.replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
				.replaceAll('_', ' ')
		).trim()
	);
	return last === undefined || HOLDS_TEXT.has(last) ? first : `${first}${PATH_STEP}${last}`;
}

/**
 * What columns hold by their names; of two that fit, the first.
 * @param fits false where what is in a column cannot be what the field holds
 */
export function guessColumns(
	header: readonly string[],
	fits: (field: TableField, column: number) => boolean = () => true
): TableShape['columns'] {
	const columns: Partial<Record<TableField, number>> = {};
	const keys = header.map((name) => [foldedKey(name).trim(), nameKey(name)]);
	for (const field of TABLE_FIELDS) {
		const taken = new Set(Object.values(columns));
		const at = keys.findIndex(
			(names, column) => !taken.has(column) && fits(field, column) && names.some((key) => COMMON[field].includes(key))
		);
		if (at >= 0) columns[field] = at;
	}
	return columns;
}

export interface HeadingRow {
	/** Where it is in the file, as faults say it. */
	readonly place: string;
	/** The one value of a column; empty where it has none. */
	readonly text: (column: number) => string;
	/** All values of a column. */
	readonly list: (column: number) => string[];
}

const nothing = (code: VocabularyFault['code'], message: string): SkosRead => ({
	vocabulary: null,
	faults: [{ code, message, place: null }],
	notes: []
});

/**
 * @param columns which column holds what
 * @param before faults that were found while the file was split into rows
 * @param empty what to say where no row holds a heading
 */
export function headingsOfRows(
	rows: readonly HeadingRow[],
	columns: TableShape['columns'],
	id: string,
	name: string,
	before: readonly VocabularyFault[],
	empty: string
): SkosRead {
	if (columns.label === undefined) return nothing('no-headings', 'No column is chosen for the heading itself.');
	const faults: VocabularyFault[] = [...before];
	const read: ReadHeading[] = [];
	const byName = new Map<string, string>();
	const qualifiers = new Set<string>();
	const places: PlaceCode[] = [];
	const narrower = new Map<string, readonly string[]>();
	for (const row of rows) {
		const text = (field: TableField) => (columns[field] === undefined ? '' : row.text(columns[field]));
		const several = (field: TableField) => (columns[field] === undefined ? [] : row.list(columns[field]));
		const { place } = row;
		const label = text('label');
		const since = text('since');
		const year = since === '' ? null : /^(1[5-9]|2\d)\d\d(?=$|-)/.exec(since)?.[0];
		if (year === undefined)
			faults.push({
				code: 'bad-year',
				place,
				message: `“${label}” has “${since.slice(0, 60)}” as its first year, which is not a year; it is skipped`
			});
		const [seeAlso, changes] = [several('seeAlso'), several('changes')];
		const heading: Heading = {
			id: text('id') || slug(label),
			label,
			entryTerms: several('entryTerms'),
			scopeNote: text('scopeNote').slice(0, 20_000),
			broader: several('broader'),
			related: several('related'),
			notation: text('notation').slice(0, 200) || null,
			since: year === undefined || year === null ? null : Number(year),
			before: [
				...several('formerly').map((text) => earlier(text, true)),
				...several('before').map((text) => earlier(text, false))
			],
			qualifiers: several('qualifiers'),
			...(seeAlso.length === 0 ? {} : { seeAlso }),
			...(changes.length === 0 ? {} : { changes: changes.map(changeOf) })
		};
		for (const code of several('places')) places.push({ code, heading: heading.id, place });
		for (const code of heading.qualifiers) qualifiers.add(code);
		if (columns.narrower !== undefined) narrower.set(heading.id, several('narrower'));
		if (!byName.has(foldedKey(label))) byName.set(foldedKey(label), heading.id);
		read.push({ heading, place });
	}
	const ids = new Set(read.map(({ heading }) => heading.id));
	const meant = (target: string) => (ids.has(target) ? target : (byName.get(foldedKey(target)) ?? target));
	const above = broaderByPlaces(places, faults);
	for (const [heading, below] of narrower)
		for (const target of below.map(meant)) {
			const known = above.get(target);
			if (known) known.push(heading);
			else above.set(target, [heading]);
		}
	const mended = mend(
		read.map(({ heading, place }) => ({
			place,
			heading: {
				...heading,
				broader: [...new Set([...heading.broader.map(meant), ...(above.get(heading.id) ?? [])])],
				related: heading.related.map(meant),
				...(heading.seeAlso ? { seeAlso: heading.seeAlso.map(meant) } : {})
			}
		})),
		qualifiers
	);
	faults.push(...mended.faults);
	if (mended.headings.length === 0) return nothing('no-headings', empty);
	return {
		vocabulary: {
			id,
			name,
			edition: '',
			qualifiers: [...qualifiers].map((code) => ({ code, name: code, note: '' })),
			headings: mended.headings
		},
		faults,
		notes: []
	};
}

const slug = (label: string) =>
	foldedKey(label)
		.replace(/[^\p{L}\p{N}]+/gu, '-')
		.replace(/^-+|-+$/g, '')
		.slice(0, 200);
