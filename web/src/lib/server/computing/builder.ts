/** A thread that builds an index: records come as texts and are checked here; the index goes back whole. */
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { IndexBuilder, recordSchema, type BibliographicRecord } from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import {
	builderMessageSchema,
	type BuilderAnswer,
	type BuilderData,
	type BuilderMessage
} from '$lib/contract/threads/index-building';
import { BATCH_PRIORITY } from './priority.ts';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
setPriority(BATCH_PRIORITY);
const { madeFrom, labels } = workerData as BuilderData;
const ajv = new Ajv({ strictTypes: false });
const isMessage = ajv.compile<BuilderMessage>(builderMessageSchema);
const isRecord = ajv.compile<BibliographicRecord>(recordSchema);
const builder = new IndexBuilder((vocabulary, heading) => labels[`${vocabulary}:${heading}`], { madeFrom });
let done = 0;

function add(texts: readonly string[]): BuilderAnswer {
	for (const text of texts) {
		const record: unknown = JSON.parse(text);
		if (!isRecord(record))
			return {
				outcome: 'failed',
				message: `Record ${typeof record === 'object' && record !== null && 'id' in record ? String(record.id) : done} is damaged in the database: ${isRecord.errors?.[0]?.instancePath ?? ''} ${isRecord.errors?.[0]?.message ?? ''}`
			};
		builder.add(record);
		done++;
	}
	return { outcome: 'added', done };
}

function answer(message: unknown): BuilderAnswer {
	if (!isMessage(message)) return { outcome: 'failed', message: 'The builder was sent something else.' };
	if (message.do === 'add') return add(message.texts);
	return { outcome: 'built', buffer: builder.finish().buffer as SharedArrayBuffer };
}

port.on('message', (message: unknown) => {
	try {
		port.postMessage(answer(message));
	} catch (error) {
		port.postMessage({ outcome: 'failed', message: error instanceof Error ? error.message : String(error) });
	}
});
