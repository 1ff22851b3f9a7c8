/**
 * A vocabulary is loaded from a file by a job: a thread reads the file, a person sees what was read and what
 * is faulty, and decides; then it is stored. Nothing of the old edition is touched before the new one is whole.
 */
import { once } from 'node:events';
import { createReadStream } from 'node:fs';
import { access } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { Worker } from 'node:worker_threads';
import { tableShapeSchema, type FileKind, type ReadKind, type TableLook, type TableShape } from '@wide-lantern/core';
import type { JobOutcomes, JobView } from '$lib/contract/jobs';
import { PART, readerAnswerSchema, type ReaderAnswer, type ReaderData } from '$lib/contract/threads/vocabulary-reading';
import { database } from '$lib/server/database';
import { config, errorFacts, log } from '$lib/server/process';
import type { LoadingStep } from '$lib/contract/vocabularies';
import { type Actor, compileValidator } from '$lib/server/http';
import {
	answerJob,
	cancelJob,
	defineJob,
	JobRefused,
	jobRow,
	keepFile,
	NOT_ENDED,
	pathOf,
	removeFile,
	beginJob,
	viewOf,
	type JobResult,
	type JobRow,
	type RunningJob
} from '$lib/server/jobs';
import { listVocabularies, lookupOf, saveEdition, type VocabularyHead } from './vocabularies';

/** Largest file, in bytes. */
export const VOCABULARY_CEILING = 400_000_000;
/** Files that wait or are read on the whole installation, and of one person; a person's undecided ones make room. */
const MOST = 8;
const MOST_OF_ONE = 2;
/** Memory of one reading thread, in megabytes: 400 MB of Turtle need about 3,000. */
const READER_MEMORY = 8_000;

const isAnswer = compileValidator<ReaderAnswer>(readerAnswerSchema);

/** What is stored, and how the vocabulary is to be called where its file does not say so. */
interface Storing {
	readonly name?: string;
	readonly edition?: string;
}
interface LoadingRequest {
	/** Name of the kept file. */
	readonly file: string;
	readonly size: number;
	readonly vocabulary: string;
	readonly fileName: string;
	/** What its columns, paths or properties hold; null where nobody needs to say so, or has. */
	readonly shape: TableShape | null;
	/** The element or class that is a heading, where a person has chosen one. */
	readonly element: string | null;
	/** Null until somebody has seen what was read. */
	readonly store: Storing | null;
}
type Loading = JobOutcomes['vocabulary'];

const name = { type: 'string', minLength: 1, maxLength: 400 } as const;
const edition = { type: 'string', maxLength: 100 } as const;

const vocabularyJob = defineJob<'vocabulary', LoadingRequest>({
	name: 'vocabulary',
	isRequest: compileValidator<LoadingRequest>({
		type: 'object',
		required: ['file', 'size', 'vocabulary', 'fileName', 'shape', 'element', 'store'],
		additionalProperties: false,
		properties: {
			file: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
			size: { type: 'integer', minimum: 1 },
			vocabulary: { type: 'string' },
			fileName: { type: 'string' },
			shape: { anyOf: [{ type: 'null' }, tableShapeSchema] },
			element: { type: ['string', 'null'] },
			store: {
				type: ['object', 'null'],
				additionalProperties: false,
				properties: { name, edition }
			}
		}
	}),
	atOnce: 2,
	longest: 3_600,
	repeatable: false,
	run: (job) => (job.request.store === null ? read(job) : store(job, job.request.store)),
	release: ({ file }) => removeFile(file)
});

/** Whether this person may bring a vocabulary of that name; else the sentence that says why not. */
export async function mayReplace(id: string, actor: Pick<Actor, 'id'> & Partial<Actor>): Promise<string | null> {
	const known = (await listVocabularies()).find((one) => one.id === id);
	if (!known || actor.administrator === true || known.owner === actor.id) return null;
	return `There is a vocabulary “${id}” here already (${known.name}). Only who loaded it, or an administrator, may replace it; choose another short name.`;
}

export type Begun =
	| { readonly ok: true; readonly job: JobView }
	| { readonly ok: false; readonly status: 403 | 413 | 422 | 429; readonly message: string };

/** Takes the file in and begins to read it. */
export async function beginLoading(
	vocabulary: string,
	fileName: string,
	file: ReadableStream<Uint8Array>,
	actor: Actor
): Promise<Begun> {
	const refusal = await mayReplace(vocabulary, actor);
	if (refusal !== null) return { ok: false, status: 403, message: refusal };
	if (await isBusy(actor))
		return {
			ok: false,
			status: 429,
			message: 'Other files are being read already. Wait for them, or cancel them, and try again.'
		};
	const [kept, reading] = await Promise.all([keepFile(file, VOCABULARY_CEILING), readingFor(vocabulary)]);
	if (!kept.ok) return kept;
	const job = await beginJob(vocabularyJob, {
		request: {
			file: kept.name,
			size: kept.size,
			vocabulary,
			fileName,
			shape: null,
			element: reading?.element ?? null,
			store: null
		},
		subject: vocabulary,
		title: fileName === '' ? vocabulary : fileName,
		by: actor
	});
	return { ok: true, job };
}

