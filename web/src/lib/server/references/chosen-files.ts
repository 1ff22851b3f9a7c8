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
import { database, forgetCatalogue } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { beginJob, defineJob, jobRow, JobRefused, type JobResult, type RunningJob } from '$lib/server/jobs';
import { Linker } from './linker-thread';
import { isCompared } from './export';
import { afterLinking, beginLinking } from './linking';
import { storeGathered } from './works';

type Outcome = JobOutcomes['gathering'];
interface Request extends FileCollectionRequest {
	readonly collection: string;
	/** True where it is put together again: then nothing is made where somebody has removed it. */
	readonly again: boolean;
}

/** Collections of chosen files of one enquiry. */
const MOST = 30;
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
	if (!(await areHeld(enquiry, wanted))) return { ok: false, status: 404, message: `${NOT_HELD} Nothing was made.` };
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

const NOT_HELD = 'One of these files has been removed, or holds no record.';
async function areHeld(enquiry: string, batches: readonly string[]): Promise<boolean> {
	const held = await database('batches')
		.where({ enquiry_id: enquiry })
		.whereIn('id', [...batches])
		.where('read', '>', 0)
		.select<{ id: string }[]>('id');
	return held.length === batches.length;
}

/** Other files, another name, or merged otherwise: lines are counted on what there was until it is put together. */
export async function changeFileCollection(
	enquiry: string,
	id: string,
	{ name, batches, merged }: FileCollectionRequest,
	by: Pick<Actor, 'id' | 'name'>
): Promise<Chosen> {
	const wanted = [...new Set(batches)];
	if (!(await areHeld(enquiry, wanted))) return { ok: false, status: 404, message: `${NOT_HELD} Nothing was changed.` };
	const change = { name: name.trim(), batches: wanted, merged };
	const changed = await database('collections')
		.where({ id, enquiry_id: enquiry })
		.whereNotNull('batches')
		.update(change);
	if (changed === 0)
		return { ok: false, status: 404, message: 'This collection has been removed. Nothing was changed.' };
	forgetCatalogue();
	const request = { collection: id, ...change, again: true };
	return { ok: true, job: await beginJob(gatheringJob, { request, subject: id, title: change.name, by, enquiry }) };
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
	for (;;) {
		if ((await wantedOf(database, job)).merged) await compared(enquiry, job);
		const records = await database.transaction((transaction) => gather(transaction, enquiry, job));
		if (records === null) continue;
		await collectionChanged(job.request.collection);
		return { state: 'done', outcome: { records } };
	}
}

/** What is to be in it: of a collection that is there, what it says now, which may have been changed since it was asked for. */
async function wantedOf(at: Knex, { request }: RunningJob<Request, Outcome>): Promise<FileCollectionRequest> {
	if (!request.again) return request;
	const row = await at('collections')
		.where({ id: request.collection })
		.first<FileCollectionRequest | undefined>('name', 'batches', 'merged');
	if (!row) throw new JobRefused('The collection has been removed.');
	return row;
}

/** @returns how many records are in it; null where the files are to be compared first */
async function gather(
	transaction: Knex.Transaction,
	enquiry: string,
	job: RunningJob<Request, Outcome>
): Promise<number | null> {
	const { collection, again } = job.request;
	// Whoever adds or removes a file at this moment waits, and so does whoever chooses other files.
	await transaction('collections')
		.whereIn('id', [ownCollectionOf(enquiry), collection])
		.orderBy('id')
		.forUpdate()
		.select('id');
	const { name, batches, merged } = await wantedOf(transaction, job);
	if (merged && !(await isCompared(transaction, enquiry))) return null;
	const state = await stateOf(transaction, enquiry, batches, merged);
	if (state.records === 0) {
		await transaction('collections').where({ id: collection }).delete();
		if (!again) throw new JobRefused('The files have been removed. Nothing was made.');
		await job.confirm(transaction, { records: 0 });
		return 0;
	}
	const entry = { name, batches: [...batches], merged, vocabularies: [...state.vocabularies], digest: state.digest };
	const facts = { ...entry, taken_on: transaction.fn.now(), enquiry_id: enquiry };
	await transaction('collections')
		.insert({ id: collection, size: 0, ...facts })
		.onConflict('id')
		.merge(facts);
	const linker = merged ? new Linker(job.signal) : null;
	try {
		const size = await storeGathered(transaction, { enquiry, collection, batches, linker }, (done, of) => {
			job.progress(merged ? 'merging' : 'copying', done, of);
			job.signal.throwIfAborted();
		});
		await job.confirm(transaction, { records: size });
		return size;
	} finally {
		await linker?.end();
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
