/** A thread that reads one vocabulary's file: it can be stopped at any moment, and what it cannot hold ends it alone. */
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { parentPort, workerData } from 'node:worker_threads';
import {
	kindOfFile,
	lookAtTable,
	readSkos,
	readTable,
	vocabularySchema,
	type FileKind,
	type SkosRead,
	type TableShape,
	type VocabularyData
} from '@wide-lantern/core';
import { Ajv } from 'ajv';
import { readerMessageSchema, type ReaderAnswer, type ReaderData, type ReaderMessage } from './reading.ts';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
const data = workerData as ReaderData;
const ajv = new Ajv({ strictTypes: false, allowUnionTypes: true });
const isMessage = ajv.compile<ReaderMessage>(readerMessageSchema);
const isVocabulary = ajv.compile<VocabularyData>(vocabularySchema);
const say = (answer: ReaderAnswer) => {
	port.postMessage(answer);
};
/** Faults that are told one by one; of more, only how many. */
const TOLD = 1_000;
const PART = 1_000;
/** A table is read whole. */
const TABLE_CEILING = 200_000_000;

let bytes = 0;
async function* texts(): AsyncGenerator<string> {
	const decoder = new TextDecoder('utf-8', { fatal: true });
	for await (const chunk of createReadStream(data.path, { highWaterMark: 1 << 18 })) {
		bytes += (chunk as Buffer).byteLength;
		yield decoder.decode(chunk as Buffer, { stream: true });
		say({ say: 'progress', bytes, statements });
	}
	yield decoder.decode();
}
let statements = 0;

async function start(): Promise<string> {
	const file = await open(data.path);
	try {
		const { buffer, bytesRead } = await file.read(Buffer.alloc(200_000), 0, 200_000, 0);
		return new TextDecoder('utf-8').decode(buffer.subarray(0, bytesRead), { stream: true });
	} finally {
		await file.close();
	}
}

async function read(kind: FileKind, shape: TableShape | null): Promise<SkosRead> {
	if (kind !== 'table') return readSkos(texts(), kind, data.vocabulary, { progress: (done) => (statements = done) });
	if (!shape) throw new Error('What the columns mean has not been said.');
	const parts: string[] = [];
	for await (const text of texts()) {
		if (bytes > TABLE_CEILING)
			throw new Error(
				`A table of more than ${TABLE_CEILING / 1_000_000} MB is not read; load it as Turtle or N-Triples.`
			);
		parts.push(text);
	}
	return readTable(parts.join(''), shape, data.vocabulary, data.name);
}

let vocabulary: VocabularyData | null = null;
let given = 0;
let kind: FileKind | null = null;

async function look(): Promise<void> {
	const begin = await start();
	kind = data.kind ?? kindOfFile(begin);
	if (!kind) {
		say({
			say: 'failed',
			message: 'This file is neither RDF (Turtle, N-Triples, RDF/XML, JSON-LD) nor a table.',
			faults: []
		});
		return;
	}
	const table = kind === 'table' ? lookAtTable(begin) : null;
	if (kind === 'table' && !table) say({ say: 'failed', message: 'This file is no table.', faults: [] });
	else say({ say: 'kind', kind, look: table });
}

async function readAll(shape: TableShape | null): Promise<void> {
	if (!kind) return;
	bytes = 0;
	const result = await read(kind, shape);
	const faults = result.faults.slice(0, TOLD).map(({ code, message, place }) => ({ code, message, place }));
	if (!result.vocabulary) {
		say({ say: 'failed', message: faults[0]?.message ?? 'This file holds no vocabulary.', faults });
		return;
	}
	if (!isVocabulary(result.vocabulary)) {
		say({
			say: 'failed',
			message: `The vocabulary does not fit: ${isVocabulary.errors?.[0]?.instancePath ?? ''} ${isVocabulary.errors?.[0]?.message ?? ''}.`,
			faults
		});
		return;
	}
	vocabulary = result.vocabulary;
	given = 0;
	const { headings, ...head } = vocabulary;
	say({
		say: 'read',
		head: JSON.stringify(head),
		headings: headings.length,
		names: headings.reduce((sum, one) => sum + one.entryTerms.length, 0),
		faults,
		faultCount: result.faults.length,
		notes: result.notes
	});
}

const failed = (error: unknown) => {
	const decoding = error instanceof TypeError && error.message.includes('encoded data');
	say({
		say: 'failed',
		message: decoding ? 'The file is not UTF-8 text.' : error instanceof Error ? error.message : String(error),
		faults: []
	});
};

port.on('message', (message: unknown) => {
	if (!isMessage(message)) say({ say: 'failed', message: 'The reader was sent something else.', faults: [] });
	else if (message.do === 'read') readAll(message.shape).catch(failed);
	else {
		const headings = vocabulary?.headings.slice(given, given + PART) ?? [];
		given += headings.length;
		say({ say: 'part', headings: headings.length === 0 ? null : JSON.stringify(headings) });
	}
});
look().catch(failed);
