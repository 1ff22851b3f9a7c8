/** A file of references is removed by a job with its records, whole or not at all: with many records that takes seconds. */
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { collectionChanged, ownCollectionOf, removeRecords, worksCollectionOf } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { beginJob, defineJob, JobRefused, type JobResult, type RunningJob } from '$lib/server/jobs';
import { batchRow, seal } from './batches';
import { beginLinking } from './linking';

type Outcome = JobOutcomes['removal'];
interface Request {
	readonly batch: string;
}

const removalJob = defineJob<'removal', Request>({
	name: 'removal',
	isRequest: compileValidator<Request>({
		type: 'object',
		required: ['batch'],
		additionalProperties: false,
		properties: { batch: { type: 'string', pattern: '^[0-9a-f-]{36}$' } }
	}),
	atOnce: 2,
	longest: 1_800,
	repeatable: true,
	run
});

/** @returns null where there is no such batch */
export async function beginRemoval(
	enquiry: string,
	batch: string,
	actor: Pick<Actor, 'id' | 'name'>
): Promise<JobView | null> {
	const row = await batchRow(enquiry, batch);
	return row && beginJob(removalJob, { request: { batch }, subject: batch, title: row.file_name, by: actor, enquiry });
}

async function run(job: RunningJob<Request, Outcome>): Promise<JobResult<Outcome>> {
	const { enquiry } = job;
	if (enquiry === null) throw new JobRefused('The enquiry has been deleted.');
	const { batch } = job.request;
	const collection = ownCollectionOf(enquiry);
	const outcome = await database.transaction(async (transaction) => {
		// Whoever adds a file at this moment waits.
		await transaction('collections').where({ id: collection }).forUpdate().first('id');
		if ((await transaction('batches').where({ enquiry_id: enquiry, id: batch }).delete()) === 0)
			throw new JobRefused('The file has been removed already.');
		const removed = await transaction('records')
			.where({ collection_id: collection, batch_id: batch })
			.orderBy('number')
			.pluck<number[]>('number');
		await removeRecords(transaction, collection, removed, (done, of) => {
			job.progress('removing', done, of);
			job.signal.throwIfAborted();
		});
		await seal(transaction, enquiry, null, removed);
		await job.confirm(transaction, { records: removed.length });
		return { records: removed.length };
	});
	await collectionChanged(collection);
	await collectionChanged(worksCollectionOf(enquiry));
	await beginLinking(enquiry, job.by);
	return { state: 'done', outcome };
}
