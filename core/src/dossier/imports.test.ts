/** What the document says of imported files and their duplicates. */
import { expect, it } from 'vitest';
import { countMissing } from './document.ts';
import { importedRecords, type ImportedFile, type Imports } from './imports.ts';

const file = (fileName: string, change: Partial<ImportedFile> = {}): ImportedFile => ({
	fileName,
	source: 'Skerry',
	platform: '',
	purpose: 'run',
	isOtherMethod: false,
	on: '2026-11-20',
	stated: null,
	read: 1_200,
	unreadable: 0,
	...change
});
const duplicates: NonNullable<Imports['duplicates']> = {
	records: 1_260,
	works: 1_000,
	automatic: 250,
	byHand: 10,
	queue: 0,
	retracted: 1,
	sources: [
		{ source: 'Skerry', records: 1_200, works: 990, alone: 940 },
		{ source: 'Quay', records: 60, works: 60, alone: 10 }
	],
	isOutdated: false
};
const sentences = (imports: Imports) =>
	importedRecords(imports).flatMap((one) => (one.kind === 'paragraph' ? [one.text] : []));

it('is nothing where nothing was imported', () => {
	expect(importedRecords({ files: [], duplicates: null })).toEqual([]);
});
it('lists files by how they were found, and says what is left without duplicates', () => {
	const imports = { files: [file('a.ris'), file('leads.ris', { isOtherMethod: true, read: 60 })], duplicates };
	const tables = importedRecords(imports).flatMap((one) => (one.kind === 'table' ? [one] : []));
	expect(tables.map(({ caption, rows }) => [caption, rows.length])).toEqual([
		['Files of records from databases and registers', 1],
		['Files of records found by other methods', 1],
		['Sources without duplicates', 2]
	]);
	expect(sentences(imports)[0]).toContain(
		'1\u202F260 records, of which 260 duplicates were removed (250 automatically, 10 by hand), are 1\u202F000 works. 1 work is marked as retracted.'
	);
	expect(countMissing(importedRecords(imports))).toBe(0);
	expect(sentences({ ...imports, duplicates: { ...duplicates, byHand: -2 } })[0]).toContain(
		'250 automatically; 2 records separated again by hand'
	);
});
it('names what is missing: records that a source stated, pairs that nobody decided on, a comparison that is older than the files', () => {
	const blocks = importedRecords({
		files: [file('a.ris', { stated: 1_203 })],
		duplicates: { ...duplicates, queue: 1, isOutdated: true }
	});
	const texts = blocks.flatMap((one) => (one.kind === 'missing' ? [one.text] : []));
	expect(texts).toEqual([
		'Missing: 3 records that the source of a.ris stated and its file does not hold.',
		'Missing: 1 pair of records that may be duplicates has not been decided on.',
		'Missing: files were imported or removed since duplicates were looked for.'
	]);
	expect(countMissing(importedRecords({ files: [file('a.ris')], duplicates: null }))).toBe(1);
});
