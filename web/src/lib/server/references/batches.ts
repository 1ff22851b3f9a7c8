/** Batches of references: one row per imported file; all records of an enquiry's batches are its own collection. */
import type { Recipe, ReferenceFormat } from '@wide-lantern/core';
import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { HEADING_RESTS, type HeadingMatching } from '$lib/contract/references';
import type {
	BatchChange,
	BatchPurpose,
	BatchRecord,
	ExportFormat,
	ReferenceBatch,
	ReferenceBatches,
	UnreadableReference
} from '$lib/contract/references';
import type { UnreadablePiece } from '$lib/contract/threads/reference-reading';
import { changedFrom, collectionChanged, ownCollectionOf } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { fileCollections } from './chosen-files';
import { recordsWith, referenceOf, type ReferenceFile } from './export';

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
	format: ReferenceFormat | 'recipe';
	platform: string;
	recipe: unknown;
	recipe_name: string | null;
	matching: unknown;
	encoding: string;
	digest: string;
	stated: number | null;
	read: number;
	unreadable: number;
	person_id: string | null;
	person_name: string;
	made_at: Date;
}

const isMatching = compileValidator<HeadingMatching | null>({
	type: ['object', 'null'],
	required: ['vocabulary', 'otherNames', 'rest', 'keywords', 'matched'],
	properties: {
		vocabulary: { type: 'string' },
		otherNames: { type: 'boolean' },
		rest: { enum: HEADING_RESTS },
		keywords: { type: 'integer' },
		matched: { type: 'integer' }
	}
});
function matchingFrom(data: unknown): HeadingMatching | null {
	if (!isMatching(data)) throw new Error('What was matched of a file is damaged in the database.');
	return data;
}

const viewOf = (row: BatchRow): ReferenceBatch => ({
	id: row.id,
	fileName: row.file_name,
	source: row.source,
	platform: row.platform,
	purpose: row.purpose,
	format: row.format,
	recipe: row.recipe_name,
	matching: matchingFrom(row.matching),
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
	return {
		batches: rows.map(viewOf),
		collection: rows.some((row) => row.read > 0) ? ownCollectionOf(enquiry) : null,
		chosen: await fileCollections(enquiry)
	};
}

/** The batch that the same file made before; null where it is new to the enquiry. */
export async function batchOfFile(enquiry: string, digest: string): Promise<ReferenceBatch | null> {
	const row = await database<BatchRow>('batches').where({ enquiry_id: enquiry, digest }).first();
	return row ? viewOf(row) : null;
}

/** A format that was taught, under the name that it had when a file was read by it. */
export interface NamedRecipe {
	readonly name: string;
	readonly recipe: Recipe;
}

/** A file that has been read. */
export interface NewBatch extends Pick<
	ReferenceBatch,
	'id' | 'fileName' | 'source' | 'platform' | 'purpose' | 'format' | 'encoding' | 'stated'
> {
	/** The recipe that it was read by, with its name; null for formats that are built in. */
	readonly recipe: NamedRecipe | null;
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
					"insert into records (collection_id, number, data, kept, batch_id, place) select ?, ?::int + ordinality - 1, value->'record', value->'kept', ?::uuid, ?::int + ordinality - 1 from jsonb_array_elements(?::jsonb) with ordinality",
					[collection, held.size + read, id, read, part.texts]
				);
			pending.push(...part.unreadable.slice(0, Math.max(0, UNREADABLE_KEPT - pending.length)));
			read += part.count;
			unreadable += part.unreadable.length;
		}
		const { digest, fileName, recipe, ...batch } = await facts();
		await transaction('batches').insert({
			id,
			enquiry_id: enquiry,
			file_name: fileName,
			source: batch.source,
			platform: batch.platform,
			recipe: recipe && JSON.stringify(recipe.recipe),
			recipe_name: recipe?.name ?? null,
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
		await seal(transaction, enquiry, held.size);
		await confirm(transaction, read, unreadable);
	});
	await collectionChanged(collection);
}

/**
 * Updates what the collection says of itself after its batches have changed; without records it is removed.
 * @param from the number of the first record that was added or changed; null where none was
 * @param without the numbers, as they were, of records that were removed, ascending
 */
export async function seal(
	transaction: Knex.Transaction,
	enquiry: string,
	from: number | null,
	without: readonly number[] = []
): Promise<void> {
	const collection = ownCollectionOf(enquiry);
	const rows = await transaction<BatchRow>('batches')
		.where({ enquiry_id: enquiry })
		.orderBy(['made_at', 'id'])
		.select('digest', 'read', 'matching');
	const size = rows.reduce((sum, row) => sum + row.read, 0);
	if (size === 0) {
		await transaction('collections').where({ enquiry_id: enquiry }).delete();
		await transaction('linkings').where({ enquiry_id: enquiry }).delete();
		return;
	}
	const vocabularies = [...new Set(rows.flatMap((row) => matchingFrom(row.matching)?.vocabulary ?? []))];
	const digest = createHash('sha256')
		.update(rows.map((row) => `${row.digest} ${row.read} ${JSON.stringify(row.matching)}`).join())
		.digest('hex');
	await transaction('collections')
		.where({ id: collection })
		.update({
			size,
			digest,
			vocabularies,
			taken_on: transaction.fn.now(),
			...(await changedFrom(transaction, collection, from ?? size, without))
		});
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

const rowsOf = (batch: string, from: number, most: number) =>
	database('records')
		.where({ batch_id: batch })
		.orderBy('number')
		.offset(from)
		.limit(most)
		.select<{ data: unknown; kept: unknown }[]>('data', 'kept');

export async function batchRow(enquiry: string, id: string): Promise<BatchRow | null> {
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
			.select<UnreadableReference[]>('number', 'line', 'reason', 'raw')
	]);
	return {
		records: rows.map(referenceOf).map(({ record }) => ({
			id: record.id,
			title: record.titles[0] ?? '',
			authors: record.authors.slice(0, 20),
			journal: record.journal,
			year: record.year,
			identifiers: record.identifiers.slice(0, 20)
		})),
		unreadable
	};
}

/** The records of a batch as a file, piece by piece. @returns null where there is no such batch */
export async function batchFile(enquiry: string, id: string, format: ExportFormat): Promise<ReferenceFile | null> {
	const batch = await batchRow(enquiry, id);
	return batch && recordsWith(batch.file_name.replace(/\.[^.]*$/, ''), batch.made_at, format, { batch_id: id });
}
