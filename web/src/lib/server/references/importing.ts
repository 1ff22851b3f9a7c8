/** A file of references is read and stored by a job, whole or not at all. */
import { recipeSchema } from '@wide-lantern/core';
import { randomUUID } from 'node:crypto';
import { access } from 'node:fs/promises';
import { Worker } from 'node:worker_threads';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { BATCH_PURPOSES, type BatchPurpose } from '$lib/contract/references';
import {
	referenceReaderAnswerSchema,
	type ReferenceReaderAnswer,
	type ReferenceReaderData
} from '$lib/contract/threads/reference-reading';
import { AskedThread, giveWay } from '$lib/server/computing';
import { compileValidator, type Actor } from '$lib/server/http';
import {
	beginJob,
	defineJob,
	JobRefused,
	keepFile,
	pathOf,
	removeFile,
	type JobResult,
	type RunningJob
} from '$lib/server/jobs';
import { config } from '$lib/server/process';
import { addBatch, batchOfFile, type NamedRecipe, type ReferencePart } from './batches';
import { beginLinking } from './linking';
import { beginMatching } from './matching';

/** Largest file, in bytes. */
const CEILING = 400_000_000;

/** What a person states about a file to import. */
export interface FileFacts {
	readonly fileName: string;
	readonly source: string;
	readonly platform: string;
	/** The format that it is read by; null where it is one of those that are built in. */
	readonly recipe: NamedRecipe | null;
	readonly purpose: BatchPurpose;
	readonly stated: number | null;
	/** The vocabulary that its keywords are matched against once it is there; null leaves them as they are. */
	readonly vocabulary: string | null;
	/** Import it although the same file was imported before. */
	readonly again: boolean;
}
interface ImportRequest extends FileFacts {
	/** Name of the kept file. */
	readonly file: string;
	readonly size: number;
	readonly batch: string;
}
type Outcome = JobOutcomes['references'];
const text = { type: 'string' } as const;

const importJob = defineJob<'references', ImportRequest>({
	name: 'references',
	isRequest: compileValidator<ImportRequest>({
		type: 'object',
		required: [
			'file',
			'size',
			'batch',
			'fileName',
			'source',
			'platform',
			'recipe',
			'purpose',
			'stated',
			'vocabulary',
			'again'
		],
		additionalProperties: false,
		properties: {
			file: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
			size: { type: 'integer', minimum: 1 },
			batch: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
			fileName: text,
			source: text,
			platform: text,
			recipe: {
				anyOf: [
					{ type: 'null' },
					{
						type: 'object',
						required: ['name', 'recipe'],
						additionalProperties: false,
						properties: {
							name: text,
							recipe: { ...recipeSchema, $id: 'https://wide-lantern.example/formats/recipe-of-import.json' }
						}
					}
				]
			},
			purpose: { enum: BATCH_PURPOSES },
			stated: { type: ['integer', 'null'], minimum: 0 },
			vocabulary: { type: ['string', 'null'] },
			again: { type: 'boolean' }
		}
	}),
	atOnce: 2,
	longest: 3_600,
	repeatable: false,
	run,
	release: ({ file }) => removeFile(file)
});

export type Begun =
	| { readonly ok: true; readonly job: JobView }
	| { readonly ok: false; readonly status: 413 | 422; readonly message: string };

/** Saves the uploaded file and starts the job that imports it. */
export async function beginImport(
	enquiry: string,
	facts: FileFacts,
	file: ReadableStream<Uint8Array>,
	actor: Pick<Actor, 'id' | 'name'>
): Promise<Begun> {
	const kept = await keepFile(file, CEILING);
	if (!kept.ok) return kept;
	const batch = randomUUID();
	const job = await beginJob(importJob, {
		request: { ...facts, file: kept.name, size: kept.size, batch },
		subject: batch,
		title: facts.fileName,
		by: actor,
		enquiry
	});
	return { ok: true, job };
}

async function run(job: RunningJob<ImportRequest, Outcome>): Promise<JobResult<Outcome>> {
	const { enquiry, request } = job;
	if (enquiry === null) throw new JobRefused('The enquiry has been deleted.');
	const path = await pathOf(request.file);
	await access(path).catch(() => {
		throw new JobRefused('The file is no longer on the server. Choose it again. Nothing was imported.');
	});
	const reader = new ReferenceFile(
		{ path, source: request.source, prefix: request.batch.slice(0, 8), recipe: request.recipe?.recipe ?? null },
		job.signal
	);
	let outcome: Outcome = { read: 0, unreadable: 0 };
	try {
		await addBatch(
			enquiry,
			request.batch,
			job.by,
			reader.parts((bytes) => {
				job.progress('storing', bytes, request.size);
			}),
			async () => {
				const { digest, format, encoding } = reader.end;
				const before = request.again ? null : await batchOfFile(enquiry, digest);
				if (before)
					throw new JobRefused(
						`This file was imported before, as “${before.fileName}” on ${before.at.slice(0, 10)} by ${before.by}. Nothing was imported.`,
						{ read: 0, unreadable: 0, same: before.id } satisfies Outcome
					);
				const { fileName, source, platform, recipe, purpose, stated } = request;
				return { id: request.batch, fileName, source, platform, recipe, purpose, stated, digest, format, encoding };
			},
			async (transaction, read, unreadable) => {
				if (read === 0)
					throw new JobRefused(
						`No reference could be read from this file${unreadable > 0 ? `; ${reader.firstReason}` : ', which holds none'}. Nothing was imported.`
					);
				outcome = { read, unreadable };
				await job.confirm(transaction, outcome);
			}
		);
		const { vocabulary, batch } = request;
		// Matching looks for duplicates when it is done.
		const matching =
			vocabulary === null
				? null
				: await beginMatching(enquiry, batch, { vocabulary, otherNames: true, rest: 'keywords' }, job.by);
		if (!matching) await beginLinking(enquiry, job.by);
		return { state: 'done', outcome };
	} finally {
		await reader.close();
	}
}

const isAnswer = compileValidator<ReferenceReaderAnswer>(referenceReaderAnswerSchema);

/** A thread that reads the file. */
class ReferenceFile {
	/** What was known at the end of the file. */
	private ended: Extract<ReferenceReaderAnswer, { say: 'end' }> | null = null;
	/** Why the first piece that could not be read is none. */
	firstReason = '';
	private readonly thread: AskedThread<'next', ReferenceReaderAnswer>;

	constructor(workerData: ReferenceReaderData, signal: AbortSignal) {
		this.thread = new AskedThread(new Worker(config.referenceReader, { workerData }), isAnswer, signal);
	}

	get end(): Extract<ReferenceReaderAnswer, { say: 'end' }> {
		if (!this.ended) throw new Error('The file has not been read to its end.');
		return this.ended;
	}

	/** @param progressed is given how many bytes of the file have been read */
	async *parts(progressed: (bytes: number) => void): AsyncGenerator<ReferencePart> {
		for (;;) {
			const answer = await this.thread.ask('next');
			if (answer.say === 'failed') throw new JobRefused(`${answer.message} Nothing was imported.`);
			if (answer.say === 'end') {
				this.ended = answer;
				return;
			}
			progressed(answer.bytes);
			const [first] = answer.unreadable;
			if (first && this.firstReason === '') this.firstReason = `line ${first.line}: ${first.reason}`;
			const began = performance.now();
			yield answer;
			await giveWay(performance.now() - began);
		}
	}

	close(): Promise<void> {
		return this.thread.end();
	}
}
