/** A piece of a file that could not be read, repaired by a person and read again. */
import { cleanJson, readerOf, recipeReader, recordSchema, type ReadPiece } from '@wide-lantern/core';
import { collectionChanged, ownCollectionOf } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import type { ReferenceBatches } from '$lib/contract/references';
import { batchRow, listBatches, seal } from './batches';
import { beginLinking } from './linking';
import { recipeFrom } from './recipes';

const isRecord = compileValidator(recordSchema);

/** Rolls everything back. */
class Refused extends Error {}

export type Repaired =
	| { readonly ok: true; readonly batches: ReferenceBatches }
	| { readonly ok: false; readonly status: 404 | 422; readonly message: string };

/** Reads the text as the file was read, and adds what it holds behind the records of the file. */
export async function repairPiece(
	enquiry: string,
	batch: string,
	number: number,
	text: string,
	by: Pick<Actor, 'id' | 'name'>
): Promise<Repaired> {
	const row = await batchRow(enquiry, batch);
	if (!row) return { ok: false, status: 404, message: 'There is no such file here.' };
	const recipe = row.recipe === null ? null : recipeFrom(row.recipe);
	const nothing = 'There is no such piece any more; somebody may have repaired it.';
	let added = 0;
	const fault = await database
		.transaction(async (transaction): Promise<null> => {
			await transaction('collections')
				.where({ id: ownCollectionOf(enquiry) })
				.forUpdate()
				.first('id');
			if ((await transaction('unreadable_references').where({ batch_id: batch, number }).delete()) === 0)
				throw new Refused(nothing);
			const { size } = (await transaction('collections')
				.where({ id: ownCollectionOf(enquiry) })
				.first<{ size: number } | undefined>('size')) ?? { size: 0 };
			const { place } = (await transaction('records')
				.where({ batch_id: batch })
				.max({ place: 'place' })
				.first<{ place: number | null } | undefined>()) ?? { place: null };
			const next = (place ?? -1) + 1;
			const idOf = (at: number) => `${batch.slice(0, 8)}-repaired-${next + at}`;
			const reader =
				recipe === null
					? readerOf(row.format === 'recipe' ? 'ris' : row.format, row.source, idOf)
					: recipeReader(recipe, row.source, idOf);
			const pieces = cleanJson<readonly ReadPiece[]>([...reader.push(text), ...reader.end()]);
			const wrong = pieces.find((piece) => piece.kind === 'unreadable');
			if (wrong) throw new Refused(`${wrong.reason} (line ${wrong.line})`);
			const references = pieces.flatMap((piece) => (piece.kind === 'reference' ? [piece.reference] : []));
			if (references.length === 0) throw new Refused('There is no reference in it.');
			if (!references.every(({ record }) => isRecord(record)))
				throw new Refused('One of its fields does not fit into a record.');
			await transaction.batchInsert(
				'records',
				references.map(({ record, kept }, at) => ({
					collection_id: ownCollectionOf(enquiry),
					number: size + at,
					data: JSON.stringify(record),
					kept: JSON.stringify(kept),
					batch_id: batch,
					place: next + at
				})),
				100
			);
			added = references.length;
			await transaction('batches').where({ id: batch }).increment('read', added).decrement('unreadable', 1);
			await seal(transaction, enquiry, size);
			return null;
		})
		.catch((error: unknown) => {
			if (error instanceof Refused) return error.message;
			throw error;
		});
	if (fault !== null)
		return { ok: false, status: fault === nothing ? 404 : 422, message: `${fault} What you typed is kept here.` };
	await collectionChanged(ownCollectionOf(enquiry));
	await beginLinking(enquiry, by);
	return { ok: true, batches: await listBatches(enquiry) };
}
