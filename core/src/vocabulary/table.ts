/**
 * A vocabulary as a plain table (CSV, TSV): which column says what is guessed from the names of the
 * columns and can be chosen otherwise; several values of one cell are separated by a character. Cells that a
 * spreadsheet would take for formulas are written with an apostrophe in front, which reading takes
 * off again.
 */
import Papa from 'papaparse';
import { foldedKey } from '../text/index.ts';
import { mend, type ReadHeading, type VocabularyFault } from './integrity.ts';
import type { SkosRead } from './skos-read.ts';
import { changeOf, earlier } from './skos-read.ts';
import type { Heading } from './vocabulary.ts';
import type { VocabularyToWrite } from './skos-write.ts';

export const TABLE_FIELDS = [
	'id',
	'label',
	'entryTerms',
	'scopeNote',
	'broader',
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

/** Names that columns commonly bear, folded: common practice in exported term lists. */
const COMMON: Readonly<Record<TableField, readonly string[]>> = {
	id: ['id', 'identifier', 'code', 'uri', 'iri', 'number', 'key'],
	label: ['label', 'preferred label', 'preflabel', 'heading', 'preferred term', 'term', 'name', 'descriptor', 'title'],
	entryTerms: [
		'entry terms',
		'entryterms',
		'alternative labels',
		'altlabel',
		'altlabels',
		'synonyms',
		'used for',
		'uf',
		'other names',
		'variants'
	],
	scopeNote: ['scope note', 'scopenote', 'sn', 'definition', 'note', 'description'],
	broader: ['broader', 'broader term', 'broader terms', 'bt', 'parent', 'parents'],
	related: ['related', 'related term', 'related terms', 'rt'],
	seeAlso: ['see also', 'seealso'],
	notation: ['notation', 'class', 'classification'],
	since: ['since', 'year', 'introduced', 'year introduced', 'created'],
	before: ['before', 'previous heading', 'previously'],
	formerly: ['formerly', 'former names', 'renamed from'],
	qualifiers: ['qualifiers', 'takes', 'allowed qualifiers'],
	changes: ['changes', 'history', 'change note', 'history note']
};

export interface TableShape {
	/** The sign between cells. */
	readonly delimiter: string;
	/** The sign between several values in one cell. */
	readonly separator: string;
	/** By field, the number of its column from 0; a field without a column is left empty. */
	readonly columns: Readonly<Partial<Record<TableField, number>>>;
}

const column = { type: 'integer', minimum: 0, maximum: 500 } as const;
export const tableShapeSchema = {
	type: 'object',
	required: ['delimiter', 'separator', 'columns'],
	additionalProperties: false,
	properties: {
		delimiter: { type: 'string', minLength: 1, maxLength: 1 },
		separator: { type: 'string', minLength: 1, maxLength: 5 },
		columns: { type: 'object', maxProperties: 40, additionalProperties: column }
	}
} as const;

export interface TableLook {
	readonly header: readonly string[];
	/** The first rows as they are. */
	readonly rows: readonly (readonly string[])[];
	readonly proposed: TableShape;
}

const MOST_COLUMNS = 200;
const unguarded = (cell: string) => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell).trim();

/** The head of a table with a proposal of what its columns mean; null where it is no table. */
export function lookAtTable(start: string): TableLook | null {
	const parsed = Papa.parse<string[]>(start.replace(/^\uFEFF/, ''), {
		preview: 21,
		delimitersToGuess: [',', '\t', ';', '|'],
		skipEmptyLines: 'greedy'
	});
	const [header, ...rows] = parsed.data;
	if (!header || header.length > MOST_COLUMNS) return null;
	const columns: Partial<Record<TableField, number>> = {};
	for (const field of TABLE_FIELDS) {
		const at = header.findIndex((name) => COMMON[field].includes(foldedKey(unguarded(name)).trim()));
		if (at >= 0) columns[field] = at;
	}
	// The sign that most often parts values in the cells that may hold several.
	const several = rows
		.flatMap((row) =>
			[columns.entryTerms, columns.broader, columns.related].flatMap((at) => (at === undefined ? [] : [row[at] ?? '']))
		)
		.join('');
	const separator =
		['|', ';', '\n'].map((sign) => ({ sign, times: several.split(sign).length })).sort((a, b) => b.times - a.times)[0]
			?.sign ?? '|';
	return {
		header: header.map(unguarded),
		rows: rows.slice(0, 5),
		proposed: { delimiter: parsed.meta.delimiter || ',', separator, columns }
	};
}

/**
 * Reads a table as a vocabulary. Broader and related headings may be named by identifier or by name;
 * without a column of identifiers, they are made of the names.
 */
