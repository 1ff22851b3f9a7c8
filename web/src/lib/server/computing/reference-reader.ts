/** A thread that reads a file of references in whatever format and encoding, checks each, and gives them in parts, as many as are asked for. */
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import {
	cleanJson,
	decoderOf,
	encodingOf,
	formatOf,
	RAW_CEILING,
	readerOf,
	recipeReader,
	recordSchema,
	type BibliographicRecord,
	type ImportedReference,
	type ReadPiece,
	type ReferenceFormat,
	type TextEncoding
} from '@wide-lantern/core/computing';
import { Ajv } from 'ajv';
import { BATCH_PRIORITY } from './priority.ts';
import type {
	ReferenceReaderAnswer,
	ReferenceReaderData,
	UnreadablePiece
} from '$lib/contract/threads/reference-reading';

const port = parentPort;
if (!port) throw new Error('This runs in a thread of the server.');
setPriority(BATCH_PRIORITY);
const { path, source, prefix, recipe } = workerData as ReferenceReaderData;
const isRecord = new Ajv({ strictTypes: false }).compile<BibliographicRecord>(recordSchema);

/** References in one part, and characters after which it ends before. */
const PART = 200;
const CHARACTERS = 1_000_000;
/** Bytes by which a file is recognised. */
const BEGINNING = 1 << 18;
const PIECE = 1 << 18;

class Fault extends Error {}

async function beginningOf(): Promise<Uint8Array> {
	const file = await open(path);
	try {
		const { bytesRead, buffer } = await file.read(Buffer.alloc(BEGINNING), 0, BEGINNING, 0);
		return buffer.subarray(0, bytesRead);
	} finally {
		await file.close();
	}
}

/** By the file's beginning; where that says UTF-8, by the whole file, which must be valid. */
async function encodingOfFile(beginning: Uint8Array): Promise<TextEncoding> {
	const encoding = encodingOf(beginning);
	if (encoding === null)
		throw new Fault(
			'This is not a text file. Export the references as RIS, BibTeX, CSL-JSON, XML or a table and choose that file.'
		);
	if (encoding !== 'utf-8') return encoding;
	const decoder = new TextDecoder('utf-8', { fatal: true });
	try {
		for await (const chunk of createReadStream(path, { highWaterMark: PIECE }))
			decoder.decode(chunk as Buffer, { stream: true });
		decoder.decode();
		return 'utf-8';
	} catch {
		return 'windows-1252';
	}
}

async function* parts(): AsyncGenerator<ReferenceReaderAnswer> {
	const beginning = await beginningOf();
	const encoding = await encodingOfFile(beginning);
	const format = recipe ? 'recipe' : formatOf(decoderOf(encoding)(beginning));
	if (format === null)
		throw new Fault(
			'This file is in no format that can be read here: RIS (lines such as “TY  - JOUR”), BibTeX, CSL-JSON, MARCXML, MODS, Dublin Core, or a table whose first row names its columns, “Title” among them. Export the references in one of these, or teach this format by its example.'
		);
	const idOf = (place: number) => `${prefix}-${place}`;
	const reader = recipe ? recipeReader(recipe, source, idOf) : readerOf(format as ReferenceFormat, source, idOf);
	const decode = decoderOf(encoding);
	const digest = createHash('sha256');
	let bytes = 0;
	let references: ImportedReference[] = [];
	let unreadable: UnreadablePiece[] = [];
	let characters = 0;
	const take = (pieces: readonly ReadPiece[]) => {
		for (const piece of cleanJson(pieces)) {
			const refused = piece.kind === 'unreadable' ? piece : faultOf(piece.reference);
			if (refused) {
				unreadable.push({ line: refused.line, reason: refused.reason, raw: refused.raw });
				characters += refused.raw.length;
			} else if (piece.kind === 'reference') {
				references.push(piece.reference);
				characters += piece.reference.record.abstract.length + 500;
			}
		}
	};
	const part = (): ReferenceReaderAnswer => {
		const answer = {
			say: 'references',
			texts: JSON.stringify(references),
			count: references.length,
			unreadable,
			bytes
		} as const;
		[references, unreadable, characters] = [[], [], 0];
		return answer;
	};
	for await (const chunk of createReadStream(path, { highWaterMark: PIECE })) {
		bytes += (chunk as Buffer).length;
		digest.update(chunk as Buffer);
		take(reader.push(decode(chunk as Buffer)));
		if (references.length + unreadable.length >= PART || characters > CHARACTERS) yield part();
	}
	take(reader.push(decode()));
	take(reader.end());
	if (references.length + unreadable.length > 0) yield part();
	yield { say: 'end', digest: digest.digest('hex'), format, encoding };
}

/** A reference that is read but does not fit into a record. */
function faultOf({ record, kept }: ImportedReference): UnreadablePiece | null {
	if (isRecord(record)) return null;
	const [first] = isRecord.errors ?? [];
	return {
		line: 0,
		reason: `Its ${first?.instancePath.slice(1) ?? 'content'} ${first?.message ?? 'does not fit'}.`,
		raw: cleanJson(JSON.stringify({ record, kept }).slice(0, RAW_CEILING))
	};
}

const given = parts();
port.on('message', () => {
	given.next().then(
		({ value }) => {
			port.postMessage(value as ReferenceReaderAnswer);
		},
		(error: unknown) => {
			const message = error instanceof Fault ? error.message : 'The file could not be read to its end.';
			port.postMessage({ say: 'failed', message } satisfies ReferenceReaderAnswer);
		}
	);
});
