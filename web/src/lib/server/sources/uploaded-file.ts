/** Files that are taken in: from the request, or from an address that may be reached; never beyond a ceiling. */
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

async function* texts(stream: ReadableStream<Uint8Array>, ceiling: number): AsyncGenerator<string> {
	const decoder = new TextDecoder('utf-8', { fatal: true });
	let size = 0;
	const decode = (chunk?: Uint8Array) => {
		try {
			return chunk ? decoder.decode(chunk, { stream: true }) : decoder.decode();
		} catch {
			error(422, { message: 'The file is not UTF-8 text. Nothing was changed.' });
		}
	};
	for await (const chunk of stream as unknown as AsyncIterable<Uint8Array>) {
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
