/** What people decide on pairs of references. Works are grouped anew where a decision touches them, and only there. */
import { groupWorks, type LinkedPair } from '@wide-lantern/core';
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Duplicates, ReferencePlace } from '$lib/contract/duplicates';
import { database } from '$lib/server/database';
import type { Actor } from '$lib/server/http';
import { duplicatesOf } from './duplicates';
import { isAgreement, keyOf, membersOf, sideOf, type PairRow } from './pairs';

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/**
 * Two references are of one work, or are not; without a second one, the first is a work of its own.
 * @returns null where a reference is not here any more, or nothing was compared yet
 */
export async function decide(
	enquiry: string,
	left: ReferencePlace,
	right: ReferencePlace | null,
	same: boolean,
	by: Pick<Actor, 'id' | 'name'>
): Promise<Duplicates | null> {
	const done = await database.transaction(async (transaction) => {
		// Decisions on the same enquiry come one behind the other, and none while all is compared anew.
		if (!(await transaction('linkings').where({ enquiry_id: enquiry }).forUpdate().first('enquiry_id'))) return false;
		const workOf = async (one: ReferencePlace) =>
			(
				await transaction('work_members')
					.where({ enquiry_id: enquiry, batch_id: one.batch, place: one.place })
					.first<{ work: number } | undefined>('work')
			)?.work;
		const works = [await workOf(left), right ? await workOf(right) : undefined].filter((one) => one !== undefined);
		if (works.length < (right ? 2 : 1)) return false;
		const pairs = right
			? [[left, right] as const, ...(same ? [] : await otherPairs(transaction, enquiry, works, left, right))]
			: (await membersOf(transaction, enquiry, works))
					.filter((one) => keyOf(one) !== keyOf(left))
					.map((one) => [left, one] as const);
		if (pairs.length === 0) return true;
		const act = randomUUID();
		await transaction('pair_decisions').insert(
			pairs.map(([one, other]) => ({
				enquiry_id: enquiry,
				act,
				left_batch: one.batch,
				left_place: one.place,
				right_batch: other.batch,
				right_place: other.place,
				same: right !== null && same,
				person_id: by.id,
				person_name: by.name
			}))
		);
		await regroup(transaction, enquiry, [...new Set(works)]);
		return true;
	});
	return done ? duplicatesOf(enquiry) : null;
}

/** All further pairs that were found between two works: who tells these apart is not asked again about the next. */
async function otherPairs(
	transaction: Knex.Transaction,
	enquiry: string,
	works: readonly number[],
	left: ReferencePlace,
	right: ReferencePlace
): Promise<(readonly [ReferencePlace, ReferencePlace])[]> {
	const { rows } = await transaction.raw<{ rows: PairRow[] }>(
		`select p.* from reference_pairs p
		 join work_members l on l.batch_id = p.left_batch and l.place = p.left_place
		 join work_members r on r.batch_id = p.right_batch and r.place = p.right_place
		 where p.enquiry_id = ? and l.work <> r.work and l.work = any(?::int[]) and r.work = any(?::int[])`,
		[enquiry, [...works], [...works]]
	);
	const decided = new Set([keyOf(left), keyOf(right)]);
	return rows
		.map((row) => [sideOf(row, 'left'), sideOf(row, 'right')] as const)
		.filter((sides) => !sides.every((one) => decided.has(keyOf(one))));
}

