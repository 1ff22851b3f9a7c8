/** Collections of records: kept in the database; their indexes are opened when first asked for (indexes.ts). */
import { recordSchema, type BibliographicRecord, type LabelOf } from '@wide-lantern/core';
import type { Knex } from 'knex';
import type { CommonValues } from '$lib/contract/records';
import { catalogue, type CatalogueCollection, database, forgetCatalogue } from '$lib/server/database';
import { RecordDigest } from '$lib/server/computing';
import { compileValidator, faultOf, type Actor } from '$lib/server/http';
import { leftOut } from './changes';
import { allowBuilding, closeIndex, indexesComeFrom, openIndex, type IndexSource, type OpenIndex } from './indexes';

import { openVocabulary } from '$lib/server/vocabularies';

const check = compileValidator<BibliographicRecord>(recordSchema);

export type CollectionEntry = Omit<CatalogueCollection, 'loadedAt'>;

export interface OpenCollection extends CollectionEntry, OpenIndex {
	readonly labelOf: LabelOf;
}

/** Some records of a collection, as a list in JSON. */
export interface RecordBatch {
	readonly texts: string;
	readonly count: number;
}

/**
 * Takes the place of the collection of that name, whole or not at all; no record changes nothing.
 * @param batches checked records, in their order
 * @param digest of all of them, asked for behind the last batch
 * @param confirm asked before it is committed; what it throws takes everything back
 * @returns how many records came
 */
export async function replaceCollection(
	entry: Omit<CollectionEntry, 'size' | 'enquiry'>,
	batches: AsyncIterable<RecordBatch>,
	digest: () => string,
	confirm: (transaction: Knex.Transaction) => Promise<void> = () => Promise.resolve()
): Promise<number> {
	const size = await database.transaction(async (transaction) => {
		let size = 0;
		for await (const { texts, count } of batches) {
			if (size === 0) {
				await transaction('collections').where({ id: entry.id }).delete();
				await transaction('collections').insert({
					id: entry.id,
					name: entry.name,
					taken_on: entry.takenOn,
					vocabularies: [...entry.vocabularies],
					size: 0
				});
			}
			// One text instead of a value for each record: it costs the server's thread a tenth of the time.
			await transaction.raw(
				'insert into records (collection_id, number, data) select ?, ?::int + ordinality - 1, value from jsonb_array_elements(?::jsonb) with ordinality',
				[entry.id, size, texts]
			);
			size += count;
		}
		if (size > 0) await transaction('collections').where({ id: entry.id }).update({ size, digest: digest() });
		await confirm(transaction);
		return size;
	});
	forgetCatalogue();
	await closeIndex(entry.id);
	return size;
}

/** Takes the place of the collection of that name: records that are in memory. */
export function storeCollection(
	entry: Omit<CollectionEntry, 'size' | 'enquiry'>,
	records: readonly BibliographicRecord[]
): Promise<number> {
	const digest = new RecordDigest();
	async function* batches(): AsyncGenerator<RecordBatch> {
		for (let from = 0; from < records.length; from += 500) {
			const some = records.slice(from, from + 500);
			for (const record of some) digest.add(record);
			yield await Promise.resolve({ texts: JSON.stringify(some), count: some.length });
		}
	}
	return replaceCollection(entry, batches(), () => digest.value());
}

/** Remembers what a shipped collection holds. */
export async function shipsAs(id: string, records: Iterable<BibliographicRecord>): Promise<void> {
	const digest = new RecordDigest();
	for (const record of records) digest.add(record);
	await database('shipped_collections').insert({ id, digest: digest.value() }).onConflict('id').merge();
}

/** For a collection that was loaded before collections had digests. */
export async function digestCollection(id: string): Promise<void> {
	const digest = new RecordDigest();
	for await (const record of recordsOf(id)) digest.add(record);
	await database('collections').where({ id }).update({ digest: digest.value() });
}