/** True where too many files are being read; undecided files of this person make room. */
async function isBusy(actor: Actor): Promise<boolean> {
	const rows = await database<JobRow>('jobs')
		.where({ kind: 'vocabulary' })
		.whereIn('state', [...NOT_ENDED])
		.orderBy('created_at')
		.select();
	const own = rows.filter((row) => row.person_id === actor.id);
	const undecided = own.filter((row) => row.state === 'asking');
	for (const { id } of undecided.slice(0, Math.max(0, own.length - MOST_OF_ONE + 1))) await cancelJob(id);
	const reading = rows.filter((row) => row.state !== 'asking');
	return reading.length >= MOST || reading.filter((row) => row.person_id === actor.id).length >= MOST_OF_ONE;
}

const gone = () => new JobRefused('The file is no longer on the server. Upload it again. Nothing was changed.');

async function read(job: RunningJob<LoadingRequest, Loading>): Promise<JobResult<Loading>> {
	const { request, signal } = job;
	const path = await pathOf(request.file);
	await access(path).catch(() => {
		throw gone();
	});
	const look = ((await jobRow(job.id))?.outcome as Loading | null)?.look ?? null;
	const workerData: ReaderData = {
		path,
		vocabulary: request.vocabulary,
		name: request.fileName.replace(/\.[^.]*$/, '') || request.vocabulary,
		shape: request.shape,
		element: request.element
	};
	const worker = new Worker(config.reader, { workerData, resourceLimits: { maxOldGenerationSizeMb: READER_MEMORY } });
	worker.unref();
	let kind: ReadKind | null = null;
	const stop = () => void worker.terminate();
	signal.addEventListener('abort', stop, { once: true });
	try {
		const result = await new Promise<JobResult<Loading>>((done, failed) => {
			worker.on('message', (answer: unknown) => {
				if (!isAnswer(answer)) return;
				switch (answer.say) {
					case 'kind':
						kind = answer.kind;
						break;
					case 'columns':
						done({ state: 'asking', outcome: { kind, look: answer.look, read: null } });
						break;
					case 'progress':
						job.progress('reading', answer.bytes, request.size);
						break;
					case 'read': {
						const { say: _, ...read } = answer;
						done({ state: 'asking', outcome: { kind, look, read } });
						break;
					}
					case 'failed':
						failed(refused(answer, kind));
				}
			});
			worker.on('error', (error: Error & { code?: string }) => {
				log('warning', 'reader-failed', errorFacts(error));
				failed(
					new JobRefused(
						error.code === 'ERR_WORKER_OUT_OF_MEMORY'
							? 'This file needs more memory than there is for one file. Split it, or leave out what is not a heading. Nothing was changed.'
							: 'The file could not be read to its end. Nothing was changed.'
					)
				);
			});
			worker.on('exit', () => {
				failed(new Error('The thread that reads ended.'));
			});
		});
		const { outcome } = result;
		// Only now: while it is looked up, the thread ends.
		return outcome?.look && !outcome.read
			? { ...result, outcome: { ...outcome, look: await remembered(request.vocabulary, outcome.look) } }
			: result;
	} finally {
		signal.removeEventListener('abort', stop);
		await worker.terminate();
	}
}

/** What the columns of a vocabulary's files hold, by their names: the next edition is read the same way. */
interface Reading {
	readonly columns: Readonly<Partial<Record<string, string>>>;
	readonly separator: string;
	readonly element: string | null;
}
const isReading = compileValidator<Reading>({
	type: 'object',
	required: ['columns', 'separator', 'element'],
	additionalProperties: false,
	properties: {
		columns: { type: 'object', additionalProperties: { type: 'string' } },
		separator: { type: 'string', minLength: 1 },
		element: { type: ['string', 'null'] }
	}
});
const readingOf = ({ header }: TableLook, shape: TableShape): Reading => ({
	columns: Object.fromEntries(
		Object.entries(shape.columns).flatMap(([field, column]) => {
			const name = header[column];
			return name === undefined ? [] : [[field, name]];
		})
	),
	separator: shape.separator,
	element: shape.element ?? null
});

async function readingFor(vocabulary: string): Promise<Reading | null> {
	const row = await database('vocabularies')
		.where({ id: vocabulary })
		.first<{ reading: unknown } | undefined>('reading');
	return isReading(row?.reading) ? row.reading : null;
}

/** Proposes what was said of the last edition, where this file has the same columns. */
async function remembered(vocabulary: string, look: TableLook): Promise<TableLook> {
	const reading = await readingFor(vocabulary);
	if (!reading || (reading.element !== null && reading.element !== look.proposed.element)) return look;
	const columns = Object.entries(reading.columns).map(
		([field, name]) => [field, look.header.indexOf(name ?? '')] as const
	);
	if (columns.some(([, column]) => column < 0)) return look;
	return {
		...look,
		proposed: { ...look.proposed, separator: reading.separator, columns: Object.fromEntries(columns) }
	};
}

