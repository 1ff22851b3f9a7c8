/** A thread that builds an index, alone or with another: records come as texts and are checked here; the index goes back whole. */
import { parentPort, workerData } from 'node:worker_threads';
import {
	firstHand,
	IndexBuilder,
	recordSchema,
	secondHand,
	type BibliographicRecord
} from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import { builderMessageSchema, type BuilderAnswer, type BuilderData, type BuilderMessage } from './building.ts';
import { handPort } from './hand-port.ts';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
const { madeFrom, labels, other } = workerData as BuilderData;
const ajv = new Ajv({ strictTypes: false });
const isMessage = ajv.compile<BuilderMessage>(builderMessageSchema);
const isRecord = ajv.compile<BibliographicRecord>(recordSchema);
const builder = new IndexBuilder((vocabulary, heading) => labels[`${vocabulary}:${heading}`], { madeFrom });
const otherHand = other && handPort(other.port);
const say = (answer: BuilderAnswer) => {
	port.postMessage(answer);
};
let done = 0;

function add(texts: readonly string[]): string | null {
	for (const text of texts) {
		const record: unknown = JSON.parse(text);
		if (!isRecord(record))
			return `Record ${typeof record === 'object' && record !== null && 'id' in record ? String(record.id) : done} is damaged in the database: ${isRecord.errors?.[0]?.instancePath ?? ''} ${isRecord.errors?.[0]?.message ?? ''}`;
		builder.add(record);
		done++;
	}
	return null;
}

async function finish(): Promise<BuilderAnswer> {
	if (!other || !otherHand) return { outcome: 'built', buffer: builder.finish().buffer as SharedArrayBuffer };
	if (other.hand === 'first')
		return {
			outcome: 'built',
			buffer: (await firstHand(builder.part(), otherHand, madeFrom)).buffer as SharedArrayBuffer
		};
	await secondHand(builder.part(), otherHand);
	return { outcome: 'handed-over' };
}

port.on('message', (message: unknown) => {
	if (!isMessage(message)) say({ outcome: 'failed', message: 'The builder was sent something else.' });
	else if (message.do === 'finish')
		finish().then(say, (error: unknown) => {
			say({ outcome: 'failed', message: error instanceof Error ? error.message : String(error) });
		});
	else {
		const fault = add(message.texts);
		say(fault === null ? { outcome: 'added', done } : { outcome: 'failed', message: fault });
	}
});
