/** Verdicts given in a window: shown at once, never lost, and in step with what others judge. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Verdict } from '@wide-lantern/core/editor';
import { Judgements } from './judgements.svelte';

type Judged = { readonly record: string; readonly verdict: Verdict | null };

/** A server as plain as can be: a log of judgements. */
class Server {
	log: Judged[] = [];
	requests: string[] = [];
	trouble: ('offline' | 'broken' | 'refused')[] = [];
	fetch = (address: string, options?: { method?: string; body?: string }): Promise<Response> => {
		this.requests.push(`${options?.method ?? 'GET'} ${address}`);
		const trouble = this.trouble.shift();
		if (trouble === 'offline') return Promise.reject(new TypeError('network'));
		if (trouble === 'broken') return Promise.resolve(new Response('', { status: 500 }));
		if (trouble === 'refused')
			return Promise.resolve(new Response(JSON.stringify({ message: 'Too many.' }), { status: 409 }));
		if (options?.method === 'POST') {
			this.log.push(...(JSON.parse(options.body ?? '') as { judgements: Judged[] }).judgements);
			return Promise.resolve(new Response('{}', { status: 201 }));
		}
		const after = Number(new URL(address, 'http://here').searchParams.get('after'));
		const inForce = new Map(this.log.map((one) => [one.record, one.verdict]));
		const counted = (verdict: Verdict) => [...inForce.values()].filter((one) => one === verdict).length;
		return Promise.resolve(
			new Response(
				JSON.stringify({
					newest: this.log.length,
					relevant: counted('relevant'),
					irrelevant: counted('irrelevant'),
					judgements: this.log.slice(after)
				})
			)
		);
	};
}

/** As the browser has it: what is kept can be listed with `Object.keys`. */
function storage(): Storage {
	const kept: Record<string, string> = {};
	const methods = {
		getItem: (key: string) => kept[key] ?? null,
		setItem: (key: string, value: string) => void (kept[key] = value),
		removeItem: (key: string) => void Reflect.deleteProperty(kept, key)
	};
	return new Proxy(kept, {
		get: (target, name) => (methods as Record<string | symbol, unknown>)[name] ?? target[String(name)]
	}) as unknown as Storage;
}

let server: Server;
beforeEach(() => {
	vi.useFakeTimers({ now: new Date('2026-11-30T12:00:00Z') });
	server = new Server();
	vi.stubGlobal('fetch', server.fetch);
	vi.stubGlobal('localStorage', storage());
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});
const settled = () => vi.advanceTimersByTimeAsync(1);

describe('judging', () => {
	it('shows the verdict at once, then saves it', async () => {
		const here = new Judgements('e');
		expect(here.verdictOn('S1', 'irrelevant')).toBe('irrelevant');
		here.judge('S1', 'relevant');
		expect([here.verdictOn('S1', 'irrelevant'), here.state]).toEqual(['relevant', 'waiting']);
		await settled();
		expect([server.log, here.state]).toEqual([[{ record: 'S1', verdict: 'relevant' }], 'saved']);
	});
	it('what is judged while the server cannot be reached is sent in its order once it can', async () => {
		server.trouble = ['offline', 'broken'];
		const here = new Judgements('e');
		here.judge('S1', 'relevant');
		await settled();
		here.judge('S1', null);
		here.judge('S2', 'irrelevant');
		await settled();
		expect([here.state, server.log]).toEqual(['offline', []]);
		await vi.advanceTimersByTimeAsync(10_000);
		expect(here.state).toBe('saved');
		expect(server.log.map((one) => [one.record, one.verdict])).toEqual([
			['S1', 'relevant'],
			['S1', null],
			['S2', 'irrelevant']
		]);
	});
	it('a page that was closed leaves what it could not send to a later one, not to one beside it', async () => {
		server.trouble = ['offline'];
		const left = new Judgements('e');
		left.judge('S1', 'relevant');
		await settled();
		left.stop();
		const beside = new Judgements('e');
		await beside.catchUp();
		expect(server.log).toEqual([]);
		await vi.advanceTimersByTimeAsync(20_000);
		const later = new Judgements('e');
		await later.catchUp();
		expect([server.log, later.verdictOn('S1', null)]).toEqual([[{ record: 'S1', verdict: 'relevant' }], 'relevant']);
		expect(Object.keys(localStorage)).toEqual([]);
	});
	it('a refused verdict is undone, and the reason is kept', async () => {
		server.trouble = ['refused'];
		const here = new Judgements('e');
		here.judge('S1', 'relevant');
		await settled();
		expect([here.verdictOn('S1', null), here.refused, here.state]).toEqual([null, 'Too many.', 'saved']);
	});
	it('learns what others judged since it was opened, and how many there are', async () => {
		server.log = [{ record: 'S0', verdict: 'relevant' }];
		const here = new Judgements('e', { newest: 1, relevant: 1, irrelevant: 0 });
		server.log.push({ record: 'S1', verdict: 'irrelevant' }, { record: 'S0', verdict: null });
		await here.askNews();
		expect([here.verdictOn('S1', null), here.verdictOn('S0', 'relevant')]).toEqual(['irrelevant', null]);
		expect(here.counts).toEqual({ newest: 3, relevant: 0, irrelevant: 1 });
		expect(server.requests.at(-1)).toBe('GET /api/v1/enquiries/e/judgements?after=1');
	});
	it('news that arrives during a question is asked for after it', async () => {
		const here = new Judgements('e');
		const first = here.askNews();
		server.log.push({ record: 'S1', verdict: 'relevant' });
		await Promise.all([first, here.askNews()]);
		expect([here.counts.newest, server.requests.length]).toEqual([1, 2]);
	});
	it('another page of this browser holding nonsense in its storage changes nothing', async () => {
		localStorage.setItem(
			'lantern-judgements:e:x',
			JSON.stringify({ at: 0, waiting: [7, { record: 'S1', verdict: 'x' }] })
		);
		const here = new Judgements('e');
		await here.catchUp();
		expect(server.log).toEqual([]);
	});
});