/** True where the collection of this name holds what ships under it, and nothing else. */
export async function isShipped(id: string): Promise<boolean> {
	const same = database('collections').join('shipped_collections', {
		'collections.id': 'shipped_collections.id',
		'collections.digest': 'shipped_collections.digest'
	});
	return (await same.where('collections.id', id).first<{ id: string } | undefined>('collections.id')) !== undefined;
}

/** Records in the collections that ship. */
export async function shippedSize(): Promise<number> {
	const [row] = await database('collections')
		.whereIn('id', database('shipped_collections').select('id'))
		.sum<{ sum: string | null }[]>('size');
	return Number(row?.sum ?? 0);
}

/** Removes a collection of the installation. False where there was none. */
export async function removeCollection(id: string): Promise<boolean> {
	const gone = (await database('collections').where({ id, enquiry_id: null }).delete()) > 0;
	forgetCatalogue();
	await closeIndex(id);
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

/** The name of the collection that an enquiry's own references make. */
export const ownCollectionOf = (enquiry: string): string => `own-${enquiry}`;

/** The name of the collection of an enquiry’s works: its references, one record for all of a work. */
export const worksCollectionOf = (enquiry: string): string => `works-${enquiry}`;

/** After records have come into a collection, or gone: the next question sees it as it is now. */
export async function collectionChanged(id: string): Promise<void> {
	forgetCatalogue();
	await closeIndex(id);
}

/**
 * The collections of the installation, and the one of the enquiry's own references, which nobody else sees.
 * @param enquiry whose people ask; null for whoever is in none
 */
export async function listCollections(enquiry: string | null = null): Promise<CollectionEntry[]> {
	return (await catalogue()).collections
		.filter((one) => one.enquiry === null || one.enquiry === enquiry)
		.map(({ loadedAt: _, ...entry }) => entry);
}

/** The records of these numbers, in their order; numbers that are gone are left out. */
export async function recordsAt(id: string, numbers: readonly number[]): Promise<BibliographicRecord[]> {
	const rows = await database('records')
		.where({ collection_id: id })
		.whereIn('number', [...numbers])
		.select<{ number: number; data: unknown }[]>('number', 'data');
	const byNumber = new Map(rows.map((row) => [row.number, row.data]));
	return numbers.flatMap((number) => {
		const data = byNumber.get(number);
		if (data === undefined) return [];
		if (!check(data))
			throw new Error(`Record ${number} of the collection ${id} is damaged in the database: ${faultOf(check.errors)}`);
		return [data];
	});
}

/** The records of these numbers as JSON texts, in their order; numbers that are gone are left out. */
export async function textsAt(id: string, numbers: readonly number[]): Promise<readonly string[]> {
	const rows = await database('records')
		.where({ collection_id: id })
		.whereIn('number', [...numbers])
		.orderBy('number')
		.select<{ text: string }[]>(database.raw('data::text as text'));
	return rows.map((row) => row.text);
}

interface ValueRow {
	value: string | null;
	count: string;
}
/** Values that are told one by one. */
const COMMON = 12;

/** The commonest journals and author keywords of some records. */
export async function spreadInDatabase(
	id: string,
	numbers: readonly number[]
): Promise<readonly [journals: CommonValues, keywords: CommonValues]> {
	if (numbers.length === 0) return [NO_VALUES, NO_VALUES];
	const among = 'from records where collection_id = ? and number = any(?::int[])';
	const of = [id, [...numbers]];
	const [journals, keywords, bare] = await Promise.all([
		database.raw<{ rows: ValueRow[] }>(
			`select nullif(trim(data->>'journal'), '') as value, count(*) as count ${among} group by 1 order by 2 desc, 1`,
			of
		),
		database.raw<{ rows: ValueRow[] }>(
			`select lower(word) as value, count(distinct number) as count from (select number, jsonb_array_elements_text(data->'keywords') as word ${among}) as words group by 1 order by 2 desc, 1 limit ${COMMON}`,
			of
		),
		database.raw<{ rows: ValueRow[] }>(
			`select count(*) as count ${among} and jsonb_array_length(data->'keywords') = 0`,
			of
		)
	]);
	const counted = (rows: readonly ValueRow[]) =>
		rows.flatMap(({ value, count }) => (value === null ? [] : [{ value, count: Number(count) }]));
	const named = counted(journals.rows);
	const values = named.slice(0, COMMON);
	const sum = (of: readonly { readonly count: number }[]) => of.reduce((all, one) => all + one.count, 0);
	return [
		{
			values,
			others: sum(named.slice(COMMON)),
			without: Number(journals.rows.find((row) => row.value === null)?.count ?? 0)
		},
		{ values: counted(keywords.rows), others: 0, without: Number(bare.rows[0]?.count ?? 0) }
	];
}
const NO_VALUES: CommonValues = { values: [], others: 0, without: 0 };

/**
 * Opens a collection for counting; null where there is none of that name for this enquiry, or its indexing was stopped.
 * Waits while it is indexed.
 * @param enquiry whose people ask; null opens the installation's collections only
 */
export async function openCollection(id: string, enquiry: string | null = null): Promise<OpenCollection | null> {
	const described = await describe(id);
	if (!described || (described.entry.enquiry !== null && described.entry.enquiry !== enquiry)) return null;
	const index = await openIndex(described.source);
	return index && { ...described.entry, ...index, labelOf: described.labelOf };
}

/** Lets the index of a collection be built that somebody has stopped. False where there is no such collection. */
export async function indexAgain(id: string, by: Actor): Promise<boolean> {
	const described = await describe(id);
	if (described) await allowBuilding(described.source, by);
	return described !== null;
}

async function describe(
	id: string
): Promise<{ readonly entry: CollectionEntry; readonly labelOf: LabelOf; readonly source: IndexSource } | null> {
	const { collections, vocabularies: all } = await catalogue();
	const found = collections.find((one) => one.id === id);
	if (!found) return null;
	const { loadedAt, ...entry } = found;
	const opened = (await Promise.all(entry.vocabularies.map(openVocabulary))).filter((one) => one !== null);
	const vocabularies = new Map(opened.map((one) => [one.vocabulary.id, one.vocabulary]));
	const labelOf: LabelOf = (vocabulary, heading) => vocabularies.get(vocabulary)?.get(heading)?.label;
	const stamps = all.filter((one) => entry.vocabularies.includes(one.id)).sort((a, b) => (a.id < b.id ? -1 : 1));
	const madeFrom = [`${id} ${loadedAt}`, ...stamps.map((one) => `${one.id} ${one.loadedAt}`)].join('; ');
	const labels = () =>
		Object.fromEntries(
			opened.flatMap(({ vocabulary }) =>
				vocabulary.headings.map((heading) => [`${vocabulary.id}:${heading.id}`, heading.label])
			)
		);
	return {
		entry,
		labelOf,
		source: {
			id,
			name: entry.name,
			size: entry.size,
			madeFrom,
			labels,
			leftOut: ({ size, madeFrom: before }) => {
				const [loaded = '', ...labelled] = before.split('; ');
				return labelled.every((stamp) => madeFrom.split('; ').slice(1).includes(stamp)) && loaded.startsWith(`${id} `)
					? leftOut(id, size, loaded.slice(id.length + 1))
					: Promise.resolve(null);
			},
			texts: (from) => textsOf(id, from)
		}
	};
}
indexesComeFrom(async (id) => (await describe(id))?.source ?? null);

/** The records from a number on as they lie in the database, as JSON texts, in their order, by the thousand. */
async function* textsOf(id: string, first: number): AsyncGenerator<readonly string[]> {
	for (let from = first; ; from += 1_000) {
		const rows = await database('records')
			.where({ collection_id: id })
			.where('number', '>=', from)
			.where('number', '<', from + 1_000)
			.orderBy('number')
			.select<{ text: string }[]>(database.raw('data::text as text'));
		if (rows.length > 0) yield rows.map((row) => row.text);
		if (rows.length < 1_000) return;
	}
}
