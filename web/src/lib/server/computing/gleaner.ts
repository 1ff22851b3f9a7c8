/** A thread that finds candidates in the texts of records. */
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { Gleaner, recordSchema, type BibliographicRecord } from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import {
	gleanerMessageSchema,
	type GleanerAnswer,
	type GleanerData,
	type GleanerMessage
} from '$lib/contract/threads/gleaning';
import { BATCH_PRIORITY } from './priority.ts';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
setPriority(BATCH_PRIORITY);
const { progress, fewest, hidden, most } = workerData as GleanerData;
const cell = new Int32Array(progress);
const ajv = new Ajv({ strictTypes: false });
const isMessage = ajv.compile<GleanerMessage>(gleanerMessageSchema);
const isRecord = ajv.compile<BibliographicRecord>(recordSchema);
const gleaner = new Gleaner({ fewest, hidden: new Set(hidden), most });
let done = 0;

function add(texts: readonly string[]): GleanerAnswer {
	const unlike: number[] = [];
	for (const [at, text] of texts.entries()) {
		const record: unknown = JSON.parse(text);
		if (!isRecord(record)) return { say: 'failed', message: 'A record is damaged in the database.' };
		if (gleaner.add(record)) unlike.push(at);
	}
	done += texts.length;
	return { say: 'added', done, unlike };
}

function answer(message: unknown): GleanerAnswer {
	if (!isMessage(message)) return { say: 'failed', message: 'The thread that gleans was sent something else.' };
	if (message.do === 'add') return add(message.texts);
	const terms = gleaner.finish((share) => {
		Atomics.store(cell, 0, Math.round(share * 1_000));
	});
	return { say: 'gleaned', terms };
}

port.on('message', (message: unknown) => {
	try {
		port.postMessage(answer(message));
	} catch (error) {
		port.postMessage({ say: 'failed', message: error instanceof Error ? error.message : String(error) });
	}
});
