/**
 * Files that are taken in: from the request, or from an address that may be reached; read as text or
 * line by line, never beyond a ceiling.
 */
import { error } from '@sveltejs/kit';
import { reach } from './addresses';

/** Largest files taken in, in bytes. */
export const CEILINGS = { profile: 1_000_000, collection: 2_000_000_000 } as const;

/** The file of a request: its body, or what lies at `from`. */
export async function uploadedFile(request: Request, url: URL): Promise<ReadableStream<Uint8Array>> {
	const from = url.searchParams.get('from');
	if (from === null) {
		if (!request.body)
			error(400, { message: 'There is no file in this request, or it is empty. Nothing was changed.' });
		return request.body;
	}
	const reached = await reach(from);
	if (!reached.ok) error(422, { message: `${reached.message} Nothing was changed.` });
	return reached.body;
}

type Bytes = ReadableStream<Uint8Array> | AsyncIterable<Uint8Array>;

async function* texts(stream: Bytes, ceiling: number): AsyncGenerator<string> {
	const decoder = new TextDecoder('utf-8', { fatal: true });
	let size = 0;
	const decode = (chunk?: Uint8Array) => {
		try {
			return chunk ? decoder.decode(chunk, { stream: true }) : decoder.decode();
		} catch {
			error(422, { message: 'The file is not UTF-8 text. Nothing was changed.' });
		}
	};
	for await (const chunk of stream as AsyncIterable<Uint8Array>) {
		size += chunk.byteLength;
		if (size > ceiling)
			error(413, {
				message: `The file is larger than ${ceiling / 1_000_000} MB and was not taken. Nothing was changed.`
			});
		yield decode(chunk);
	}
	yield decode();
}

export async function textOf(stream: ReadableStream<Uint8Array>, ceiling: number): Promise<string> {
	let whole = '';
	for await (const text of texts(stream, ceiling)) whole += text;
	return whole;
}

/** Longest line of a file of lines, in characters: a record with a 1 MB abstract fits several times. */
const LINE_CEILING = 20_000_000;

/** The lines that hold something, with their numbers from 1. */
export async function* linesOf(
	stream: Bytes,
	ceiling: number
): AsyncGenerator<{ readonly number: number; readonly text: string }> {
	let rest = '';
	let number = 0;
	for await (const text of texts(stream, ceiling)) {
		const lines = (rest + text).split('\n');
		rest = lines.pop() ?? '';
		if (rest.length > LINE_CEILING)
			error(413, { message: `Line ${number + lines.length + 1} is longer than any record. Nothing was changed.` });
		for (const line of lines) {
			number++;
			if (line.trim() !== '') yield { number, text: line };
		}
	}
	if (rest.trim() !== '') yield { number: number + 1, text: rest };
}
