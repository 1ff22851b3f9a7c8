/** A collection is taken from a file of lines of JSON, one record each (docs/formats/record.json), whole or not at all. */
import { access } from 'node:fs/promises';
import { Worker } from 'node:worker_threads';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { replaceCollection, type CollectionEntry, type RecordBatch } from '$lib/server/collections';
import { AskedThread, giveWay } from '$lib/server/computing';
import {
	recordReaderAnswerSchema,
	type RecordReaderAnswer,
	type RecordReaderData
} from '$lib/contract/threads/record-reading';
import { database } from '$lib/server/database';
import { config } from '$lib/server/process';
import { compileValidator, type Actor } from '$lib/server/http';
import {
	defineJob,
	JobRefused,
	keepFile,
	pathOf,
	removeFile,
	beginJob,
	type JobResult,
	type RunningJob
} from '$lib/server/jobs';
import { CEILINGS } from '$lib/server/sources';

type Entry = Omit<CollectionEntry, 'size' | 'enquiry'>;
interface CollectionRequest extends Entry {
	readonly file: string;
	readonly size: number;
}
const text = { type: 'string' } as const;

const collectionJob = defineJob<'collection', CollectionRequest>({
	name: 'collection',
	isRequest: compileValidator<CollectionRequest>({
		type: 'object',
		required: ['file', 'size', 'id', 'name', 'takenOn', 'vocabularies'],
		additionalProperties: false,
		properties: {
			file: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
			size: { type: 'integer', minimum: 1 },
			id: text,
			name: text,
			takenOn: text,
			vocabularies: { type: 'array', items: text }
		}
	}),
	atOnce: 1,
	longest: 2 * 3_600,
	repeatable: false,
	run,
	release: ({ file }) => removeFile(file)
});

export type Begun =
	| { readonly ok: true; readonly job: JobView }
	| { readonly ok: false; readonly status: 413 | 422; readonly message: string };

/** Takes the file in and begins to read it. */
export async function beginCollection(entry: Entry, file: ReadableStream<Uint8Array>, actor: Actor): Promise<Begun> {
	// These names are the enquiries': what stands under them came by file, and goes with them.
	if (/^(?:own|works|files)-/.test(entry.id))
		return {
			ok: false,
			status: 422,
			message:
				'A collection’s short name must not begin with “own-”, “works-” or “files-”. Choose another. Nothing was changed.'
		};
	const known = await database('vocabularies')
		.whereIn('id', [...entry.vocabularies])
		.select<{ id: string }[]>('id');
	const missing = entry.vocabularies.filter((id) => !known.some((one) => one.id === id));
	if (missing.length > 0)
		return {
			ok: false,
			status: 422,
			message: `There is no vocabulary ${missing.join(', ')} here. Load it first. Nothing was changed.`
		};
	const kept = await keepFile(file, CEILINGS.collection);
	if (!kept.ok) return kept;
	const job = await beginJob(collectionJob, {
		request: { ...entry, file: kept.name, size: kept.size },
		subject: entry.id,
		title: entry.name,
		by: actor
	});
	return { ok: true, job };
}

async function run(
	job: RunningJob<CollectionRequest, JobOutcomes['collection']>
): Promise<JobResult<JobOutcomes['collection']>> {
	const { file, size, ...entry } = job.request;
	const path = await pathOf(file);
	await access(path).catch(() => {
		throw new JobRefused('The file is no longer on the server. Upload it again. Nothing was changed.');
	});
	const reader = new RecordReader(path, job.signal);
	try {
		const stored = await replaceCollection(
			entry,
			reader.batches((bytes) => {
				job.progress('storing', bytes, size);
			}),
			() => reader.digest,
			(transaction) => {
				if (reader.count === 0) throw new JobRefused('The file holds no record. Nothing was changed.');
				return job.confirm(transaction, { records: reader.count });
			}
		);
		return { state: 'done', outcome: { records: stored } };
	} finally {
		await reader.end();
	}
}

const isAnswer = compileValidator<RecordReaderAnswer>(recordReaderAnswerSchema);

/** A thread that reads and checks the records. */
class RecordReader {
	digest = '';
	/** Records that were read. */
	count = 0;
	private readonly thread: AskedThread<'next', RecordReaderAnswer>;

	constructor(path: string, signal: AbortSignal) {
		const workerData: RecordReaderData = { path };
		this.thread = new AskedThread(new Worker(config.recordReader, { workerData }), isAnswer, signal);
	}

	/** @param progressed is given how many bytes of the file have been read */
	async *batches(progressed: (bytes: number) => void): AsyncGenerator<RecordBatch> {
		for (;;) {
			const answer = await this.thread.ask('next');
			if (answer.say === 'failed') throw new JobRefused(`${answer.message} Nothing was changed.`);
			if (answer.say === 'end') {
				this.digest = answer.digest;
				return;
			}
			progressed(answer.bytes);
			this.count += answer.count;
			const began = performance.now();
			yield answer;
			await giveWay(performance.now() - began);
		}
	}

	end(): Promise<void> {
		return this.thread.end();
	}
}
