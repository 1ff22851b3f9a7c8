/**
 * Open indexes: taken from their files where these are whole and up to date, else built in a thread
 * of their own and filed; shared with the computing threads; the least used let go beyond a ceiling.
 */
import { mkdir, open as openFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { MessageChannel, Worker } from 'node:worker_threads';
import { CollectionIndex } from '@wide-lantern/core';
import { computing } from '$lib/server/computing';
import {
	builderAnswerSchema,
	type BuilderAnswer,
	type BuilderData,
	type BuilderMessage
} from '$lib/server/computing/building';
import { config, errorFacts, log } from '$lib/server/process';
import { compileValidator } from '$lib/server/http';
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
	readonly size: number;
	/** Changes with the records and with the vocabularies whose labels are indexed. */
	readonly madeFrom: string;
	readonly labels: () => Readonly<Record<string, string>>;
	/** The records as JSON texts, in their order. @param to the first that does not belong any more; null for all */
	readonly texts: (from: number, to: number | null) => AsyncIterable<readonly string[]>;
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
const building = new Map<string, { done: number; readonly all: number }>();
const isAnswer = compileValidator<BuilderAnswer>(builderAnswerSchema);

/** How far the index of a collection is, from 0 to 1; null where none is being built. */
export function buildingShare(id: string): number | null {
	const progress = building.get(id);
	return progress ? progress.done / Math.max(1, progress.all) : null;
}

/** Collections whose index somebody has stopped being built, until somebody lets it be built again. */
const stopped = new Set<string>();

export const isStopped = (id: string): boolean => stopped.has(id);

/** Stops the building of an index for everybody. False where none is being built. */
export function stopBuilding(id: string): boolean {
	if (!building.has(id)) return false;
	stopped.add(id);
	shelf.close(id);
	return true;
}

/** Lets the index be built again, with the next question. */
export const allowBuilding = (id: string): void => {
	stopped.delete(id);
};

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

/** Lets an index go, or stops its building: the collection is another now, or gone. */
export const closeIndex = (id: string): void => {
	stopped.delete(id);
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
	// Another process may be filing the same one.
	const part = `${path}.${process.pid}.part`;
	try {
		await mkdir(config.indexes, { recursive: true });
		await writeFile(part, new Uint8Array(buffer));
		await rename(part, path);
	} catch (error) {
		log('warning', 'index-not-filed', { collection: id, ...errorFacts(error) });
		await rm(part, { force: true }).catch(() => undefined);
	}
}

/** From so many records on, two threads build together; for fewer a second one is not worth its start. */
const TWO_HANDS = 20_000;

async function build(source: IndexSource, signal: AbortSignal): Promise<SharedArrayBuffer> {
	const labels = source.labels();
	const channel = new MessageChannel();
	const half = source.size >= TWO_HANDS ? Math.floor(source.size / 2) : null;
	const hands =
		half === null
			? [new Builder({ madeFrom: source.madeFrom, labels, other: null }, signal)]
			: (
					[
						['first', channel.port1],
						['second', channel.port2]
					] as const
				).map(([hand, port]) => new Builder({ madeFrom: source.madeFrom, labels, other: { hand, port } }, signal));
	const progress = { done: 0, all: source.size };
	building.set(source.id, progress);
	try {
		const ends = half === null ? [null] : [half, null];
		const answers = await Promise.all(
			hands.map((hand, at) =>
				hand.build(
					source.texts(at === 0 ? 0 : (half ?? 0), ends[at] ?? null),
					() => (progress.done = hands.reduce((sum, one) => sum + one.done, 0))
				)
			)
		);
		const [built] = answers;
		if (built?.outcome !== 'built')
			throw new Error(built?.outcome === 'failed' ? built.message : 'The builder said something else.');
		return built.buffer;
	} finally {
		building.delete(source.id);
		channel.port1.close();
		await Promise.all(hands.map((hand) => hand.end()));
	}
}

/** One thread that builds. */
class Builder {
	done = 0;
	private readonly worker: Worker;

	constructor(
		data: BuilderData,
		private readonly signal: AbortSignal
	) {
		this.worker = new Worker(config.builder, { workerData: data, transferList: data.other ? [data.other.port] : [] });
	}

	async build(texts: AsyncIterable<readonly string[]>, progressed: () => void): Promise<BuilderAnswer> {
		for await (const some of texts) {
			this.signal.throwIfAborted();
			const answer = await this.ask({ do: 'add', texts: some });
			if (answer.outcome === 'failed') throw new Error(answer.message);
			if (answer.outcome === 'added') this.done = answer.done;
			progressed();
		}
		const answer = await this.ask({ do: 'finish' });
		if (answer.outcome === 'failed') throw new Error(answer.message);
		return answer;
	}

	private ask(message: BuilderMessage): Promise<BuilderAnswer> {
		return new Promise((answered, failed) => {
			const leave = () => {
				failed(new Error('The building of the index was stopped.'));
			};
			const settle = () => {
				this.signal.removeEventListener('abort', leave);
				this.worker.off('error', failed);
			};
			this.signal.addEventListener('abort', leave, { once: true });
			this.worker.once('error', failed);
			this.worker.once('message', (answer: unknown) => {
				settle();
				if (isAnswer(answer)) answered(answer);
				else failed(new Error('The builder said something else.'));
			});
			this.worker.postMessage(message);
		});
	}

	async end(): Promise<void> {
		await this.worker.terminate();
	}
}
