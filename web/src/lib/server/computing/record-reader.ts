/** A thread that reads a file of records, lines of JSON, checks each, and gives them in batches, as many as are asked for. */
import { createReadStream } from 'node:fs';
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { recordSchema, type BibliographicRecord } from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import { BATCH_PRIORITY } from './priority.ts';
import { RecordDigest } from './record-digest.ts';
import type { RecordReaderAnswer, RecordReaderData } from '$lib/contract/threads/record-reading';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
setPriority(BATCH_PRIORITY);
const { path } = workerData as RecordReaderData;
const isRecord = new Ajv({ strictTypes: false }).compile<BibliographicRecord>(recordSchema);

/** Records in one batch, and characters after which it ends before. */
const BATCH = 100;
const CHARACTERS = 1_000_000;
/** Longest line, in characters: a record with a 1 MB abstract fits several times. */
const LINE_CEILING = 20_000_000;

class Fault extends Error {}
let bytes = 0;

async function* texts(): AsyncGenerator<string> {
	const decoder = new TextDecoder('utf-8', { fatal: true });
	const decode = (chunk?: Buffer) => {
		try {
			return chunk ? decoder.decode(chunk, { stream: true }) : decoder.decode();
		} catch {
			throw new Fault('The file is not UTF-8 text.');
		}
	};
	for await (const chunk of createReadStream(path, { highWaterMark: 1 << 18 })) {
		bytes += (chunk as Buffer).length;
		yield decode(chunk as Buffer);
	}
	yield decode();
}

/** The lines that hold something, with their numbers from 1. */
async function* lines(): AsyncGenerator<{ readonly number: number; readonly text: string }> {
	let rest = '';
	let number = 0;
	for await (const text of texts()) {
		const found = (rest + text).split('\n');
		rest = found.pop() ?? '';
		if (rest.length > LINE_CEILING) throw new Fault(`Line ${number + found.length + 1} is longer than any record.`);
		for (const line of found) {
			number++;
			if (line.trim() !== '') yield { number, text: line };
		}
	}
	if (rest.trim() !== '') yield { number: number + 1, text: rest };
}

function checked(number: number, text: string): BibliographicRecord {
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		throw new Fault(`Line ${number} is not JSON.`);
	}
	if (isRecord(value)) return value;
	const [first] = isRecord.errors ?? [];
	const where = first?.instancePath ? first.instancePath : 'the whole';
	throw new Fault(`Line ${number} is not a record: ${where} ${first?.message ?? 'is not right'}.`);
}

async function* batches(): AsyncGenerator<RecordReaderAnswer> {
	const digest = new RecordDigest();
	let batch: string[] = [];
	let characters = 0;
	const take = (): RecordReaderAnswer => {
		const answer = { say: 'records', texts: `[${batch.join()}]`, count: batch.length, bytes } as const;
		[batch, characters] = [[], 0];
		return answer;
	};
	for await (const { number, text } of lines()) {
		digest.add(checked(number, text));
		batch.push(text);
		characters += text.length;
		if (batch.length === BATCH || characters > CHARACTERS) yield take();
	}
	if (batch.length > 0) yield take();
	yield { say: 'end', digest: digest.value() };
}

const given = batches();
port.on('message', () => {
	given.next().then(
		({ value }) => {
			port.postMessage(value as RecordReaderAnswer);
		},
		(error: unknown) => {
			const message = error instanceof Fault ? error.message : 'The file could not be read to its end.';
			port.postMessage({ say: 'failed', message } satisfies RecordReaderAnswer);
		}
	);
});
