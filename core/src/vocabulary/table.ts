/**
 * A vocabulary as a plain table (CSV, TSV): one heading a row; several values of one cell are separated by a character.
 * Cells that a spreadsheet would take for formulas are written with an apostrophe in front, which reading takes off again.
 */
import Papa from 'papaparse';
import type { VocabularyFault } from './integrity.ts';
import {
	guessColumns,
	headingsOfRows,
	MOST_COLUMNS,
	SHOWN_ROWS,
	type HeadingRow,
	type TableLook,
	type TableShape
} from './rows.ts';
import type { SkosRead } from './skos-read.ts';
import type { VocabularyToWrite } from './skos-write.ts';
import type { Heading } from './vocabulary.ts';

const unguarded = (cell: string) => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell).trim();

/** The head of a table with a proposal of what its columns mean; null where it is not a table. */
export function lookAtTable(start: string): TableLook | null {
	const parsed = Papa.parse<string[]>(start.replace(/^\uFEFF/, ''), {
		preview: 21,
		delimitersToGuess: [',', '\t', ';', '|'],
		skipEmptyLines: 'greedy'
	});
	const [header, ...rows] = parsed.data;
	if (!header || header.length > MOST_COLUMNS) return null;
	const columns = guessColumns(header.map(unguarded));
	// What most often separates values in the cells that may hold several.
	const several = rows
		.flatMap((row) =>
			[columns.entryTerms, columns.broader, columns.narrower, columns.places, columns.related].flatMap((at) =>
				at === undefined ? [] : [row[at] ?? '']
			)
		)
		.join('');
	const separator =
		['|', ';', '\n'].map((text) => ({ text, times: several.split(text).length })).sort((a, b) => b.times - a.times)[0]
			?.text ?? '|';
	return {
		of: 'table',
		header: header.map(unguarded),
		rows: rows.slice(0, SHOWN_ROWS),
		proposed: { delimiter: parsed.meta.delimiter || ',', separator, columns },
		elements: []
	};
}

/** Reads a table as a vocabulary. */
export function readTable(text: string, shape: TableShape, id: string, name: string): SkosRead {
	const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter: shape.delimiter });
	const faults = parsed.errors.map((error): VocabularyFault => ({
		code: 'bad-row',
		place: `row ${(error.row ?? 0) + 1}`,
		message: `${error.message}; the row is read as far as it goes`
	}));
	const rows = parsed.data.slice(1).flatMap((row, number): HeadingRow[] => {
		if (row.every((cell) => cell.trim() === '')) return [];
		const cell = (column: number) => unguarded(row[column] ?? '');
		return [
			{
				place: `row ${number + 2}`,
				text: cell,
				list: (column) =>
					cell(column)
						.split(shape.separator)
						.map((value) => unguarded(value.trim()))
						.filter((value) => value !== '')
			}
		];
	});
	return headingsOfRows(rows, shape.columns, id, name, faults, 'The table has no row with a heading.');
}

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
