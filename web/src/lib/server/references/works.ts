/** Collections that are put together from an enquiry's files: all records of them, or one record for each work. */
import type { Knex } from 'knex';
import { changedFrom, ownCollectionOf, removeRecords } from '$lib/server/collections';
import { giveWay } from '$lib/server/computing';
import type { Linker } from './linker-thread';

/** Records that are stored at once. */
const PART = 2_000;
/** Works that are merged at once. */
const MERGED_PART = 1_000;

export interface Gathered {
	readonly enquiry: string;
	readonly collection: string;
	/** Only references of these files count; null for all. */
	readonly batches: readonly string[] | null;
	/** Merges what is of one work; null where every record stays by itself. */
	readonly linker: Linker | null;
}

// A record is named by its place in its file: numbers change when another file is removed.
const GATHERED = `create temporary table gathered on commit drop as
	select r.number as work, r.number, r.batch_id,
	r.batch_id || ':' || r.place || ':' || md5(r.data::text || coalesce(r.kept::text, '')) as made_of
	from records r where r.collection_id = :own and (:files::uuid[] is null or r.batch_id = any(:files::uuid[]))`;
const GATHERED_BY_WORK = `create temporary table gathered on commit drop as
	select m.work, r.number, r.batch_id,
	r.batch_id || ':' || r.place || ':' || md5(r.data::text || coalesce(r.kept::text, '')) as made_of
	from records r join work_members m on m.batch_id = r.batch_id and m.place = r.place and m.enquiry_id = :enquiry
	where r.collection_id = :own and (:files::uuid[] is null or r.batch_id = any(:files::uuid[]))`;

/**
 * Brings a collection up to date. Records that would become the same again stay; those that would not are removed, and the
 * new ones come behind, so that its index is added to. Its row must be locked.
 * @returns how many records it has now
 */
export async function storeGathered(
	transaction: Knex.Transaction,
	{ enquiry, collection, batches, linker }: Gathered,
	progress: (done: number, of: number) => void
): Promise<number> {
	const own = ownCollectionOf(enquiry);
	const files = batches && [...batches];
	if (linker) await transaction.raw(GATHERED_BY_WORK, { own, enquiry, files });
	else await transaction.raw(GATHERED, { own, files });
	await transaction.raw(
		`create temporary table gathered_works on commit drop as
		 select work, count(*) as many, array_agg(distinct batch_id) as batches, min(number) as first,
		 md5(string_agg(made_of, ',' order by number)) as made_of from gathered group by work`
	);
	await transaction.raw('create index on gathered (work)');
	await transaction.raw('create index on gathered_works (made_of)');
	await transaction.raw('analyze gathered');
	await transaction.raw('analyze gathered_works');
	// In tables of their own, of which the database knows how large they are: of what has just come into the others it does not.
	await transaction.raw(
		`create temporary table held on commit drop as
		 select r.number, r.made_of, exists (select from gathered_works w where w.made_of = r.made_of) as stays
		 from records r where r.collection_id = ?`,
		[collection]
	);
	await transaction.raw('create index on held (made_of)');
	await transaction.raw('analyze held');
	const held = await transaction('held')
		.orderBy('number')
		.select<{ number: number; stays: boolean }[]>('number', 'stays');
	const without = held.filter(({ stays }) => !stays).map(({ number }) => number);
	const kept = held.length - without.length;
	await removeRecords(transaction, collection, without);
	await transaction.raw(
		`create temporary table coming on commit drop as
		 select *, ?::int + row_number() over (order by first) - 1 as number from gathered_works w
		 where not exists (select from held h where h.made_of = w.made_of)`,
		[kept]
	);
	await transaction.raw('create unique index on coming (number)');
	await transaction.raw('analyze coming');
	const count = async (condition: string) =>
		Number((await transaction('coming').whereRaw(condition).count())[0]?.['count'] ?? 0);
	const [all, singles] = [await count('true'), await count('many = 1')];
	for (let at = kept, done = 0; at < kept + all; at += PART) {
		const began = performance.now();
		const { rowCount } = await transaction.raw<{ rowCount: number }>(
			`insert into records (collection_id, number, data, kept, batches, made_of)
			 select ?, c.number, r.data, r.kept, c.batches, c.made_of
			 from coming c join records r on r.collection_id = ? and r.number = c.first
			 where c.many = 1 and c.number >= ?::int and c.number < ?::int`,
			[collection, own, at, at + PART]
		);
		progress((done += rowCount), all);
		await giveWay(performance.now() - began);
	}
	if (linker) await storeMerged(transaction, collection, own, linker, (done) => progress(singles + done, all));
	const changes = await changedFrom(transaction, collection, kept, without);
	await transaction('collections')
		.where({ id: collection })
		.update({ size: kept + all, ...changes });
	for (const table of ['gathered', 'gathered_works', 'held', 'coming']) await transaction.raw('drop table ??', [table]);
	return kept + all;
}

async function storeMerged(
	transaction: Knex.Transaction,
	collection: string,
	own: string,
	linker: Linker,
	progress: (done: number) => void
): Promise<void> {
	for (let last = -1, done = 0; ;) {
		const { rows } = await transaction.raw<{ rows: { number: string; texts: string[] }[] }>(
			`select c.number, array_agg('{"record":' || r.data::text || ',"kept":' || coalesce(r.kept::text, '[]') || '}' order by r.number) as texts
			 from (select * from coming where many > 1 and number > ? order by number limit ?) as c
			 join gathered g on g.work = c.work join records r on r.collection_id = ? and r.number = g.number
			 group by c.number order by c.number`,
			[last, MERGED_PART, own]
		);
		if (rows.length === 0) return;
		const texts = await linker.merge(rows.map((row) => row.texts));
		const numbers = rows.map(({ number }) => Number(number));
		await transaction.raw(
			`insert into records (collection_id, number, data, kept, batches, made_of)
			 select ?, c.number, value->'record', value->'kept', c.batches, c.made_of
			 from jsonb_array_elements(?::jsonb) with ordinality join coming c on c.number = (?::int[])[ordinality]`,
			[collection, texts, numbers]
		);
		last = numbers.at(-1) ?? last;
		progress((done += rows.length));
	}
}
