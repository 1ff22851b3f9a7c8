/** The section on imported records: the files with their numbers, and what is left of them without duplicates. */
import { count, type Block } from './document.ts';

export interface ImportedFile {
	readonly fileName: string;
	readonly source: string;
	readonly platform: string;
	/** Why it was imported. */
	readonly purpose: string;
	/** True for what was found otherwise than by searching sources. */
	readonly isOtherMethod: boolean;
	/** ISO date. */
	readonly on: string;
	/** Records that the source said it exported; null where nobody has noted it. */
	readonly stated: number | null;
	readonly read: number;
	readonly unreadable: number;
}
export interface DuplicateNumbers {
	readonly records: number;
	readonly works: number;
	readonly automatic: number;
	/** Below 0 where people separated more than they merged. */
	readonly byHand: number;
	/** Pairs that wait for a person. */
	readonly queue: number;
	readonly retracted: number;
	readonly sources: readonly {
		readonly source: string;
		readonly records: number;
		readonly works: number;
		readonly alone: number;
	}[];
	/** True where files were imported or removed since. */
	readonly isOutdated: boolean;
}
export interface Imports {
	/** The newest first. */
	readonly files: readonly ImportedFile[];
	/** Null where duplicates have not been looked for. */
	readonly duplicates: DuplicateNumbers | null;
}

const counted = (value: number, one: string, many = `${one}s`) => `${count(value)} ${value === 1 ? one : many}`;

export function importedRecords({ files, duplicates }: Imports): Block[] {
	if (files.length === 0) return [];
	const searched = files.filter((one) => !one.isOtherMethod);
	const otherwise = files.filter((one) => one.isOtherMethod);
	const blocks: Block[] = [{ kind: 'heading', level: 2, text: 'Imported records' }];
	if (searched.length > 0) blocks.push(table('Files of records from databases and registers', searched));
	if (otherwise.length > 0) blocks.push(table('Files of records found by other methods', otherwise));
	for (const { fileName, stated, read } of files)
		if (stated !== null && stated > read)
			blocks.push({
				kind: 'missing',
				text: `Missing: ${counted(stated - read, 'record')} that the source of ${fileName} stated and its file does not hold.`
			});
	if (duplicates === null) {
		blocks.push({ kind: 'missing', text: 'Missing: duplicates have not been looked for.' });
		return blocks;
	}
	const { records, works, automatic, byHand, queue, retracted, sources } = duplicates;
	const hand =
		byHand === 0
			? ''
			: byHand > 0
				? `, ${count(byHand)} by hand`
				: `; ${counted(-byHand, 'record')} separated again by hand`;
	blocks.push({
		kind: 'paragraph',
		text: `${counted(records, 'record')}, of which ${counted(records - works, 'duplicate was', 'duplicates were')} removed (${count(automatic)} automatically${hand}), are ${counted(works, 'work')}.${
			retracted > 0 ? ` ${counted(retracted, 'work is', 'works are')} marked as retracted.` : ''
		} References were compared field by field with weights estimated from the files themselves (Fellegi and Sunter 1969; Winkler 1988).`
	});
	if (sources.length > 1)
		blocks.push({
			kind: 'table',
			caption: 'Sources without duplicates',
			columns: [
				{ title: 'Source', width: 5 },
				{ title: 'Records', width: 2, number: true },
				{ title: 'Works', width: 2, number: true },
				{ title: 'In no other source', width: 2, number: true }
			],
			rows: sources.map((one) => [one.source, count(one.records), count(one.works), count(one.alone)])
		});
	if (queue > 0)
		blocks.push({
			kind: 'missing',
			text: `Missing: ${counted(queue, 'pair')} of records that may be duplicates ${queue === 1 ? 'has' : 'have'} not been decided on.`
		});
	if (duplicates.isOutdated)
		blocks.push({ kind: 'missing', text: 'Missing: files were imported or removed since duplicates were looked for.' });
	return blocks;
}

const table = (caption: string, files: readonly ImportedFile[]): Block => ({
	kind: 'table',
	caption,
	columns: [
		{ title: 'Source', width: 4 },
		{ title: 'Platform', width: 3 },
		{ title: 'Purpose', width: 2 },
		{ title: 'Imported', width: 3 },
		{ title: 'Stated', width: 2, number: true },
		{ title: 'Read', width: 2, number: true },
		{ title: 'Not read', width: 2, number: true },
		{ title: 'File', width: 4 }
	],
	rows: files.map((one) => [
		one.source,
		one.platform || '—',
		one.purpose,
		one.on,
		one.stated === null ? '—' : count(one.stated),
		count(one.read),
		count(one.unreadable),
		one.fileName
	])
});
