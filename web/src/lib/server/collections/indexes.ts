/**
 * Open indexes: taken from their files where these are whole and up to date; else a job builds the file, in whichever
 * process, and it is opened then. They are shared with the computing threads; the least used are let go beyond a ceiling.
 */
import { mkdir, open as openFile, rename, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { CollectionIndex, type IndexFacts, type RecordSet } from '@wide-lantern/core';
import type { JobState } from '$lib/contract/jobs';
import { AskedThread, computing, giveWay } from '$lib/server/computing';
import {
	builderAnswerSchema,
	type BuilderAnswer,
	type BuilderData,
	type BuilderMessage
} from '$lib/contract/threads/index-building';
import { hearJobs, isDiskFull } from '$lib/server/database';
import { config, log } from '$lib/server/process';
import { compileValidator, type Actor } from '$lib/server/http';
import {
	cancelJob,
	defineJob,
	discardJob,
	endOf,
	JobRefused,
	newestJob,
	startOrJoin,
	type JobRow,
	type RunningJob
} from '$lib/server/jobs';
import { ResourceCache } from './resource-cache';

export interface OpenIndex {
	/** A view for quick questions; whole lines are evaluated by the computing threads. */
	readonly index: CollectionIndex;
	/** The name under which the computing threads know it. */
	readonly computed: string;
}

/** What an index is made from, and how to get at it. */
export interface IndexSource {
	readonly id: string;
	readonly name: string;
	readonly size: number;
	/** Changes with the records and with the vocabularies whose labels are indexed. */
	readonly madeFrom: string;
	readonly labels: () => Readonly<Record<string, string>>;
	/** Records of an earlier index that have left or changed; null where the labels have changed, or nothing is known of what has. */
	readonly leftOut: (earlier: Pick<IndexFacts, 'size' | 'madeFrom'>) => Promise<RecordSet | null>;
	/** The records from a number on as JSON texts, in their order. */
	readonly texts: (from: number) => AsyncIterable<readonly string[]>;
}

const shelf = new ResourceCache<OpenIndex>({
	ceiling: () => config.indexMemory,
	sizeOf: ({ index }) => index.buffer.byteLength,
	close: ({ computed }) => {
		computing().closeCollection(computed);
	},
	report: (collection, bytes) => {
		log('info', 'index-let-go', { collection, bytes });
	}
});

/** The newest job on each collection's index, as far as this process knows. */
const known = new Map<string, { readonly job: string; readonly state: JobState; readonly share: number }>();
hearJobs(({ of, job, state, subject, progress }) => {
	if (of === 'index')
		known.set(subject, { job, state, share: progress ? progress.done / Math.max(1, progress.of) : 0 });
});

/** How far the index of a collection is, from 0 to 1; null where none is being built. */
export function buildingShare(id: string): number | null {
	const job = known.get(id);
	return job?.state === 'running' || job?.state === 'waiting' ? job.share : null;
}

/** True where somebody has stopped the building of the index, until somebody lets it be built again. */
export const isStopped = (id: string): boolean => known.get(id)?.state === 'cancelled';

/** Stops the building of an index for everybody. False where none is being built. */
export async function stopBuilding(id: string): Promise<boolean> {
	const job = await newestJob('index', id);
	return job !== null && (await cancelJob(job.id));
}

/** Lets an index be built that somebody has stopped. */
export async function allowBuilding(source: IndexSource, by: Actor): Promise<void> {
	await begin(source, by);
}

/** Null where its building was stopped, now or before. */
export async function openIndex(source: IndexSource): Promise<OpenIndex | null> {
	if (isStopped(source.id)) return null;
	try {
		return await shelf.open(source.id, source.madeFrom, (signal) => load(source, signal));
	} catch (error) {
		if (isStopped(source.id)) return null;
		throw error;
	}
}

/** Lets an index go: the collection is another now, or gone. A building of its index ends. */
export async function closeIndex(id: string): Promise<void> {
	shelf.close(id);
	const job = await newestJob('index', id);
	if (job) await discardJob(job.id, CHANGED);
	known.delete(id);
}

let serial = 0;
const CHANGED = 'The collection has changed since; it is indexed as it is now.';
/** Milliseconds for which a building that has failed is not tried again. */
const PAUSE = 30_000;

async function load(source: IndexSource, signal: AbortSignal): Promise<OpenIndex> {
	const filed = await openFiled(source);
	if (filed) return filed;
	const before = await newestJob('index', source.id);
	if (before?.state === 'cancelled' && madeFromOf(before) === source.madeFrom) {
		known.set(source.id, { job: before.id, state: 'cancelled', share: 0 });
		throw new JobRefused('The building of the index was stopped.');
	}
	if (before?.state === 'failed' && madeFromOf(before) === source.madeFrom && ageOf(before) < PAUSE)
		throw new JobRefused(before.message ?? 'The collection could not be indexed.');
	const job = await endOf(await begin(source, null), signal);
	if (job?.state !== 'done') throw new JobRefused(job?.message ?? 'The building of the index was stopped.');
	const opened = await openFiled(source);
	if (!opened) throw new Error(`The index of ${source.id} was built, but its file cannot be opened.`);
	return opened;
}

const madeFromOf = ({ request }: JobRow): string => (indexJob.isRequest(request) ? request.madeFrom : '');

const ageOf = ({ ended_at }: JobRow): number => Date.now() - (ended_at?.getTime() ?? 0);

/** Begins to build it, or joins who does. @returns the job */
const begin = (source: IndexSource, by: Actor | null): Promise<string> =>
	startOrJoin(
		indexJob,
		{ request: { madeFrom: source.madeFrom }, subject: source.id, title: source.name, by },
		({ madeFrom }) => madeFrom === source.madeFrom,
		CHANGED
	);

async function openFiled(source: IndexSource): Promise<OpenIndex | null> {
	const started = performance.now();
	const buffer = await readIndex(source.id);
	if (!buffer) return null;
	const computed = `${source.id}-${++serial}`;
	const checked = await computing().openCollection(computed, buffer, false);
	if (!checked.opened) {
		log('warning', 'index-file-refused', { collection: source.id, why: checked.why });
		return null;
	}
	const index = CollectionIndex.sealed(buffer);
	if (index.facts.madeFrom !== source.madeFrom) {
		computing().closeCollection(computed);
		return null;
	}
	log('info', 'index-opened', {
		collection: source.id,
		records: index.size,
		bytes: buffer.byteLength,
		milliseconds: Math.round(performance.now() - started)
	});
	return { index, computed };
}

const folder = config.indexes ?? join(tmpdir(), `lantern-indexes-${process.pid}`);
const fileOf = (id: string) => join(folder, `${id}.index`);

async function readIndex(id: string): Promise<SharedArrayBuffer | null> {
	try {
		const file = await openFile(fileOf(id));
		try {
			const { size } = await file.stat();
			const buffer = new SharedArrayBuffer(size);
			for (let at = 0; at < size;) {
				const { bytesRead } = await file.read(new Uint8Array(buffer, at, Math.min(size - at, 1 << 28)));
				if (bytesRead === 0) return null;
				at += bytesRead;
			}
			return buffer;
		} finally {
			await file.close();
		}
	} catch {
		// No file yet, or one that cannot be read: the index is built.
		return null;
	}
}

/** Writes beside the old file and takes its place only when whole. */
async function fileIndex(id: string, buffer: SharedArrayBuffer): Promise<void> {
	// Another process may be filing the same one.
	const part = `${fileOf(id)}.${process.pid}.part`;
	try {
		await mkdir(folder, { recursive: true });
		await writeFile(part, new Uint8Array(buffer));
		await rename(part, fileOf(id));
	} catch (error) {
		await rm(part, { force: true }).catch(() => undefined);
		if (isDiskFull(error))
			throw new JobRefused(
				'The disk of the server is full, so the collection cannot be indexed. Tell the administrator.'
			);
		throw error;
	}
}

interface IndexRequest {
	readonly madeFrom: string;
}

/** Set by who knows the collections (collections.ts). */
let sourceOf: (id: string) => Promise<IndexSource | null> = () => Promise.resolve(null);
export const indexesComeFrom = (give: typeof sourceOf): void => {
	sourceOf = give;
};

const indexJob = defineJob<'index', IndexRequest>({
	name: 'index',
	isRequest: compileValidator<IndexRequest>({
		type: 'object',
		required: ['madeFrom'],
		additionalProperties: false,
		properties: { madeFrom: { type: 'string' } }
	}),
	atOnce: 1,
	longest: 3_600,
	repeatable: false,
	run: build
});

async function build(job: RunningJob<IndexRequest>) {
	const source = await sourceOf(job.subject);
	if (!source) throw new JobRefused('The collection is not here any more.');
	if (source.madeFrom !== job.request.madeFrom) throw new JobRefused(CHANGED);
	const builder = new Builder({ madeFrom: source.madeFrom, labels: source.labels() }, job.signal);
	let kept: number;
	try {
		const earlier = await earlierOf(source);
		kept = await builder.begin(earlier?.buffer ?? null, earlier?.without.bits ?? null);
		for await (const texts of source.texts(kept)) {
			const began = performance.now();
			job.progress('indexing', await builder.add(texts), source.size);
			await giveWay(performance.now() - began);
		}
		await fileIndex(source.id, await builder.finish());
	} finally {
		await builder.end();
	}
	return { state: 'done', outcome: { records: source.size, kept } } as const;
}

/** The index in the file where it can be added to; null where all records are to be read. */
async function earlierOf(
	source: IndexSource
): Promise<{ readonly buffer: SharedArrayBuffer; readonly without: RecordSet } | null> {
	const buffer = await readIndex(source.id);
	if (!buffer) return null;
	// Whether it is whole is for the thread to see.
	const opened = CollectionIndex.open(buffer, true);
	const without = opened.ok ? await source.leftOut(opened.index.facts) : null;
	return without && { buffer, without };
}

const isAnswer = compileValidator<BuilderAnswer>(builderAnswerSchema);

/** A thread that builds. */
class Builder {
	private readonly thread: AskedThread<BuilderMessage, BuilderAnswer>;

	constructor(workerData: BuilderData, signal: AbortSignal) {
		this.thread = new AskedThread(new Worker(config.builder, { workerData }), isAnswer, signal);
	}

	/**
	 * Must come first.
	 * @param onto an index that is added to
	 * @param without the bits of its records that have left or changed
	 * @returns how many of its records are kept: none where it is damaged
	 */
	async begin(onto: SharedArrayBuffer | null, without: Uint32Array | null): Promise<number> {
		const answer = await this.ask({ do: 'begin', onto, without });
		if (answer.outcome !== 'added') throw UNEXPECTED;
		return answer.done;
	}

	/** @returns how many records it has */
	async add(texts: readonly string[]): Promise<number> {
		const answer = await this.ask({ do: 'add', texts });
		if (answer.outcome !== 'added') throw UNEXPECTED;
		return answer.done;
	}

	async finish(): Promise<SharedArrayBuffer> {
		const answer = await this.ask({ do: 'finish' });
		if (answer.outcome !== 'built') throw UNEXPECTED;
		return answer.buffer;
	}

	private async ask(message: BuilderMessage): Promise<BuilderAnswer> {
		const answer = await this.thread.ask(message);
		if (answer.outcome === 'failed') throw new JobRefused(answer.message);
		return answer;
	}

	end(): Promise<void> {
		return this.thread.end();
	}
}
const UNEXPECTED = new Error('The thread that builds an index said something else.');
