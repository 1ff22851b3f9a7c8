/** A collection is taken from a file of lines of JSON, one record each (docs/formats/record.json), whole or not at all. */
import { createReadStream } from 'node:fs';
import { access } from 'node:fs/promises';
import { isHttpError } from '@sveltejs/kit';
import { recordSchema, type BibliographicRecord } from '@wide-lantern/core';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { replaceCollection, type CollectionEntry } from '$lib/server/collections';
import { database } from '$lib/server/database';
import { compileValidator, faultOf, type Actor } from '$lib/server/http';
import {
	defineJob,
	JobRefused,
	jobRow,
	keepFile,
	pathOf,
	removeFile,
	startJob,
	viewOf,
	type JobResult,
	type RunningJob
} from '$lib/server/jobs';
import { CEILINGS, linesOf } from '$lib/server/sources';

type Entry = Omit<CollectionEntry, 'size'>;
interface CollectionRequest extends Entry {
	readonly file: string;
	readonly size: number;
}
const checkRecord = compileValidator<BibliographicRecord>(recordSchema);
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
	const id = await startJob(collectionJob, {
		request: { ...entry, file: kept.name, size: kept.size },
		subject: entry.id,
		title: entry.name,
		by: actor
	});
	const row = id === null ? null : await jobRow(id);
	if (!row) throw new Error('The job was not stored.');
	return { ok: true, job: viewOf(row, actor) };
}

async function run(job: RunningJob<CollectionRequest>): Promise<JobResult<JobOutcomes['collection']>> {
	const { file, size, ...entry } = job.request;
	const path = await pathOf(file);
	await access(path).catch(() => {
		throw new JobRefused('The file is no longer on the server. Upload it again. Nothing was changed.');
	});
	async function* chunks(): AsyncGenerator<Uint8Array> {
		let read = 0;
		for await (const chunk of createReadStream(path)) {
			const bytes = chunk as Buffer;
			job.progress('storing', (read += bytes.length), size);
			yield bytes;
		}
	}
	async function* records(): AsyncGenerator<BibliographicRecord> {
		for await (const { number, text } of linesOf(chunks(), CEILINGS.collection)) {
			job.signal.throwIfAborted();
			let value: unknown;
			try {
				value = JSON.parse(text);
			} catch {
				throw new JobRefused(`Line ${number} is not JSON. Nothing was changed.`);
			}
			if (!checkRecord(value))
				throw new JobRefused(`Line ${number} is not a record: ${faultOf(checkRecord.errors)}. Nothing was changed.`);
			yield value;
		}
	}
	try {
		const stored = await replaceCollection(entry, records(), (transaction) => job.confirm(transaction));
		if (stored === 0) throw new JobRefused('The file holds no record. Nothing was changed.');
		return { state: 'done', outcome: { records: stored } };
	} catch (thrown) {
		// What reads lines refuses as a request would be refused.
		throw isHttpError(thrown) ? new JobRefused(thrown.body.message) : thrown;
	}
}
