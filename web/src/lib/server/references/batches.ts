/** Batches of references: one row per imported file; all records of an enquiry's batches are its own collection. */
import {
	recordSchema,
	toCsl,
	toRis,
	type BibliographicRecord,
	type ImportedReference,
	type KeptField,
	type ReferenceFormat
} from '@wide-lantern/core';
import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import type {
	BatchChange,
	BatchPurpose,
	BatchRecord,
	ReferenceBatch,
	ReferenceBatches,
	UnreadableReference
} from '$lib/contract/references';
import type { UnreadablePiece } from '$lib/contract/threads/reference-reading';
import { collectionChanged, ownCollectionOf } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Records on a page. */
const PAGE = 100;
/** Unreadable pieces that are kept of one file; the number goes on. */
export const UNREADABLE_KEPT = 1_000;

interface BatchRow {
	id: string;
	enquiry_id: string;
	file_name: string;
	source: string;
	purpose: BatchPurpose;
	format: ReferenceFormat;
	encoding: string;
	digest: string;
	stated: number | null;
	read: number;
	unreadable: number;
	person_id: string | null;
	person_name: string;
	made_at: Date;
}

const viewOf = (row: BatchRow): ReferenceBatch => ({
	id: row.id,
	fileName: row.file_name,
	source: row.source,
	purpose: row.purpose,
	format: row.format,
	encoding: row.encoding,
	stated: row.stated,
	read: row.read,
	unreadable: row.unreadable,
	by: row.person_name,
	at: row.made_at.toISOString()
});

export async function listBatches(enquiry: string): Promise<ReferenceBatches> {
	const rows = await database<BatchRow>('batches')
		.where({ enquiry_id: enquiry })
		.orderBy([{ column: 'made_at', order: 'desc' }, 'id'])
		.select();
	return { batches: rows.map(viewOf), collection: rows.some((row) => row.read > 0) ? ownCollectionOf(enquiry) : null };
}

/** The batch that the same file made before; null where it is new to the enquiry. */
export async function batchOfFile(enquiry: string, digest: string): Promise<ReferenceBatch | null> {
	const row = await database<BatchRow>('batches').where({ enquiry_id: enquiry, digest }).first();
	return row ? viewOf(row) : null;
}

/** A file that has been read. */
export interface NewBatch extends Pick<
	ReferenceBatch,
	'id' | 'fileName' | 'source' | 'purpose' | 'format' | 'encoding' | 'stated'
> {
	readonly digest: string;
}

/** Some references of a file as JSON, and what could not be read. */
export interface ReferencePart {
	/** A list of `{ record, kept }`, checked. */
	readonly texts: string;
	readonly count: number;
	readonly unreadable: readonly UnreadablePiece[];
}

/**
 * Adds a batch to the enquiry's own collection, whole or not at all.
 * @param parts checked references, in their order
 * @param facts what is known of the file behind its last part
 * @param confirm asked before it is committed, with the numbers; what it throws takes everything back
 */
export async function addBatch(
	enquiry: string,
	id: string,
	by: Pick<Actor, 'id' | 'name'>,
	parts: AsyncIterable<ReferencePart>,
	facts: () => Promise<NewBatch>,
	confirm: (transaction: Knex.Transaction, read: number, unreadable: number) => Promise<void>
): Promise<void> {
	const collection = ownCollectionOf(enquiry);
	await database.transaction(async (transaction) => {
		await transaction('collections')
			.insert({
				id: collection,
				name: 'Records of this enquiry',
				taken_on: transaction.fn.now(),
				vocabularies: [],
				size: 0,
				enquiry_id: enquiry
			})
			.onConflict('id')
			.ignore();
		// Two files that are stored at once come one behind the other.
		const held = await transaction('collections').where({ id: collection }).forUpdate().first<{ size: number }>('size');
		let [read, unreadable] = [0, 0];
		const pending: UnreadablePiece[] = [];
		for await (const part of parts) {
			if (part.count > 0)
				await transaction.raw(
					"insert into records (collection_id, number, data, kept, batch_id) select ?, ?::int + ordinality - 1, value->'record', value->'kept', ?::uuid from jsonb_array_elements(?::jsonb) with ordinality",
					[collection, held.size + read, id, part.texts]
				);
			pending.push(...part.unreadable.slice(0, Math.max(0, UNREADABLE_KEPT - pending.length)));
			read += part.count;
			unreadable += part.unreadable.length;
		}
		const { digest, fileName, ...batch } = await facts();
		await transaction('batches').insert({
			id,
			enquiry_id: enquiry,
			file_name: fileName,
			source: batch.source,
			purpose: batch.purpose,
			format: batch.format,
			encoding: batch.encoding,
			digest,
			stated: batch.stated,
			read,
			unreadable,
			person_id: by.id,
			person_name: by.name
		});
		await transaction.batchInsert(
			'unreadable_references',
			pending.map((piece, number) => ({ batch_id: id, number, ...piece })),
			500
		);
		await seal(transaction, enquiry);
		await confirm(transaction, read, unreadable);
	});
	await collectionChanged(collection);
}

/** Brings what the collection says of itself in line with its batches; without records it goes. */
async function seal(transaction: Knex.Transaction, enquiry: string): Promise<void> {
	const collection = ownCollectionOf(enquiry);
	const rows = await transaction<BatchRow>('batches')
		.where({ enquiry_id: enquiry })
		.orderBy(['made_at', 'id'])
		.select('digest', 'read');
	const size = rows.reduce((sum, row) => sum + row.read, 0);
	if (size === 0) {
		await transaction('collections').where({ id: collection }).delete();
		return;
	}
	const digest = createHash('sha256')
		.update(rows.map((row) => row.digest).join())
		.digest('hex');
	await transaction('collections')
		.where({ id: collection })
		.update({ size, digest, taken_on: transaction.fn.now(), loaded_at: transaction.fn.now() });
}

