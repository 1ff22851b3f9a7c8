/** Collections that hold one record for each work. */
import type { Knex } from 'knex';
import type { Linker } from './linker-thread';

/** Works that are merged at once. */
const PART = 1_000;

/**
 * Fills a collection with works: the record itself where a work has one, else one merged of all.
 * @param batches only references of these files count, and are merged; null for all
 * @returns how many works
 */
export async function storeWorks(
	transaction: Knex.Transaction,
	enquiry: string,
	collection: string,
	batches: readonly string[] | null,
	linker: Linker,
	progress: (done: number, of: number) => void
): Promise<number> {
	await transaction('records').where({ collection_id: collection }).delete();
	await transaction.raw(
		`create temporary table gathered on commit drop as
		 select m.work, r.number, r.data, r.kept, m.batch_id from work_members m
		 join records r on r.batch_id = m.batch_id and r.place = m.place
		 where m.enquiry_id = :enquiry and (:batches::uuid[] is null or m.batch_id = any(:batches::uuid[]))`,
		{ enquiry, batches: batches && [...batches] }
	);
	await transaction.raw(
		`create temporary table ranked_works on commit drop as
		 select work, count(*) as many, array_agg(distinct batch_id) as batches,
		 row_number() over (order by min(number)) - 1 as rank from gathered group by work`
	);
	await transaction.raw('create index on gathered (work)');
	await transaction.raw('analyze gathered');
	await transaction.raw('analyze ranked_works');
	const { rowCount: singles } = await transaction.raw<{ rowCount: number }>(
		`insert into records (collection_id, number, data, kept, batches)
		 select ?, w.rank, m.data, m.kept, w.batches from ranked_works w join gathered m on m.work = w.work where w.many = 1`,
		[collection]
	);
	const [{ count }] = (await transaction('ranked_works').where('many', '>', 1).count()) as [{ count: string }];
	const merged = Number(count);
	for (let last = -1, done = 0; done < merged;) {
		const { rows } = await transaction.raw<{ rows: { rank: string; texts: string[] }[] }>(
			`select w.rank, array_agg('{"record":' || m.data::text || ',"kept":' || coalesce(m.kept::text, '[]') || '}' order by m.number) as texts
			 from (select * from ranked_works where many > 1 and rank > ? order by rank limit ?) as w
			 join gathered m on m.work = w.work group by w.rank order by w.rank`,
			[last, PART]
		);
		if (rows.length === 0) break;
		const texts = await linker.merge(rows.map((row) => row.texts));
		await transaction.raw(
			`insert into records (collection_id, number, data, kept, batches)
			 select ?, (?::int[])[ordinality], value->'record', value->'kept', w.batches
			 from jsonb_array_elements(?::jsonb) with ordinality join ranked_works w on w.rank = (?::int[])[ordinality]`,
			[collection, rows.map(({ rank }) => Number(rank)), texts, rows.map(({ rank }) => Number(rank))]
		);
		last = Number(rows.at(-1)?.rank);
		done += rows.length;
		progress(done, merged);
	}
	return singles + merged;
}
