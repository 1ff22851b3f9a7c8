import { afterEach, describe, expect, it, vi } from 'vitest';
import { readNdjson } from './ndjson';

/** A server that tells these pieces, however they cut the lines. */
function server(pieces: readonly string[], status = 200) {
	const body = new ReadableStream({
		start(controller) {
			for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece));
			controller.close();
		}
	});
	vi.stubGlobal('fetch', () => Promise.resolve(new Response(body, { status })));
}
const heard = async (signal = new AbortController().signal) => {
	const said: object[] = [];
	return { end: await readNdjson('/x', {}, (one) => said.push(one), signal), said };
};

describe('what the server tells line by line', () => {
	afterEach(() => vi.unstubAllGlobals());

	it('is heard message by message, wherever it was cut, letters of several bytes among them', async () => {
		server(['{"n":1}\n{"n"', ':2}\n', '{"n":"ö', '"}\n']);
		expect(await heard()).toEqual({ end: '', said: [{ n: 1 }, { n: 2 }, { n: 'ö' }] });
	});
	it('says so where it breaks off', async () => {
		server(['{"n":1}\n{"n":']);
		expect(await heard()).toEqual({
			end: 'The answer of the server broke off; what was heard is shown.',
			said: [{ n: 1 }]
		});
	});
	it('does not listen to a message that never ends, and lets the server know', async () => {
		let cancelled = false;
		const body = new ReadableStream({
			pull(controller) {
				controller.enqueue(new TextEncoder().encode('{"n":"endless '));
			},
			cancel() {
				cancelled = true;
			}
		});
		vi.stubGlobal('fetch', () => Promise.resolve(new Response(body)));
		const said: object[] = [];
		expect(await readNdjson('/x', {}, (one) => said.push(one), new AbortController().signal, 1_000)).toBe(
			'The answer of the server was too long to be read.'
		);
		expect([said, cancelled]).toEqual([[], true]);
	});
	it('says why where the server refuses', async () => {
		server(['{"message":"Not whole yet."}'], 409);
		expect(await heard()).toEqual({ end: 'Not whole yet.', said: [] });
	});
	it('knows cancelling from a server that is away', async () => {
		vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')));
		expect((await heard()).end).toContain('cannot be reached');
		expect((await heard(AbortSignal.abort())).end).toContain('Cancelled');
	});
});
