/** Collections of records: kept in the database, indexed once per start and held in memory. */
import { buildIndex, type CollectionIndex, PartCache, recordSchema, type BibliographicRecord, type LabelOf } from '@wide-lantern/core';
import { database } from './database';
import { door, faultOf } from './doors';
import { log } from './log';
import { openVocabulary } from './vocabularies';

const check = door<BibliographicRecord>(recordSchema);

export interface CollectionEntry {
	readonly id: string;
	readonly name: string;
	readonly takenOn: string;
	readonly vocabularies: readonly string[];
	readonly size: number;
}

export interface OpenCollection extends CollectionEntry {
	readonly records: readonly BibliographicRecord[];
	readonly index: CollectionIndex;
	readonly cache: PartCache;
	readonly labelOf: LabelOf;
}

interface CollectionRow {
	id: string;
	name: string;
	taken_on: string;
	vocabularies: string[];
	size: number;
}

const entryOf = (row: CollectionRow): CollectionEntry => ({
	id: row.id,
	name: row.name,
	takenOn: row.taken_on,
	vocabularies: row.vocabularies,
	size: row.size
});
const columns = ['id', 'name', database.raw("to_char(taken_on, 'YYYY-MM-DD') as taken_on"), 'vocabularies', 'size'] as const;

/** Takes the place of the collection of that name, whole or not at all. Returns how many records came; none changes nothing. */
export async function replaceCollection(
	entry: Omit<CollectionEntry, 'size'>,
	records: Iterable<BibliographicRecord> | AsyncIterable<BibliographicRecord>
): Promise<number> {
	const size = await database.transaction(async (transaction) => {
		let number = 0;
		let rows: { collection_id: string; number: number; data: string }[] = [];
		for await (const record of records) {
			if (number === 0) {
				await transaction('collections').where({ id: entry.id }).delete();
				await transaction('collections').insert({ id: entry.id, name: entry.name, taken_on: entry.takenOn, vocabularies: [...entry.vocabularies], size: 0 });
			}
			rows.push({ collection_id: entry.id, number: number++, data: JSON.stringify(record) });
			if (rows.length === 500) {
				await transaction('records').insert(rows);
				rows = [];
			}
		}
		if (rows.length > 0) await transaction('records').insert(rows);
		if (number > 0) await transaction('collections').where({ id: entry.id }).update({ size: number });
		return number;
	});
	open.delete(entry.id);
	return size;
}

/** False where there was none. */
export async function removeCollection(id: string): Promise<boolean> {
	const gone = (await database('collections').where({ id }).delete()) > 0;
	open.delete(id);
	return gone;
}

/** The records of a collection in their order, as they were taken in. */
export async function* recordsOf(id: string): AsyncGenerator<unknown> {
	for (let from = 0; ; from += 500) {
		const rows = await database('records')
			.where({ collection_id: id })
			.where('number', '>=', from)
			.where('number', '<', from + 500)
			.orderBy('number')
			.select<{ data: unknown }[]>('data');
		for (const { data } of rows) yield data;
		if (rows.length < 500) return;
	}
}

export async function listCollections(): Promise<CollectionEntry[]> {
	return (
		await database('collections')
			.orderBy('id')
			.select<CollectionRow[]>(...columns)
	).map(entryOf);
}

const open = new Map<string, Promise<OpenCollection | null>>();

export function openCollection(id: string): Promise<OpenCollection | null> {
	const known = open.get(id);
	if (known) return known;
	const opening = load(id);
	open.set(id, opening);
	opening.then((found) => found ?? open.delete(id)).catch(() => open.delete(id));
	return opening;
}

/** Lets opened collections go, so that they are opened anew when next asked for. */
export function closeCollections(which: (entry: CollectionEntry) => boolean): void {
	for (const [id, opening] of open) void opening.then((found) => found && which(found) && open.delete(id)).catch(() => open.delete(id));
}

async function load(id: string): Promise<OpenCollection | null> {
	const [row] = await database('collections')
		.where({ id })
		.select<CollectionRow[]>(...columns);
	if (!row) return null;
	const entry = entryOf(row);
	const vocabularies = new Map(
		(await Promise.all(entry.vocabularies.map(openVocabulary))).filter((one) => one !== null).map((one) => [one.vocabulary.id, one.vocabulary])
	);
	const labelOf: LabelOf = (vocabulary, heading) => vocabularies.get(vocabulary)?.get(heading)?.label;
	const stored = await database('records').where({ collection_id: id }).orderBy('number').select<{ data: unknown }[]>('data');
	const records = stored.map(({ data }, number) => {
		if (!check(data)) throw new Error(`Record ${number} of the collection ${id} is damaged in the database: ${faultOf(check.errors)}`);
		return data;
	});
	const started = performance.now();
	const index = buildIndex(records, labelOf);
	log('info', 'collection-indexed', { collection: id, records: records.length, milliseconds: Math.round(performance.now() - started) });
	return { ...entry, records, index, cache: new PartCache(), labelOf };
}
