/**
 * Vocabularies on their way in: the file is kept beside the database while a thread reads it; the
 * person sees how far it is, what is faulty and where, and decides. Nothing of the old edition is
 * touched before the new one is loaded whole.
 */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Worker } from 'node:worker_threads';
import type { FileKind, TableShape } from '@wide-lantern/core';
import type { IntakeView } from '$lib/work/intake';
import {
	readerAnswerSchema,
	type ReaderAnswer,
	type ReaderData,
	type ReaderMessage
} from '$lib/server/computing/reading';
import { config, errorFacts, log } from '$lib/server/process';
import { type Actor, compileValidator } from '$lib/server/http';
import { listVocabularies, saveEdition, type VocabularyHead } from './vocabularies';

/** Largest file, in bytes. */
export const VOCABULARY_CEILING = 400_000_000;
/** Files that are read at once on the whole installation, and by one person. */
const MOST = 4;
const MOST_OF_ONE = 2;
/** An intake that nobody asks for is dropped after so long. Milliseconds. */
const PATIENCE = 30 * 60_000;
/** Memory of one reading thread, in megabytes: 400 MB of Turtle need about 3,000. */
const READER_MEMORY = 8_000;

const isAnswer = compileValidator<ReaderAnswer>(readerAnswerSchema);

interface Intake {
	readonly id: string;
	readonly person: string;
	readonly path: string;
	view: IntakeView;
	worker: Worker | null;
	/** Answers of the thread that somebody waits for. */
	hear: ((answer: ReaderAnswer) => void) | null;
	head: VocabularyHead | null;
	stop: AbortController;
	touched: number;
}
const intakes = new Map<string, Intake>();

let folder: Promise<string> | null = null;
/** A folder of our own; what an earlier run left in it goes. */
function intakeFolder(): Promise<string> {
	folder ??= (async () => {
		if (config.indexes === null) return mkdtemp(join(tmpdir(), 'lantern-intakes-'));
		const path = join(dirname(config.indexes), 'intakes');
		await rm(path, { recursive: true, force: true });
		await mkdir(path, { recursive: true });
		return path;
	})();
	return folder;
}

export type Begun =
	| { readonly ok: true; readonly view: IntakeView }
	| { readonly ok: false; readonly status: 403 | 413 | 422 | 429; readonly message: string };

/** Whether this person may bring a vocabulary of that name; else the sentence that says why not. */
export async function mayReplace(id: string, actor: Actor): Promise<string | null> {
	const known = (await listVocabularies()).find((one) => one.id === id);
	if (!known || actor.administrator || known.owner === actor.id) return null;
	return `There is a vocabulary “${id}” here already (${known.name}). Only who loaded it, or an administrator, may replace it; choose another short name.`;
}

/** Takes the file in and begins to read it. */
export async function beginIntake(
	vocabulary: string,
	fileName: string,
	file: ReadableStream<Uint8Array>,
	actor: Actor
): Promise<Begun> {
	await dropForgotten();
	const refusal = await mayReplace(vocabulary, actor);
	if (refusal !== null) return { ok: false, status: 403, message: refusal };
	// What nobody works on any more makes room.
	const own = [...intakes.values()].filter((one) => one.person === actor.id);
	for (const idle of own
		.filter((one) => one.view.state !== 'reading' && one.view.state !== 'loading')
		.slice(0, Math.max(0, own.length - MOST_OF_ONE + 1)))
		await drop(idle);
	const busy = [...intakes.values()].filter((one) => one.view.state !== 'loaded' && one.view.state !== 'failed');
	if (busy.length >= MOST || busy.filter((one) => one.person === actor.id).length >= MOST_OF_ONE)
		return {
			ok: false,
			status: 429,
			message: 'Other files are being read already. Wait for them, or leave them, and try again.'
		};
	const id = randomUUID();
	const intake: Intake = {
		id,
		person: actor.id,
		path: join(await intakeFolder(), id),
		view: {
			id,
			vocabulary,
			fileName,
			kind: null,
			state: 'reading',
			bytes: 0,
			size: 0,
			statements: 0,
			loaded: 0,
			message: null,
			look: null,
			read: null
		},
		worker: null,
		hear: null,
		head: null,
		stop: new AbortController(),
		touched: Date.now()
	};
	intakes.set(id, intake);
	let size = 0;
	class TooLarge extends Error {}
	const counting = new Transform({
		transform(chunk: Buffer, _, done) {
			size += chunk.byteLength;
			done(size > VOCABULARY_CEILING ? new TooLarge() : null, chunk);
		}
	});
	try {
		await pipeline(Readable.fromWeb(file as never), counting, createWriteStream(intake.path));
	} catch (error) {
		await drop(intake);
		if (error instanceof TooLarge)
			return {
				ok: false,
				status: 413,
				message: `The file is larger than ${VOCABULARY_CEILING / 1_000_000} MB and was not taken. Nothing was changed.`
			};
		return { ok: false, status: 422, message: 'The file did not arrive whole. Nothing was changed; try again.' };
	}
	if (size === 0) {
		await drop(intake);
		return { ok: false, status: 422, message: 'The file is empty. Nothing was changed.' };
	}
	change(intake, { size });
	start(intake);
	return { ok: true, view: intake.view };
}

