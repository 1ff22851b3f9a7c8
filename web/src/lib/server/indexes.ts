/**
 * Open indexes: taken from their files where these are whole and up to date, else built in a thread
 * of their own and filed; shared with the computing threads; the least used let go beyond a ceiling.
 */
import { mkdir, open as openFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { CollectionIndex } from '@wide-lantern/core';
import { computing } from './computing';
import { builderAnswerSchema, type BuilderAnswer, type BuilderData, type BuilderMessage } from './computing/building';
import { config } from './config';
import { door } from './doors';
import { errorFacts, log } from './log';
import { Shelf } from './shelf';

export interface OpenIndex {
	/** A view for quick questions; whole lines are evaluated by the computing threads. */
	readonly index: CollectionIndex;
	/** The name under which the computing threads know it. */
	readonly computed: string;
}

/** What an index is made from, and how to get at it. */
export interface IndexSource {
	readonly id: string;
	readonly size: number;
	/** Changes with the records and with the vocabularies whose labels are indexed. */
	readonly madeFrom: string;
	readonly labels: () => Readonly<Record<string, string>>;
	readonly texts: () => AsyncIterable<readonly string[]>;
}

const shelf = new Shelf<OpenIndex>({
	ceiling: () => config.indexMemory,
	sizeOf: ({ index }) => index.buffer.byteLength,
	close: ({ computed }) => {
		computing().closeCollection(computed);
	},
	report: (collection, bytes) => {
		log('info', 'index-let-go', { collection, bytes });
	}
});
const building = new Map<string, { done: number; readonly all: number }>();
const isAnswer = door<BuilderAnswer>(builderAnswerSchema);

/** How far the index of a collection is, from 0 to 1; null where none is being built. */
export function buildingShare(id: string): number | null {
	const progress = building.get(id);
	return progress ? progress.done / Math.max(1, progress.all) : null;
}

export const openIndex = (source: IndexSource): Promise<OpenIndex> => shelf.open(source.id, source.madeFrom, (signal) => load(source, signal));

/** Lets an index go, or stops its building. */
export const closeIndex = (id: string): void => {
	shelf.close(id);
};

let serial = 0;

async function load(source: IndexSource, signal: AbortSignal): Promise<OpenIndex> {
	const started = performance.now();
	const computed = `${source.id}-${++serial}`;
	const facts = (how: string, index: CollectionIndex) => {
		log('info', 'index-opened', {
			collection: source.id,
			how,
			records: index.size,
			bytes: index.buffer.byteLength,
			milliseconds: Math.round(performance.now() - started)
		});
	};
	const filed = await readIndex(source.id);
	if (filed) {
		const checked = await computing().openCollection(computed, filed, false);
		if (checked.opened) {
			const index = CollectionIndex.sealed(filed);
			if (index.facts.madeFrom === source.madeFrom) {
				facts('file', index);
				return { index, computed };
			}
			computing().closeCollection(computed);
		} else log('warning', 'index-file-refused', { collection: source.id, why: checked.why });
	}
	const buffer = await build(source, signal);
	await computing().openCollection(computed, buffer, true);
	const index = CollectionIndex.sealed(buffer);
	facts('built', index);
	await fileIndex(source.id, buffer);
	return { index, computed };
}

const fileOf = (id: string) => config.indexes && join(config.indexes, `${id}.index`);

async function readIndex(id: string): Promise<SharedArrayBuffer | null> {
	const path = fileOf(id);
	if (path === null) return null;
	try {
		const file = await openFile(path);
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
	const path = fileOf(id);
	if (path === null || config.indexes === null) return;
	try {
		await mkdir(config.indexes, { recursive: true });
		await writeFile(`${path}.part`, new Uint8Array(buffer));
		await rename(`${path}.part`, path);
	} catch (error) {
		log('warning', 'index-not-filed', { collection: id, ...errorFacts(error) });
		await rm(`${path}.part`, { force: true }).catch(() => undefined);
	}
}

async function build(source: IndexSource, signal: AbortSignal): Promise<SharedArrayBuffer> {
	const worker = new Worker(config.builder, { workerData: { madeFrom: source.madeFrom, labels: source.labels() } satisfies BuilderData });
	const progress = { done: 0, all: source.size };
	building.set(source.id, progress);
	try {
		const ask = (message: BuilderMessage) =>
			new Promise<BuilderAnswer>((answered, failed) => {
				const leave = () => {
					failed(new Error('The building of the index was stopped.'));
				};
				signal.addEventListener('abort', leave, { once: true });
				worker.once('error', failed);
				worker.once('message', (answer: unknown) => {
					signal.removeEventListener('abort', leave);
					worker.off('error', failed);
					if (isAnswer(answer)) answered(answer);
					else failed(new Error('The builder said something else.'));
				});
				worker.postMessage(message);
			});
		for await (const texts of source.texts()) {
			signal.throwIfAborted();
			const answer = await ask({ do: 'add', texts });
			if (answer.outcome === 'failed') throw new Error(answer.message);
			if (answer.outcome === 'added') progress.done = answer.done;
		}
		const built = await ask({ do: 'finish' });
		if (built.outcome !== 'built') throw new Error(built.outcome === 'failed' ? built.message : 'The builder said something else.');
		return built.buffer;
	} finally {
		building.delete(source.id);
		await worker.terminate();
	}
}
