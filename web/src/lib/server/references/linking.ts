/**
 * References of one work are found by a job, after files have come or gone: pairs, works, and the collection that holds
 * one record for each work. Decisions of people stay; the job reads them.
 */
import type { Knex } from 'knex';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { collectionChanged, ownCollectionOf, worksCollectionOf } from '$lib/server/collections';
import { giveWay } from '$lib/server/computing';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';
import { defineJob, jobRow, JobRefused, startOrJoin, viewOf, type JobResult, type RunningJob } from '$lib/server/jobs';
import { Linker, type Linked } from './linker-thread';
import { storeGathered } from './works';

type Outcome = JobOutcomes['duplicates'];
type Request = Readonly<Record<string, never>>;

const linkingJob = defineJob<'duplicates', Request>({
	name: 'duplicates',
	isRequest: compileValidator<Request>({ type: 'object', additionalProperties: false }),
	atOnce: 1,
	longest: 3_600,
	repeatable: true,
	run
});

/** What follows after all references have been compared. */
let onLinked: (enquiry: string, by: Pick<Actor, 'id' | 'name'>) => Promise<void> = () => Promise.resolve();
/** @param follow is called whenever all references of an enquiry have been compared */
export function afterLinking(follow: typeof onLinked): void {
	onLinked = follow;
}

/** Begins to compare all references of an enquiry, or joins who does. @returns null where there is none */
export async function beginLinking(enquiry: string, by: Pick<Actor, 'id' | 'name'>): Promise<JobView | null> {
	const held = await database('collections')
		.where({ id: ownCollectionOf(enquiry) })
		.first<{ id: string }>('id');
	if (held === undefined) return null;
	const id = await startOrJoin(
		linkingJob,
		{ request: {}, subject: enquiry, title: 'all imported references', by: by.id === '' ? null : by, enquiry },
		() => true,
		''
	);
	const row = await jobRow(id);
	return row && viewOf(row, by);
}

/** References that are handed to the thread at once. */
const PART = 1_000;

/** What is there: it changes with every file that comes or goes. */
async function stateOf(at: Knex, enquiry: string): Promise<{ readonly digest: string; readonly size: number } | null> {
	const row = await at('collections')
		.where({ id: ownCollectionOf(enquiry) })
		.first<{ digest: string | null; size: number } | undefined>('digest', 'size');
	return row ? { digest: row.digest ?? '', size: row.size } : null;
}

async function run(job: RunningJob<Request, Outcome>): Promise<JobResult<Outcome>> {
	const { enquiry, signal } = job;
	if (enquiry === null) throw new JobRefused('The enquiry has been deleted.');
	for (;;) {
		const state = await stateOf(database, enquiry);
		if (!state) throw new JobRefused('There are no references any more.');
		const linker = new Linker(signal);
		try {
			for await (const texts of referenceTexts(enquiry)) {
				const began = performance.now();
				job.progress('references-read', await linker.add(texts), state.size);
				await giveWay(performance.now() - began);
			}
			const stamp = await stampOf(database, enquiry);
			const linked = await linker.link(await decisionsOf(enquiry), (share) => {
				job.progress('comparing', Math.round(100 * share), 100);
			});
			const stored = await store(job, enquiry, state.digest, stamp, linked, linker);
			if (!stored) continue;
			await collectionChanged(worksCollectionOf(enquiry));
			await onLinked(enquiry, job.by);
			return { state: 'done', outcome: stored };
		} finally {
			await linker.end();
		}
	}
}

/** References with what was kept of them, as JSON texts, in the order of their numbers. */
async function* referenceTexts(enquiry: string): AsyncGenerator<readonly string[]> {
	for (let from = 0; ; from += PART) {
		const rows = await database('records')
			.where({ collection_id: ownCollectionOf(enquiry) })
			.where('number', '>=', from)
			.where('number', '<', from + PART)
			.orderBy('number')
			.select<{ text: string }[]>(
				database.raw(`'{"record":' || data::text || ',"kept":' || coalesce(kept::text, '[]') || '}' as text`)
			);
		if (rows.length > 0) yield rows.map(({ text }) => text);
		if (rows.length < PART) return;
	}
}