/** @returns null where there is no such decision that stands */
export async function undoDecision(enquiry: string, act: string): Promise<Duplicates | null> {
	if (!UUID.test(act)) return null;
	const done = await database.transaction(async (transaction) => {
		await transaction('linkings').where({ enquiry_id: enquiry }).forUpdate().first('enquiry_id');
		const rows = await transaction('pair_decisions')
			.where({ enquiry_id: enquiry, act, undone_at: null })
			.update({ undone_at: transaction.fn.now() as unknown as Date })
			.returning<Omit<PairRow, 'kind' | 'likelihood' | 'relation' | 'agreement'>[]>([
				'left_batch',
				'left_place',
				'right_batch',
				'right_place'
			]);
		if (rows.length === 0) return false;
		const { rows: works } = await transaction.raw<{ rows: { work: number }[] }>(
			'select distinct work from work_members m join unnest(?::uuid[], ?::int[]) as one (batch, place) on m.batch_id = one.batch and m.place = one.place',
			[
				rows.flatMap((row) => [row.left_batch, row.right_batch]),
				rows.flatMap((row) => [row.left_place, row.right_place])
			]
		);
		await regroup(
			transaction,
			enquiry,
			works.map(({ work }) => work)
		);
		return true;
	});
	return done ? duplicatesOf(enquiry) : null;
}

/** Groups the references of some works anew, by the stored pairs and all decisions. */
async function regroup(transaction: Knex.Transaction, enquiry: string, works: readonly number[]): Promise<void> {
	const members = await membersOf(transaction, enquiry, works);
	const at = new Map(members.map((one, place) => [keyOf(one), place]));
	const among = [members.map(({ batch }) => batch), members.map(({ place }) => place)];
	const [{ rows: pairs }, { rows: decisions }] = await Promise.all([
		transaction.raw<{ rows: PairRow[] }>(
			`select t.* from reference_pairs t
			 join unnest(?::uuid[], ?::int[]) as l (batch, place) on t.left_batch = l.batch and t.left_place = l.place
			 join unnest(?::uuid[], ?::int[]) as r (batch, place) on t.right_batch = r.batch and t.right_place = r.place
			 where t.enquiry_id = ?`,
			[...among, ...among, enquiry]
		),
		transaction.raw<{ rows: (PairRow & { same: boolean })[] }>(
			`select t.* from pair_decisions t
			 join unnest(?::uuid[], ?::int[]) as l (batch, place) on t.left_batch = l.batch and t.left_place = l.place
			 join unnest(?::uuid[], ?::int[]) as r (batch, place) on t.right_batch = r.batch and t.right_place = r.place
			 where t.enquiry_id = ? and t.undone_at is null order by t.id`,
			[...among, ...among, enquiry]
		)
	]);
	const placed = (row: PairRow) => ({
		left: at.get(keyOf(sideOf(row, 'left'))) ?? 0,
		right: at.get(keyOf(sideOf(row, 'right'))) ?? 0
	});
	const { workOf } = groupWorks(
		members.length,
		pairs.flatMap((row): LinkedPair[] =>
			isAgreement(row.agreement)
				? [
						{
							...placed(row),
							kind: row.kind,
							likelihood: row.likelihood,
							relation: row.relation,
							agreement: row.agreement
						}
					]
				: []
		),
		decisions.map((row) => ({ ...placed(row), same: row.same }))
	);
	const [highest] = await transaction('work_members')
		.where({ enquiry_id: enquiry })
		.max<{ max: number | null }[]>('work');
	// The numbers of the works that were there go on; what is split off gets a new one.
	const free = [...works].sort((a, b) => a - b);
	let next = (highest?.max ?? 0) + 1;
	const labels = new Map<number, number>();
	const labelOf = (group: number) => {
		const known = labels.get(group);
		if (known !== undefined) return known;
		const label = free.shift() ?? next++;
		labels.set(group, label);
		return label;
	};
	const changed = members
		.map((one, place) => ({ ...one, to: labelOf(workOf[place] ?? place) }))
		.filter((one) => one.to !== one.work);
	if (changed.length > 0)
		await transaction.raw(
			'update work_members m set work = c.work from unnest(?::uuid[], ?::int[], ?::int[]) as c (batch, place, work) where m.batch_id = c.batch and m.place = c.place',
			[changed.map(({ batch }) => batch), changed.map(({ place }) => place), changed.map(({ to }) => to)]
		);
}