/** @returns null where there is no such batch */
export async function changeBatch(
	enquiry: string,
	id: string,
	{ purpose, stated }: BatchChange
): Promise<ReferenceBatches | null> {
	if (!UUID.test(id)) return null;
	const changed = await database('batches').where({ enquiry_id: enquiry, id }).update({ purpose, stated });
	return changed === 0 ? null : listBatches(enquiry);
}

/** Removes a batch with its records. @returns null where there is no such batch */
export async function removeBatch(enquiry: string, id: string): Promise<ReferenceBatches | null> {
	if (!UUID.test(id)) return null;
	const collection = ownCollectionOf(enquiry);
	const gone = await database.transaction(async (transaction) => {
		// Whoever adds a file at this moment waits.
		await transaction('collections').where({ id: collection }).forUpdate().first('id');
		if ((await transaction('batches').where({ enquiry_id: enquiry, id }).delete()) === 0) return false;
		await transaction('records').where({ collection_id: collection, batch_id: id }).delete();
		// Numbers are places in the index and have no gaps. In two steps, since no two records may have one number.
		await transaction.raw(
			'update records set number = -place from (select number as old, row_number() over (order by number) as place from records where collection_id = ?) as places where collection_id = ? and number = old',
			[collection, collection]
		);
		await transaction.raw('update records set number = -number - 1 where collection_id = ?', [collection]);
		await seal(transaction, enquiry);
		return true;
	});
	if (!gone) return null;
	await collectionChanged(collection);
	return listBatches(enquiry);
}

const isRecord = compileValidator<BibliographicRecord>(recordSchema);
const areKept = compileValidator<readonly KeptField[]>({
	type: 'array',
	items: {
		type: 'object',
		required: ['name', 'value'],
		additionalProperties: false,
		properties: { name: { type: 'string' }, value: { type: 'string' } }
	}
});

/** @throws where a record is damaged in the database */
function referenceOf({ data, kept }: { readonly data: unknown; readonly kept: unknown }): ImportedReference {
	if (!isRecord(data) || !areKept(kept)) throw new Error('A reference is damaged in the database.');
	return { record: data, kept };
}

const rowsOf = (batch: string, from: number, most: number) =>
	database('records')
		.where({ batch_id: batch })
		.orderBy('number')
		.offset(from)
		.limit(most)
		.select<{ data: unknown; kept: unknown }[]>('data', 'kept');

async function batchRow(enquiry: string, id: string): Promise<BatchRow | null> {
	if (!UUID.test(id)) return null;
	return (await database<BatchRow>('batches').where({ enquiry_id: enquiry, id }).first()) ?? null;
}

/** @returns null where there is no such batch */
export async function pageOfBatch(
	enquiry: string,
	id: string,
	from: number
): Promise<{ readonly records: readonly BatchRecord[]; readonly unreadable: readonly UnreadableReference[] } | null> {
	if (!(await batchRow(enquiry, id))) return null;
	const [rows, unreadable] = await Promise.all([
		rowsOf(id, from, PAGE),
		database('unreadable_references')
			.where({ batch_id: id })
			.orderBy('number')
			.select<UnreadableReference[]>('line', 'reason', 'raw')
	]);
	return {
		records: rows.map(referenceOf).map(({ record }) => ({
			id: record.id,
			title: record.titles[0] ?? '',
			authors: record.authors.slice(0, 20),
			journal: record.journal,
			year: record.year
		})),
		unreadable
	};
}

/** How each format is written. */
export const WRITERS: Readonly<Record<ReferenceFormat, { readonly media: string; readonly ending: string }>> = {
	ris: { media: 'application/x-research-info-systems; charset=utf-8', ending: 'ris' },
	'csl-json': { media: 'application/vnd.citationstyles.csl+json; charset=utf-8', ending: 'json' }
};

/** The records of a batch as a file, piece by piece. @returns null where there is no such batch */
export async function batchFile(
	enquiry: string,
	id: string,
	format: ReferenceFormat
): Promise<{ readonly name: string; readonly on: string; readonly texts: AsyncGenerator<string> } | null> {
	const batch = await batchRow(enquiry, id);
	if (!batch) return null;
	async function* texts(): AsyncGenerator<string> {
		if (format === 'csl-json') yield '[';
		for (let last = -1; ;) {
			// By number, not by place: to count places the database would walk over all that went before.
			const rows = await database('records')
				.where({ batch_id: id })
				.where('number', '>', last)
				.orderBy('number')
				.limit(500)
				.select<{ number: number; data: unknown; kept: unknown }[]>('number', 'data', 'kept');
			const some = rows.map(referenceOf);
			if (some.length > 0)
				yield format === 'ris'
					? some.map(toRis).join('')
					: `${last >= 0 ? ',' : ''}\n${some.map((one) => JSON.stringify(toCsl(one))).join(',\n')}`;
			if (some.length < 500) break;
			last = rows.at(-1)?.number ?? last;
		}
		if (format === 'csl-json') yield '\n]\n';
	}
	return {
		name: batch.file_name.replace(/\.[^.]*$/, ''),
		on: batch.made_at.toISOString().slice(0, 10),
		texts: texts()
	};
}