async function decisionsOf(enquiry: string) {
	const { rows } = await database.raw<{ rows: { id: number; left: number; right: number; same: boolean }[] }>(
		`select d.id, l.number as "left", r.number as "right", d.same from pair_decisions d
		 join records l on l.batch_id = d.left_batch and l.place = d.left_place
		 join records r on r.batch_id = d.right_batch and r.place = d.right_place
		 where d.enquiry_id = ? and d.undone_at is null order by d.id`,
		[enquiry]
	);
	return rows.map(({ left, right, same }) => [left, right, same] as const);
}

/** Of all decisions: it changes with every one that is made or undone. */
async function stampOf(at: Knex, enquiry: string): Promise<{ readonly newest: number; readonly undone: number }> {
	const row = await at('pair_decisions')
		.where({ enquiry_id: enquiry })
		.first<{ newest: number | null; undone: string }>(
			at.raw('max(id) as newest'),
			at.raw('count(undone_at) as undone')
		);
	return { newest: row.newest ?? 0, undone: Number(row.undone) };
}

/** @returns null where files came or went, or somebody decided, since they were read */
function store(
	job: RunningJob<Request, Outcome>,
	enquiry: string,
	digest: string,
	stamp: Awaited<ReturnType<typeof stampOf>>,
	linked: Linked,
	linker: Linker
): Promise<Outcome | null> {
	const collection = ownCollectionOf(enquiry);
	return database.transaction(async (transaction) => {
		// Whoever adds or removes a file at this moment waits, and so does whoever decides on a pair.
		await transaction('collections').where({ id: collection }).forUpdate().first('id');
		const now = await stateOf(transaction, enquiry);
		if (now?.digest !== digest) return null;
		await transaction('linkings').where({ enquiry_id: enquiry }).forUpdate().first('enquiry_id');
		const { newest, undone } = await stampOf(transaction, enquiry);
		if (newest !== stamp.newest || undone !== stamp.undone) return null;
		await transaction('work_members').where({ enquiry_id: enquiry }).delete();
		await transaction('reference_pairs').where({ enquiry_id: enquiry }).delete();
		for (const text of linked.members)
			await transaction.raw(
				`insert into work_members (batch_id, place, enquiry_id, work)
				 select r.batch_id, r.place, ?::uuid, (m.value->>1)::int from jsonb_array_elements(?::jsonb) as m
				 join records r on r.collection_id = ? and r.number = (m.value->>0)::int`,
				[enquiry, text, collection]
			);
		for (const text of linked.pairs)
			await transaction.raw(
				`insert into reference_pairs (enquiry_id, left_batch, left_place, right_batch, right_place, kind, likelihood, relation, agreement)
				 select ?::uuid, l.batch_id, l.place, r.batch_id, r.place, p.value->>2, (p.value->>3)::float8, p.value->>4, p.value->5
				 from jsonb_array_elements(?::jsonb) as p
				 join records l on l.collection_id = ? and l.number = (p.value->>0)::int
				 join records r on r.collection_id = ? and r.number = (p.value->>1)::int`,
				[enquiry, text, collection, collection]
			);
		// Else the database takes what has just grown by a hundred thousand rows for small, and walks over it for every row.
		await transaction.raw('analyze work_members');
		await transaction.raw('analyze reference_pairs');
		const row = {
			digest,
			automatic_works: linked.automaticWorks,
			retracted: linked.retracted,
			costs: JSON.stringify(linked.costs),
			weights: linked.weights,
			decided: newest,
			made_at: transaction.fn.now()
		};
		await transaction('linkings')
			.insert({ enquiry_id: enquiry, ...row })
			.onConflict('enquiry_id')
			.merge();
		const target = worksCollectionOf(enquiry);
		const held = {
			name: 'Works of this enquiry',
			taken_on: transaction.fn.now(),
			vocabularies: transaction('collections').where({ id: collection }).select('vocabularies'),
			size: 0,
			digest: null,
			enquiry_id: enquiry
		};
		await transaction('collections')
			.insert({ id: target, ...held })
			.onConflict('id')
			.merge(held);
		const works = await storeGathered(
			transaction,
			{ enquiry, collection: target, batches: null, linker },
			(done, of) => {
				job.progress('merging', done, of);
			}
		);
		const outcome = { works };
		await job.confirm(transaction, outcome);
		return outcome;
	});
}
