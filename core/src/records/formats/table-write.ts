/** Writes references as a table with commas (RFC 4180), whose text no spreadsheet takes for a formula. */
import Papa from 'papaparse';
import { doiAmong } from '../doi.ts';
import type { ImportedReference } from './reference.ts';

const HEADS = [
	'id',
	'title',
	'abstract',
	'authors',
	'journal',
	'year',
	'volume',
	'issue',
	'pages',
	'doi',
	'accession number',
	'keywords',
	'language',
	'type',
	'source',
	'note'
] as const;

const row = (cells: readonly string[]): string =>
	`${Papa.unparse([[...cells]], { escapeFormulae: true, newline: '\r\n' })}\r\n`;

/** The header row, with its line end. */
export const toTableHead = (): string => row(HEADS);

/** One reference with its line end. */
export function toTableRow({ record, kept }: ImportedReference): string {
	const value = (...names: string[]) => kept.find((one) => names.includes(one.name))?.value ?? '';
	const [first, last] = [value('pages', 'page', 'SP'), value('EP')];
	return row([
		record.id,
		record.titles[0] ?? '',
		record.abstract,
		record.authors.join('; '),
		record.journal,
		record.year === null ? '' : String(record.year),
		value('volume', 'VL'),
		value('issue', 'number', 'IS'),
		last === '' || first.includes('-') ? first : `${first}-${last}`,
		doiAmong(record.identifiers) ?? '',
		value('AN') || (record.identifiers.find((one) => one !== doiAmong(record.identifiers)) ?? ''),
		record.keywords.join('; '),
		record.languages.join('; '),
		record.types.join('; '),
		record.source,
		value('note', 'N1')
	]);
}