function change(intake: Intake, news: Partial<IntakeView>): void {
	intake.view = { ...intake.view, ...news };
}

function start(intake: Intake): void {
	const workerData: ReaderData = {
		path: intake.path,
		kind: null,
		vocabulary: intake.view.vocabulary,
		name: intake.view.fileName.replace(/\.[^.]*$/, '') || intake.view.vocabulary
	};
	const worker = new Worker(config.reader, { workerData, resourceLimits: { maxOldGenerationSizeMb: READER_MEMORY } });
	intake.worker = worker;
	worker.unref();
	worker.on('message', (answer: unknown) => {
		if (isAnswer(answer)) heard(intake, answer);
	});
	worker.on('error', (error: Error & { code?: string }) => {
		const memory = error.code === 'ERR_WORKER_OUT_OF_MEMORY';
		log('warning', 'reader-failed', errorFacts(error));
		fail(
			intake,
			memory
				? 'This file needs more memory than there is for one file. Split it, or leave out what is not a heading.'
				: 'The file could not be read to its end.'
		);
	});
}

function fail(
	intake: Intake,
	message: string,
	faults: readonly { place: string | null; message: string }[] = []
): void {
	change(intake, {
		state: 'failed',
		message: `${message} Nothing was changed.`,
		read: faults.length > 0 ? { ...NOTHING_READ, faults, faultCount: faults.length } : null
	});
	// A loading under way waits for a thread that will not answer: it is taken back whole.
	intake.stop.abort(new Error(message));
	void intake.worker?.terminate();
	intake.worker = null;
	// What cannot be read need not lie on the disk until somebody comes back to it.
	void rm(intake.path, { force: true });
}

const NOTHING_READ = { name: '', edition: '', date: null, headings: 0, names: 0, qualifiers: 0, notes: [] };

function heard(intake: Intake, answer: ReaderAnswer): void {
	switch (answer.say) {
		case 'kind':
			change(intake, { kind: answer.kind, look: answer.look, state: answer.look ? 'columns' : 'reading' });
			if (!answer.look) ask(intake, { do: 'read', shape: null });
			break;
		case 'progress':
			change(intake, { bytes: answer.bytes, statements: answer.statements });
			break;
		case 'read': {
			intake.head = JSON.parse(answer.head) as VocabularyHead;
			const { name, edition, date, qualifiers } = intake.head;
			change(intake, {
				state: 'read',
				bytes: intake.view.size,
				read: {
					name,
					edition,
					date: date ?? null,
					qualifiers: qualifiers.length,
					headings: answer.headings,
					names: answer.names,
					notes: answer.notes,
					faultCount: answer.faultCount,
					faults: answer.faults
				}
			});
			break;
		}
		case 'failed':
			fail(intake, answer.message, answer.faults.slice(1));
			break;
		case 'part':
			intake.hear?.(answer);
	}
}

function ask(intake: Intake, message: ReaderMessage): void {
	intake.worker?.postMessage(message);
}

/** The intake of that person; null where there is none. */
export function intakeOf(id: string, actor: Actor): IntakeView | null {
	return mine(id, actor)?.view ?? null;
}

function mine(id: string, actor: Actor): Intake | null {
	const intake = intakes.get(id);
	if (intake?.person !== actor.id) return null;
	intake.touched = Date.now();
	return intake;
}

