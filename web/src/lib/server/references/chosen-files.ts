/**
 * Collections of some of an enquiry's files, with every record or one for each work. A job puts them together, and again
 * after one of the files, or what is known of duplicates, has changed.
 */
import { createHash, randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import type { Knex } from 'knex';
import { hasEnded, type JobOutcomes, type JobView } from '$lib/contract/jobs';
import type { FileCollection, FileCollectionRequest } from '$lib/contract/references';
import { collectionChanged, ownCollectionOf } from '$lib/server/collections';
import { giveWay } from '$lib/server/computing';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { beginJob, defineJob, jobRow, JobRefused, type JobResult, type RunningJob } from '$lib/server/jobs';
import { Linker } from './linker-thread';
import { isCompared } from './export';
import { afterLinking, beginLinking } from './linking';
import { storeWorks } from './works';

type Outcome = JobOutcomes['gathering'];
interface Request extends FileCollectionRequest {
	readonly collection: string;
	/** True where it is put together again: then nothing is made where somebody has removed it. */
	readonly again: boolean;
}

/** Collections of chosen files of one enquiry. */
const MOST = 30;
/** Records that are copied at once. */
const PART = 2_000;
/** Milliseconds between two looks at a comparison that is under way. */
const LOOK = 400;

const gatheringJob = defineJob<'gathering', Request>({
	name: 'gathering',
	isRequest: compileValidator<Request>({
		type: 'object',
		required: ['collection', 'name', 'batches', 'merged', 'again'],
		additionalProperties: false,
		properties: {
			collection: { type: 'string', pattern: '^files-[0-9a-f-]{36}$' },
			name: { type: 'string', minLength: 1 },
			batches: { type: 'array', minItems: 1, items: { type: 'string', pattern: '^[0-9a-f-]{36}$' } },
			merged: { type: 'boolean' },
			again: { type: 'boolean' }
		}
	}),
	atOnce: 2,
	longest: 1_800,
	repeatable: true,
	run
});

interface CollectionRow {
	id: string;
	name: string;
	batches: string[];
	merged: boolean;
	size: number;
	digest: string | null;
}
const rowsOf = (enquiry: string): Promise<CollectionRow[]> =>
	database('collections')
		.where({ enquiry_id: enquiry })
		.whereNotNull('batches')
		.orderBy(['loaded_at', 'id'])
		.select<CollectionRow[]>('id', 'name', 'batches', 'merged', 'size', 'digest');

/** The newest last. */
export async function fileCollections(enquiry: string): Promise<FileCollection[]> {
	return (await rowsOf(enquiry)).map(({ id, name, batches, merged, size }) => ({ id, name, batches, merged, size }));
}

export type Chosen =
	| { readonly ok: true; readonly job: JobView }
	| { readonly ok: false; readonly status: 404 | 409; readonly message: string };

export async function addFileCollection(
	enquiry: string,
	{ name, batches, merged }: FileCollectionRequest,
	by: Pick<Actor, 'id' | 'name'>
): Promise<Chosen> {
	const wanted = [...new Set(batches)];
	const held = await database('batches')
		.where({ enquiry_id: enquiry })
		.whereIn('id', wanted)
		.where('read', '>', 0)
		.select<{ id: string }[]>('id');
	if (held.length < wanted.length)
		return {
			ok: false,
			status: 404,
			message: 'One of these files has been removed, or holds no record. Nothing was made.'
		};
	if ((await rowsOf(enquiry)).length >= MOST)
		return {
			ok: false,
			status: 409,
			message: `There are ${MOST} collections of files already. Remove one that is no longer needed; nothing was made.`
		};
	const collection = `files-${randomUUID()}`;
	const request = { collection, name: name.trim(), batches: wanted, merged, again: false };
	return {
		ok: true,
		job: await beginJob(gatheringJob, { request, subject: collection, title: request.name, by, enquiry })
	};
}

/** False where there is none of that name. The files stay. */
export async function removeFileCollection(enquiry: string, id: string): Promise<boolean> {
	const removed = await database('collections').where({ id, enquiry_id: enquiry }).whereNotNull('batches').delete();
	await collectionChanged(id);
	return removed > 0;
}

interface State {
	/** Changes with everything that the collection depends on. */
	readonly digest: string;
	readonly vocabularies: readonly string[];
	readonly records: number;
}
async function stateOf(at: Knex, enquiry: string, batches: readonly string[], merged: boolean): Promise<State> {
	const [rows, linking] = await Promise.all([
		at('batches')
			.where({ enquiry_id: enquiry })
			.whereIn('id', [...batches])
			.orderBy('id')
			.select<{ id: string; digest: string; read: number; matching: { vocabulary?: unknown } | null }[]>(
				'id',
				'digest',
				'read',
				'matching'
			),
		merged ? at('linkings').where({ enquiry_id: enquiry }).first<{ made_at: Date } | undefined>('made_at') : undefined
	]);
	const digest = createHash('sha256')
		.update(JSON.stringify([rows, linking?.made_at ?? null]))
		.digest('hex');
	return {
		digest,
		vocabularies: [
			...new Set(
				rows.map(({ matching }) => matching?.vocabulary).filter((one): one is string => typeof one === 'string')
			)
		],
		records: rows.reduce((sum, { read }) => sum + read, 0)
	};
}

/** Waits until duplicates among all files are known as they are now. */
async function compared(enquiry: string, job: RunningJob<Request, Outcome>): Promise<void> {
	while (!(await isCompared(database, enquiry))) {
		const linking = await beginLinking(enquiry, job.by);
		if (!linking) return;
		job.progress('comparing', 0, 100);
		for (;;) {
			await wait(LOOK, undefined, { signal: job.signal });
			const row = await jobRow(linking.id);
			if (!row || !hasEnded(row.state)) continue;
			if (row.state !== 'done')
				throw new JobRefused('The files could not be compared for duplicates. Compare them again under “Duplicates”.');
			break;
		}
	}
}

async function run(job: RunningJob<Request, Outcome>): Promise<JobResult<Outcome>> {
	const { enquiry } = job;
	if (enquiry === null) throw new JobRefused('The enquiry has been deleted.');
	const { collection, merged } = job.request;
	for (;;) {
		if (merged) await compared(enquiry, job);
		const records = await database.transaction((transaction) => gather(transaction, enquiry, job));
		if (records === null) continue;
		await collectionChanged(collection);
		return { state: 'done', outcome: { records } };
	}
}

/** @returns how many records are in it; null where the files are to be compared first */
async function gather(
	transaction: Knex.Transaction,
	enquiry: string,
	job: RunningJob<Request, Outcome>
): Promise<number | null> {
	const { collection, name, batches, merged, again } = job.request;
	// Whoever adds or removes a file at this moment waits.
	await transaction('collections')
		.where({ id: ownCollectionOf(enquiry) })
		.forUpdate()
		.first('id');
	if (merged && !(await isCompared(transaction, enquiry))) return null;
	const state = await stateOf(transaction, enquiry, batches, merged);
	const held = await transaction('collections')
		.where({ id: collection })
		.forUpdate()
		.first<{ id: string } | undefined>('id');
	if (again && held === undefined) throw new JobRefused('The collection has been removed.');
	if (state.records === 0) {
		await transaction('collections').where({ id: collection }).delete();
		if (!again) throw new JobRefused('The files have been removed. Nothing was made.');
		await job.confirm(transaction, { records: 0 });
		return 0;
	}
	if (held === undefined)
		await transaction('collections').insert({
			id: collection,
			name,
			taken_on: transaction.fn.now(),
			vocabularies: [],
			size: 0,
			enquiry_id: enquiry,
			batches: [...batches],
			merged
		});
	const size = merged
		? await mergedWorks(transaction, enquiry, job)
		: await copyRecords(transaction, collection, batches, state.records, job);
	await transaction('collections')
		.where({ id: collection })
		.update({
			size,
			digest: state.digest,
			vocabularies: [...state.vocabularies],
			taken_on: transaction.fn.now(),
			loaded_at: transaction.fn.now()
		});
	await job.confirm(transaction, { records: size });
	return size;
}

async function mergedWorks(
	transaction: Knex.Transaction,
	enquiry: string,
	job: RunningJob<Request, Outcome>
): Promise<number> {
	const { collection, batches } = job.request;
	const linker = new Linker(job.signal);
	try {
		return await storeWorks(transaction, enquiry, collection, batches, linker, (done, of) => {
			job.progress('merging', done, of);
		});
	} finally {
		await linker.end();
	}
}

async function copyRecords(
	transaction: Knex.Transaction,
	collection: string,
	batches: readonly string[],
	total: number,
	job: RunningJob<Request, Outcome>
): Promise<number> {
	await transaction('records').where({ collection_id: collection }).delete();
	for (let copied = 0, last = -1; ;) {
		const began = performance.now();
		const { rows } = await transaction.raw<{ rows: { count: string; last: number | null }[] }>(
			`with chosen as (
				select r.number, r.data, r.kept, r.batch_id from records r
				where r.batch_id = any(:batches::uuid[]) and r.number > :last order by r.number limit :most
			), copied as (
				insert into records (collection_id, number, data, kept, batches)
				select :collection, :copied::int + row_number() over (order by number) - 1, data, kept, array[batch_id] from chosen
			)
			select count(*) as count, max(number) as last from chosen`,
			{ batches: [...batches], last, most: PART, collection, copied }
		);
		const count = Number(rows[0]?.count ?? 0);
		copied += count;
		last = rows[0]?.last ?? last;
		if (count < PART) return copied;
		job.progress('copying', copied, total);
		job.signal.throwIfAborted();
		await giveWay(performance.now() - began);
	}
}

/** Puts together again what has changed. */
async function refresh(enquiry: string, by: Pick<Actor, 'id' | 'name'>): Promise<void> {
	for (const { id, name, batches, merged, digest } of await rowsOf(enquiry)) {
		if ((await stateOf(database, enquiry, batches, merged)).digest === digest) continue;
		const request = { collection: id, name, batches, merged, again: true };
		await beginJob(gatheringJob, { request, subject: id, title: name, by, enquiry });
	}
}
afterLinking(refresh);
