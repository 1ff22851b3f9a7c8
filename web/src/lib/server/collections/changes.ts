/** What has changed in a collection each time, so that its index is added to and need not be built anew. */
import type { RecordSet } from '@wide-lantern/core';
import type { Knex } from 'knex';
import { giveWay } from '$lib/server/computing';
import { database } from '$lib/server/database';
import { compileValidator } from '$lib/server/http';
import { leftOutBy, stretchesOf, type Change } from './left-out';

/** Changes that are remembered; an index that is older is built anew. */
const CHANGES = 40;
/** Stretches of removed records that are remembered; beyond, the index is built anew. */
const STRETCHES = 20_000;
/** Records that are numbered anew at once. */
const PART = 4_000;

const areChanges = compileValidator<readonly Change[]>({
	type: 'array',
	items: {
		type: 'object',
		required: ['before', 'from'],
		additionalProperties: false,
		properties: {
			before: { type: 'string' },
			from: { type: 'integer', minimum: 0 },
			without: {
				type: 'array',
				items: { type: 'array', minItems: 2, maxItems: 2, items: { type: 'integer', minimum: 0 } }
			}
		}
	}
});
interface ChangesRow {
	loaded_at: Date;
	changes: unknown;
}

/**
 * What is to be written of a collection when records of it change, so that its index need not be built anew for the others.
 * The row must be locked.
 * @param from the number, as it is now, of the first record that came or was changed
 * @param without the numbers, as they were, of records that have left, ascending
 */
export async function changedFrom(
	transaction: Knex.Transaction,
	id: string,
	from: number,
	without: readonly number[] = []
): Promise<{ readonly changes: string; readonly loaded_at: Knex.Raw }> {
	const row = await transaction('collections').where({ id }).first<ChangesRow | undefined>('loaded_at', 'changes');
	const changes = row && areChanges(row.changes) ? row.changes : [];
	const stretches = stretchesOf(without);
	const change =
		stretches.length > STRETCHES ? { from: 0 } : { from, ...(stretches.length > 0 && { without: stretches }) };
	const added = row ? [...changes, { before: row.loaded_at.toISOString(), ...change }] : [];
	// The clock and not the start of the transaction: of two that wait for each other, each has a time of its own.
	return { changes: JSON.stringify(added.slice(-CHANGES)), loaded_at: transaction.raw('clock_timestamp()') };
}

/**
 * Which records of a collection, as it was loaded at a time, have left or changed since; the others are its first records
 * now, in their order.
 * @param size how many there were
 * @returns null where nothing is known of that time, or none are left
 */
export async function leftOut(id: string, size: number, since: string): Promise<RecordSet | null> {
	const row = await database('collections').where({ id }).first<ChangesRow | undefined>('changes');
	if (!row || !areChanges(row.changes)) return null;
	const first = row.changes.findIndex(({ before }) => before === since);
	return first < 0 ? null : leftOutBy(row.changes.slice(first), size);
}

/**
 * Removes records of a collection. Numbers are places in the index and have no gaps: those behind move up.
 * @param numbers ascending
 */
export async function removeRecords(
	transaction: Knex.Transaction,
	collection: string,
	numbers: readonly number[],
	progress: (done: number, of: number) => void = () => undefined
): Promise<void> {
	const [first] = numbers;
	if (first === undefined) return;
	await transaction.raw('delete from records where collection_id = ? and number = any(?::int[])', [
		collection,
		[...numbers]
	]);
	await transaction.raw(
		`create temporary table renumbered on commit drop as
		 select number as old, ?::int + row_number() over (order by number) - 1 as new
		 from records where collection_id = ? and number > ?::int`,
		[first, collection, first]
	);
	await transaction.raw('create unique index on renumbered (old)');
	await transaction.raw('analyze renumbered');
	const { count = '0' } = (await transaction('renumbered').count<{ count: string }[]>())[0] ?? {};
	const behind = Number(count);
	const last = first + numbers.length + behind;
	// In two steps, since no two records may have one number.
	for (const step of ['away', 'back'] as const)
		for (let at = first; at < last; at += PART) {
			const began = performance.now();
			await (step === 'away'
				? transaction.raw(
						'update records r set number = -1 - m.new from renumbered m where r.collection_id = ? and r.number = m.old and m.old >= ?::int and m.old < ?::int',
						[collection, at, at + PART]
					)
				: transaction.raw(
						'update records r set number = m.new from renumbered m where r.collection_id = ? and r.number = -1 - m.new and m.old >= ?::int and m.old < ?::int',
						[collection, at, at + PART]
					));
			progress(Math.min(behind, at + PART - first) + (step === 'away' ? 0 : behind), 2 * behind);
			await giveWay(performance.now() - began);
		}
	await transaction.raw('drop table renumbered');
}