export function readTable(text: string, shape: TableShape, id: string, name: string): SkosRead {
	const nothing = (code: VocabularyFault['code'], message: string): SkosRead => ({
		vocabulary: null,
		faults: [{ code, message, place: null }],
		notes: []
	});
	if (shape.columns.label === undefined) return nothing('no-headings', 'No column is chosen for the heading itself.');
	const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter: shape.delimiter });
	const faults: VocabularyFault[] = [];
	for (const error of parsed.errors)
		faults.push({
			code: 'bad-row',
			place: `row ${(error.row ?? 0) + 1}`,
			message: `${error.message}; the row is read as far as it goes`
		});
	const [, ...rows] = parsed.data;
	const read: ReadHeading[] = [];
	const byName = new Map<string, string>();
	const qualifiers = new Set<string>();
	rows.forEach((row, number) => {
		if (row.every((cell) => cell.trim() === '')) return;
		const cell = (field: TableField) =>
			shape.columns[field] === undefined ? '' : unguarded(row[shape.columns[field]] ?? '');
		const several = (field: TableField) => {
			const value = cell(field);
			return value === ''
				? []
				: value
						.split(shape.separator)
						.map((one) => unguarded(one.trim()))
						.filter((one) => one !== '');
		};
		const place = `row ${number + 2}`;
		const label = cell('label');
		const since = cell('since');
		const year = since === '' ? null : /^(1[5-9]|2\d)\d\d(?=$|-)/.exec(since)?.[0];
		if (year === undefined)
			faults.push({
				code: 'bad-year',
				place,
				message: `“${label}” has “${since.slice(0, 60)}” as its first year, which is not a year; it is skipped`
			});
		const heading: Heading = {
			id: cell('id') || slug(label),
			label,
			entryTerms: several('entryTerms'),
			scopeNote: cell('scopeNote').slice(0, 20_000),
			broader: several('broader'),
			related: several('related'),
			notation: cell('notation').slice(0, 200) || null,
			since: year === undefined || year === null ? null : Number(year),
			before: [
				...several('formerly').map((one) => earlier(one, true)),
				...several('before').map((one) => earlier(one, false))
			],
			qualifiers: several('qualifiers'),
			...(shape.columns.seeAlso === undefined || cell('seeAlso') === '' ? {} : { seeAlso: several('seeAlso') }),
			...(shape.columns.changes === undefined || cell('changes') === ''
				? {}
				: { changes: several('changes').map(changeOf) })
		};
		for (const code of heading.qualifiers) qualifiers.add(code);
		if (!byName.has(foldedKey(label))) byName.set(foldedKey(label), heading.id);
		read.push({ heading, place });
	});
	const ids = new Set(read.map(({ heading }) => heading.id));
	const meant = (target: string) => (ids.has(target) ? target : (byName.get(foldedKey(target)) ?? target));
	const mended = mend(
		read.map(({ heading, place }) => ({
			place,
			heading: {
				...heading,
				broader: heading.broader.map(meant),
				related: heading.related.map(meant),
				...(heading.seeAlso ? { seeAlso: heading.seeAlso.map(meant) } : {})
			}
		})),
		qualifiers
	);
	faults.push(...mended.faults);
	if (mended.headings.length === 0) return nothing('no-headings', 'The table has no row with a heading.');
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

const guarded = (cell: string) => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

/** The table of a vocabulary in pieces: a head with the names of the columns, then a row for each heading. */
export function* writeTable(vocabulary: VocabularyToWrite, delimiter: ',' | '\t'): Generator<string> {
	const row = (cells: readonly string[]) => `${Papa.unparse([cells.map(guarded)], { delimiter, newline: '\r\n' })}\r\n`;
	const several = (values: readonly string[]) => values.map((one) => one.replaceAll('|', '/')).join('|');
	const earlierText = (renamed: boolean, heading: Heading) =>
		several(
			heading.before
				.filter((one) => one.renamed === renamed)
				.map((one) => (one.until === null ? one.label : `${one.label} until ${one.until}`))
		);
	yield row([
		'id',
		'label',
		'entry terms',
		'scope note',
		'broader',
		'related',
		'see also',
		'notation',
		'since',
		'before',
		'formerly',
		'qualifiers',
		'changes'
	]);
	for (const heading of vocabulary.headings)
		yield row([
			heading.id,
			heading.label,
			several(heading.entryTerms),
			heading.scopeNote,
			several(heading.broader),
			several(heading.related),
			several(heading.seeAlso ?? []),
			heading.notation ?? '',
			heading.since === null ? '' : String(heading.since),
			earlierText(false, heading),
			earlierText(true, heading),
			several(heading.qualifiers),
			several((heading.changes ?? []).map((one) => (one.year === null ? one.text : `${one.year}: ${one.text}`)))
		]);
}