export interface IntakeStep {
	readonly do: 'read' | 'load';
	readonly shape?: TableShape;
	/** Of a table, which does not say it. */
	readonly name?: string;
	readonly edition?: string;
	/** True to load without what is faulty. */
	readonly faulty?: boolean;
}

const column = { type: 'integer', minimum: 0, maximum: 500 } as const;
export const checkStep = compileValidator<IntakeStep>({
	type: 'object',
	required: ['do'],
	additionalProperties: false,
	properties: {
		do: { enum: ['read', 'load'] },
		faulty: { type: 'boolean' },
		name: { type: 'string', minLength: 1, maxLength: 400 },
		edition: { type: 'string', maxLength: 100 },
		shape: {
			type: 'object',
			required: ['delimiter', 'separator', 'columns'],
			additionalProperties: false,
			properties: {
				delimiter: { type: 'string', minLength: 1, maxLength: 1 },
				separator: { type: 'string', minLength: 1, maxLength: 5 },
				columns: { type: 'object', maxProperties: 40, additionalProperties: column }
			}
		}
	}
});

/** The next step of an intake: what the columns mean, or to load. Answers at once; how far it is, is asked again. */
export function step(id: string, next: IntakeStep, actor: Actor): IntakeView | null {
	const intake = mine(id, actor);
	if (!intake) return null;
	const { state } = intake.view;
	if (next.do === 'read' && next.shape && (state === 'columns' || state === 'read') && intake.view.look) {
		change(intake, { state: 'reading', read: null, bytes: 0 });
		ask(intake, { do: 'read', shape: next.shape });
	}
	if (next.do === 'load' && state === 'read') {
		if ((intake.view.read?.faultCount ?? 0) > 0 && next.faulty !== true)
			change(intake, {
				message: 'The file has faults. Load it without the faulty parts, or leave it and mend it first.'
			});
		else void load(intake, next, actor);
	}
	return intake.view;
}

async function load(intake: Intake, next: IntakeStep, actor: Actor): Promise<void> {
	change(intake, { state: 'loading', loaded: 0, message: null });
	const { signal } = intake.stop;
	async function* parts(): AsyncGenerator<string> {
		for (;;) {
			signal.throwIfAborted();
			const answer = await new Promise<ReaderAnswer>((hear, left) => {
				intake.hear = hear;
				signal.addEventListener('abort', left, { once: true });
				ask(intake, { do: 'part' });
			});
			if (answer.say !== 'part' || answer.headings === null) return;
			yield answer.headings;
			change(intake, { loaded: Math.min(intake.view.loaded + 1_000, intake.view.read?.headings ?? 0) });
		}
	}
	try {
		if (!intake.head) throw new Error('Nothing has been read.');
		// Somebody else may have loaded one of that name since this file came.
		const refusal = await mayReplace(intake.view.vocabulary, actor);
		if (refusal !== null) {
			fail(intake, refusal);
			return;
		}
		const head = {
			...intake.head,
			...(next.name === undefined ? {} : { name: next.name }),
			...(next.edition === undefined ? {} : { edition: next.edition })
		};
		await saveEdition(head, parts(), actor);
		change(intake, { state: 'loaded', loaded: intake.view.read?.headings ?? 0 });
	} catch (error) {
		if (signal.aborted) return;
		log('error', 'vocabulary-not-loaded', errorFacts(error));
		fail(intake, 'The vocabulary could not be stored.');
		return;
	} finally {
		void intake.worker?.terminate();
		intake.worker = null;
		await rm(intake.path, { force: true });
	}
}

/** Leaves it: the thread ends, the file goes, a loading that is under way is taken back whole. */
export async function leaveIntake(id: string, actor: Actor): Promise<boolean> {
	const intake = mine(id, actor);
	if (intake) await drop(intake);
	return intake !== null;
}

async function drop(intake: Intake): Promise<void> {
	intakes.delete(intake.id);
	intake.stop.abort(new Error('The intake was left.'));
	await intake.worker?.terminate();
	await rm(intake.path, { force: true });
}

async function dropForgotten(): Promise<void> {
	for (const intake of intakes.values()) if (Date.now() - intake.touched > PATIENCE) await drop(intake);
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
