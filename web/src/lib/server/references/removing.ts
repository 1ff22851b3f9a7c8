/** A file of references is removed by a job with its records, whole or not at all: with many records that takes seconds. */
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { collectionChanged, ownCollectionOf, worksCollectionOf } from '$lib/server/collections';
import { giveWay } from '$lib/server/computing';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { beginJob, defineJob, JobRefused, type JobResult, type RunningJob } from '$lib/server/jobs';
import { batchRow, seal } from './batches';
import { beginLinking } from './linking';

type Outcome = JobOutcomes['removal'];
interface Request {
	readonly batch: string;
}

/** Records that are numbered anew at once. */
const PART = 4_000;

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
			.delete()
			.returning<{ number: number }[]>('number');
		const from = removed.reduce((least, { number }) => Math.min(least, number), Infinity);
		if (removed.length > 0) {
			// Numbers are places in the index and have no gaps: those behind move up. In two steps, since no two records may have one number.
			await transaction.raw(
				`create temporary table renumbered on commit drop as
				 select number as old, ?::int + row_number() over (order by number) - 1 as new
				 from records where collection_id = ? and number > ?::int`,
				[from, collection, from]
			);
			await transaction.raw('create unique index on renumbered (old)');
			await transaction.raw('analyze renumbered');
			const { count = '0' } = (await transaction('renumbered').count<{ count: string }[]>())[0] ?? {};
			const behind = Number(count);
			const last = from + removed.length + behind;
			for (const step of ['away', 'back'] as const)
				for (let at = from; at < last; at += PART) {
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
					const moved = Math.min(behind, at + PART - from) + (step === 'away' ? 0 : behind);
					job.progress('removing', moved, 2 * behind);
					job.signal.throwIfAborted();
					await giveWay(performance.now() - began);
				}
		}
		await seal(transaction, enquiry, removed.length > 0 ? from : null);
		await job.confirm(transaction, { records: removed.length });
		return { records: removed.length };
	});
	await collectionChanged(collection);
	await collectionChanged(worksCollectionOf(enquiry));
	await beginLinking(enquiry, job.by);
	return { state: 'done', outcome };
}
