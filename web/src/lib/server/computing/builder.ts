/** A thread that builds an index: records come as texts and are checked here; the index goes back whole. */
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import {
	CollectionIndex,
	IndexBuilder,
	RecordSet,
	recordSchema,
	type BibliographicRecord
} from '@wide-lantern/core/computing';
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
let builder: IndexBuilder | null = null;
let done = 0;

/** A damaged index is not added to: all records will come. */
function begin(buffer: SharedArrayBuffer | null, bits: Uint32Array | null): BuilderAnswer {
	const opened = buffer ? CollectionIndex.open(buffer) : null;
	const onto = opened?.ok ? opened.index : null;
	const without = onto && bits && RecordSet.from(onto.size, bits);
	builder = new IndexBuilder((vocabulary, heading) => labels[`${vocabulary}:${heading}`], {
		madeFrom,
		...(onto && { onto }),
		...(without && { without })
	});
	done = (onto?.size ?? 0) - (without?.count() ?? 0);
	return { outcome: 'added', done };
}

function add(builder: IndexBuilder, texts: readonly string[]): BuilderAnswer {
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
	if (message.do === 'begin') return begin(message.onto, message.without);
	if (!builder) return { outcome: 'failed', message: 'The builder was sent something before it began.' };
	if (message.do === 'add') return add(builder, message.texts);
	return { outcome: 'built', buffer: builder.finish().buffer as SharedArrayBuffer };
}

port.on('message', (message: unknown) => {
	try {
		port.postMessage(answer(message));
	} catch (error) {
		port.postMessage({ outcome: 'failed', message: error instanceof Error ? error.message : String(error) });
	}
});
