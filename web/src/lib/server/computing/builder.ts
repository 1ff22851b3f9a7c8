/** A thread that builds one index: records come as texts and are checked here; the index goes back whole. */
import { parentPort, workerData } from 'node:worker_threads';
import { IndexBuilder, recordSchema, type BibliographicRecord } from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import { builderMessageSchema, type BuilderAnswer, type BuilderData, type BuilderMessage } from './building.ts';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
const { madeFrom, labels } = workerData as BuilderData;
const ajv = new Ajv({ strictTypes: false });
const isMessage = ajv.compile<BuilderMessage>(builderMessageSchema);
const isRecord = ajv.compile<BibliographicRecord>(recordSchema);
const builder = new IndexBuilder((vocabulary, heading) => labels[`${vocabulary}:${heading}`], { madeFrom });
const say = (answer: BuilderAnswer) => {
	port.postMessage(answer);
};
let done = 0;

function add(texts: readonly string[]): string | null {
	for (const text of texts) {
		const record: unknown = JSON.parse(text);
		if (!isRecord(record))
			return `Record ${done} is damaged in the database: ${isRecord.errors?.[0]?.instancePath ?? ''} ${isRecord.errors?.[0]?.message ?? ''}`;
		builder.add(record);
		done++;
	}
	return null;
}

port.on('message', (message: unknown) => {
	if (!isMessage(message)) say({ outcome: 'failed', message: 'The builder was sent something else.' });
	else if (message.do === 'finish') say({ outcome: 'built', buffer: builder.finish().buffer as SharedArrayBuffer });
	else {
		const fault = add(message.texts);
		say(fault === null ? { outcome: 'added', done } : { outcome: 'failed', message: fault });
	}
});
