/** Figures that a screen asks for: they come in the end, whatever the server is busy with, and never after the screen has moved on. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { callServer } from '$lib/contract/call-server';
import { askForFigures } from './figures';

const reply = (status: number, body: unknown) => Promise.resolve(new Response(JSON.stringify(body), { status }));
function server(...replies: (() => Promise<Response>)[]) {
	const asked: string[] = [];
	vi.stubGlobal('fetch', (address: string) => {
		asked.push(address);
		return (replies[asked.length - 1] ?? replies.at(-1) ?? (() => reply(500, null)))();
	});
	return asked;
}
const jobs = (signal: AbortSignal) => callServer('GET /api/v1/jobs', { signal });
beforeEach(() => {
	vi.useFakeTimers();
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

describe('figures of the server', () => {
	it('are asked for again while the server is busy, sends no JSON, or is away, and each failure is said', async () => {
		const asked = server(
			() => reply(503, { message: 'Too much is being counted at the moment.' }),
			() => Promise.resolve(new Response('<html>', { status: 502 })),
			() => Promise.reject(new TypeError('network')),
			() => reply(200, { records: 7 })
		);
		const [show, failed] = [vi.fn(), vi.fn()];
		askForFigures(jobs, { show, failed });
		await vi.advanceTimersByTimeAsync(0);
		expect(failed).toHaveBeenLastCalledWith('Too much is being counted at the moment.');
		await vi.advanceTimersByTimeAsync(1_000);
		expect(failed).toHaveBeenLastCalledWith('The server did not answer as expected.');
		await vi.advanceTimersByTimeAsync(2_000);
		expect(failed).toHaveBeenLastCalledWith('The server cannot be reached; what is shown is older.');
		expect(show).not.toHaveBeenCalled();
		await vi.advanceTimersByTimeAsync(4_000);
		expect(show.mock.calls).toEqual([[{ records: 7 }]]);
		expect(asked).toHaveLength(4);
		await vi.advanceTimersByTimeAsync(60_000);
		expect(asked).toHaveLength(4);
	});

	it('are not asked for again where the answer is a refusal, and null is an answer', async () => {
		const asked = server(
			() => reply(404, { message: 'This line is not in the enquiry.' }),
			() => reply(200, null)
		);
		const [show, failed] = [vi.fn(), vi.fn()];
		askForFigures(jobs, { show, failed });
		await vi.advanceTimersByTimeAsync(60_000);
		expect(failed.mock.calls).toEqual([['This line is not in the enquiry.']]);
		expect(asked).toHaveLength(1);
		askForFigures(jobs, { show, failed });
		await vi.advanceTimersByTimeAsync(0);
		expect(show.mock.calls).toEqual([[null]]);
	});

	it('are neither asked for nor shown once the screen has moved on', async () => {
		const asked = server(() => reply(200, 1));
		const [show, failed] = [vi.fn(), vi.fn()];
		askForFigures(jobs, { show, failed, after: 250 })();
		await vi.advanceTimersByTimeAsync(1_000);
		expect(asked).toEqual([]);
		const stop = askForFigures(jobs, { show, failed });
		stop();
		await vi.advanceTimersByTimeAsync(60_000);
		expect(show).not.toHaveBeenCalled();
		expect(failed).not.toHaveBeenCalled();
	});
});
