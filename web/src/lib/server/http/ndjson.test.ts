import { describe, expect, it } from 'vitest';
import { ndjsonResponse } from './ndjson';

const request = (signal?: AbortSignal) => new Request('http://127.0.0.1/x', signal ? { signal } : {});
const lines = async (response: Response) =>
	(await response.text())
		.split('\n')
		.filter((one) => one !== '')
		.map((one) => JSON.parse(one) as object);

describe('an answer told as it comes', () => {
	it('has one line of JSON for each message, in order', async () => {
		const response = ndjsonResponse<{ n: number }>(request(), async (say) => {
			say({ n: 1 });
			await Promise.resolve();
			say({ n: 2 });
		});
		expect(response.headers.get('content-type')).toContain('application/x-ndjson');
		expect(await lines(response)).toEqual([{ n: 1 }, { n: 2 }]);
	});
	it('keeps a line break inside a text from ending the message', async () => {
		expect(
			await lines(ndjsonResponse<{ text: string }>(request(), (say) => Promise.resolve(say({ text: 'a\nb' }))))
		).toEqual([{ text: 'a\nb' }]);
	});
	it('tells a fault without its insides where something goes wrong in the middle', async () => {
		const told = await lines(
			ndjsonResponse<{ n: number }>(request(), (say) => {
				say({ n: 1 });
				return Promise.reject(new Error('password of the database'));
			})
		);
		expect(told).toHaveLength(2);
		expect(JSON.stringify(told[1])).toContain('nothing was changed');
		expect(JSON.stringify(told)).not.toContain('password');
	});
	it('lets the work know that nobody listens any more, and says nothing after that', async () => {
		let known = false;
		const response = ndjsonResponse<{ n: number }>(request(), async (say, signal) => {
			say({ n: 1 });
			await new Promise((gone) => signal.addEventListener('abort', gone));
			known = true;
			say({ n: 2 });
		});
		const reader = response.body?.getReader();
		await reader?.read();
		await reader?.cancel();
		expect(known).toBe(true);
	});
	it('stops with the request', async () => {
		const asked = new AbortController();
		let known = false;
		ndjsonResponse<{ n: number }>(request(asked.signal), async (_, signal) => {
			await new Promise((gone) => signal.addEventListener('abort', gone));
			known = true;
		});
		asked.abort();
		await new Promise((done) => setTimeout(done));
		expect(known).toBe(true);
	});
});
