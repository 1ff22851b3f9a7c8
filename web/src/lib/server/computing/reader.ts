/**
 * A thread that reads one vocabulary's file and writes beside it what it has read: it can be stopped at any moment,
 * and what it cannot hold ends it alone.
 */
import { once } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import {
	kindOfFile,
	lookAtRdf,
	lookAtTable,
	lookAtXml,
	readRdfHeadings,
	readSkos,
	readTable,
	readXmlHeadings,
	vocabularySchema,
	type ReadKind,
	type SkosRead,
	type TableLook,
	type TableShape,
	type VocabularyData
} from '@wide-lantern/core';
import { Ajv } from 'ajv';
import { BATCH_PRIORITY } from './priority.ts';
import { PART, type ReaderAnswer, type ReaderData } from '$lib/contract/threads/vocabulary-reading';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
const data = workerData as ReaderData;
setPriority(BATCH_PRIORITY);
const ajv = new Ajv({ strictTypes: false, allowUnionTypes: true });
const isVocabulary = ajv.compile<VocabularyData>(vocabularySchema);
const say = (answer: ReaderAnswer) => {
	port.postMessage(answer);
};
/** Faults that are told one by one; of more, only how many. */
const TOLD = 1_000;
/** A table is read whole. */
const TABLE_CEILING = 200_000_000;

let bytes = 0;
async function* texts(): AsyncGenerator<string> {
	const decoder = new TextDecoder('utf-8', { fatal: true });
	for await (const chunk of createReadStream(data.path, { highWaterMark: 1 << 18 })) {
		bytes += (chunk as Buffer).byteLength;
		yield decoder.decode(chunk as Buffer, { stream: true });
		say({ say: 'progress', bytes });
	}
	yield decoder.decode();
}

/** The beginning of the file, as text. */
async function beginning(): Promise<string> {
	const file = await open(data.path);
	try {
		const { buffer, bytesRead } = await file.read(Buffer.alloc(200_000), 0, 200_000, 0);
		return new TextDecoder('utf-8').decode(buffer.subarray(0, bytesRead), { stream: true });
	} finally {
		await file.close();
	}
}

async function read(kind: ReadKind, begin: string, shape: TableShape): Promise<SkosRead> {
	if (kind === 'xml') return readXmlHeadings(texts(), begin, shape, data.vocabulary, data.name);
	if (kind !== 'table') return readRdfHeadings(texts(), kind, shape, data.vocabulary, data.name);
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

/** What is read without anybody's help, or what must be said before it can be read. */
async function readOrLook(kind: ReadKind, begin: string): Promise<SkosRead | TableLook> {
	const element = data.element ?? undefined;
	if (kind === 'table') return lookAtTable(begin) ?? failed('This file is not a table.');
	if (kind === 'xml') return lookAtXml(begin, element) ?? failed('No element repeats in the first part of this file.');
	const skos = await readSkos(texts(), kind, data.vocabulary);
	if (skos.vocabulary || skos.faults[0]?.code !== 'no-headings') return skos;
	bytes = 0;
	return lookAtRdf(texts(), kind, element);
}
const failed = (message: string): SkosRead => ({
	vocabulary: null,
	faults: [{ code: 'no-headings', message, place: null }],
	notes: []
});

async function start(): Promise<ReaderAnswer> {
	const begin = await beginning();
	const kind = kindOfFile(begin);
	if (!kind)
		return {
			say: 'failed',
			message: 'This file is neither RDF (Turtle, N-Triples, RDF/XML, JSON-LD) nor other XML nor a table.',
			faults: []
		};
	say({ say: 'kind', kind });
	const found = data.shape ? await read(kind, begin, data.shape) : await readOrLook(kind, begin);
	if ('header' in found) return { say: 'columns', look: found };
	const { vocabulary, faults: all, notes } = found;
	const faults = all.slice(0, TOLD).map(({ code, message, place }) => ({ code, message, place }));
	if (!vocabulary) return { say: 'failed', message: faults[0]?.message ?? 'This file holds no vocabulary.', faults };
	if (!isVocabulary(vocabulary))
		return {
			say: 'failed',
			message: `The vocabulary does not fit: ${isVocabulary.errors?.[0]?.instancePath ?? ''} ${isVocabulary.errors?.[0]?.message ?? ''}.`,
			faults
		};
	await write(vocabulary);
	const { name, edition, date, qualifiers, headings } = vocabulary;
	return {
		say: 'read',
		name,
		edition,
		date: date ?? null,
		qualifiers: qualifiers.length,
		headings: headings.length,
		names: headings.reduce((sum, one) => sum + one.entryTerms.length, 0),
		faults,
		faultCount: all.length,
		notes
	};
}

async function write({ headings, ...head }: VocabularyData): Promise<void> {
	const file = createWriteStream(`${data.path}.read`);
	const line = async (value: unknown) => {
		if (!file.write(`${JSON.stringify(value)}\n`)) await once(file, 'drain');
	};
	await line(head);
	for (let from = 0; from < headings.length; from += PART) await line(headings.slice(from, from + PART));
	file.end();
	await once(file, 'finish');
}

start().then(say, (error: unknown) => {
	const decoding = error instanceof TypeError && error.message.includes('encoded data');
	say({
		say: 'failed',
		message: decoding ? 'The file is not UTF-8 text.' : error instanceof Error ? error.message : String(error),
		faults: []
	});
});