function refused({ message, faults }: Extract<ReaderAnswer, { say: 'failed' }>, kind: ReadKind | null): JobRefused {
	const others = faults.slice(1);
	const read = {
		...{ name: '', edition: '', date: null, headings: 0, names: 0, qualifiers: 0, notes: [] },
		faults: others,
		faultCount: others.length
	};
	return new JobRefused(`${message} Nothing was changed.`, {
		kind,
		look: null,
		read: others.length > 0 ? read : null
	} satisfies Loading);
}

async function store(job: RunningJob<LoadingRequest, Loading>, storing: Storing): Promise<JobResult<Loading>> {
	const { request, signal } = job;
	const outcome = ((await jobRow(job.id))?.outcome as Loading | null) ?? { kind: null, look: null, read: null };
	const all = outcome.read?.headings ?? 0;
	// Somebody else may have loaded one of that name since this file came.
	const person = await database('people')
		.where({ id: job.by.id })
		.first<{ administrator: boolean } | undefined>('administrator');
	const refusal = await mayReplace(request.vocabulary, { ...job.by, ...person });
	if (refusal !== null) throw new JobRefused(`${refusal} Nothing was changed.`);
	const stream = createReadStream(`${await pathOf(request.file)}.read`, { encoding: 'utf8', highWaterMark: 1 << 20 });
	await once(stream, 'open').catch(() => {
		throw gone();
	});
	const lines = createInterface({ input: stream, crlfDelay: Infinity })[Symbol.asyncIterator]();
	const head = JSON.parse(((await lines.next()).value as string | undefined) ?? 'null') as VocabularyHead;
	async function* parts(): AsyncGenerator<string> {
		for (let done = 0; ;) {
			signal.throwIfAborted();
			job.progress('storing', Math.min(done, all), all);
			const next = await lines.next();
			if (next.done === true) return;
			yield next.value;
			done += PART;
		}
	}
	try {
		await saveEdition({ ...head, ...storing }, parts(), job.by, async (transaction) => {
			const { look } = outcome;
			if (look && request.shape)
				await transaction('vocabularies')
					.where({ id: request.vocabulary })
					.update({ reading: JSON.stringify(readingOf(look, request.shape)) });
			await job.confirm(transaction, outcome);
		});
	} finally {
		stream.destroy();
	}
	// Whoever looks something up first need not wait until it is ready for that.
	void lookupOf(request.vocabulary).catch(() => undefined);
	return { state: 'done', outcome };
}

export type Stepped =
	| { readonly ok: true; readonly job: JobView }
	| { readonly ok: false; readonly status: 404 | 409; readonly message: string };

/** The next step of a file: what its columns mean, or to store it. */
export async function stepLoading(id: string, next: LoadingStep, actor: Actor): Promise<Stepped> {
	const row = await jobRow(id);
	if (row?.kind !== 'vocabulary' || row.person_id !== actor.id || !vocabularyJob.isRequest(row.request))
		return { ok: false, status: 404, message: 'This upload has expired. Upload the file again.' };
	const outcome = row.outcome as Loading | null;
	const refuse = (message: string): Stepped => ({ ok: false, status: 409, message });
	if (row.state !== 'asking' || !outcome) return refuse('There is nothing to decide about this file at the moment.');
	let request = row.request;
	if (next.do === 'look') {
		if (next.element === undefined || (outcome.look?.elements.length ?? 0) === 0)
			return refuse('Only of XML and RDF can it be said what a heading is.');
		request = { ...request, shape: null, element: next.element, store: null };
	} else if (next.do === 'read') {
		if (!next.shape || !outcome.look) return refuse('This file describes itself; there is nothing to choose.');
		request = { ...request, shape: next.shape, store: null };
	} else {
		if (!outcome.read) return refuse('The file has not been read yet.');
		if (outcome.read.faultCount > 0 && next.faulty !== true)
			return refuse('The file has faults. Load it without the faulty parts, or cancel and fix the file first.');
		const { name, edition } = next;
		request = {
			...request,
			store: { ...(name === undefined ? {} : { name }), ...(edition === undefined ? {} : { edition }) }
		};
	}
	if (!(await answerJob(id, request, outcome))) return refuse('This was decided in another window.');
	const stepped = await jobRow(id);
	if (!stepped) return { ok: false, status: 404, message: 'This upload has expired. Upload the file again.' };
	return { ok: true, job: viewOf(stepped, actor) };
}

/** The kinds of file that a vocabulary is written as, with what they are called on the way. */
export const WRITTEN: Readonly<Record<FileKind | 'tsv', { readonly media: string; readonly ending: string }>> = {
	turtle: { media: 'text/turtle; charset=utf-8', ending: 'ttl' },
	'n-triples': { media: 'application/n-triples', ending: 'nt' },
	'rdf-xml': { media: 'application/rdf+xml', ending: 'rdf' },
	'json-ld': { media: 'application/ld+json', ending: 'jsonld' },
	table: { media: 'text/csv; charset=utf-8', ending: 'csv' },
	tsv: { media: 'text/tab-separated-values; charset=utf-8', ending: 'tsv' }
};
