/** What the screens ask of the server and how they say its answers: refusals, silence, and every reason in plain words. */
import type { HeadingMatch } from '$lib/contract/headings';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { conceptMap } from './concept-map';
import { counterpartsOf, decide, evidenceText } from './counterparts';
import { changesOf } from './editions';
import { lookUp, lookUpInAll, reasonText } from './headings';
import { shortName } from './installation';
import { begin, next } from './vocabulary-file.svelte';

const answer = (status: number, body: unknown) => Promise.resolve(new Response(JSON.stringify(body), { status }));
function server(reply: (address: string) => Promise<Response>) {
	const asked: { address: string; init: RequestInit | undefined }[] = [];
	vi.stubGlobal('fetch', (address: string, init?: RequestInit) => {
		asked.push({ address, init });
		return reply(address);
	});
	return asked;
}
afterEach(() => {
	vi.unstubAllGlobals();
});
const signal = new AbortController().signal;

describe('a file that is loaded', () => {
	it('goes with its name, and an address without a body', async () => {
		const asked = server(() => answer(202, { id: 'i', state: 'waiting' }));
		expect(await begin('lamps', new File(['x'], 'lamp list.csv'))).toMatchObject({ ok: true, value: { id: 'i' } });
		expect(asked[0]?.address).toBe('/api/v1/intakes?vocabulary=lamps&name=lamp+list.csv');
		expect(asked[0]?.init).toMatchObject({ method: 'POST', headers: { 'content-type': 'application/octet-stream' } });
		await begin('lamps', 'https://v.example/a/list.ttl');
		expect([asked[1]?.address.includes('name=list.ttl&from=https'), asked[1]?.init?.body]).toEqual([true, undefined]);
	});
	it('says what the server refused, and that it cannot be reached', async () => {
		server(() => answer(403, { message: 'Not yours.' }));
		expect(await begin('lamps', new File(['x'], 'a.ttl'))).toMatchObject({ ok: false, fault: 'Not yours.' });
		server(() => Promise.resolve(new Response('<html>', { status: 502 })));
		expect(await next('i', { do: 'load', faulty: false })).toEqual({
			ok: false,
			status: 502,
			fault: 'The server did not answer as expected.',
			refused: null
		});
		server(() => Promise.reject(new TypeError('network')));
		expect(await next('i', { do: 'load', faulty: false })).toEqual({
			ok: false,
			status: 0,
			fault: 'The server cannot be reached. Nothing was changed.',
			refused: null
		});
	});
	it.each([
		['Lamp List 2026.csv', 'lamp-list-2026'],
		['https://v.example/files/Harbour.ttl?x=1#y', 'harbour'],
		['2026 list.ttl', 'list'],
		['.ttl', ''],
		['ÄÖ.ttl', '']
	])('%j is called %j for short', (file, name) => {
		expect(shortName(file)).toBe(name);
	});
});

describe('looking up and comparing', () => {
	it('asks with what was typed, whatever it holds', async () => {
		const asked = server(() => answer(200, { matches: [], pieces: [] }));
		await lookUp('skerry', 'a&b=c #1', 'any', signal);
		expect(asked[0]?.address).toBe('/api/v1/vocabularies/skerry/lookup?q=a%26b%3Dc+%231&mode=any&most=100');
	});
	it('says the server’s sentence where it refuses', async () => {
		server(() => answer(404, { message: 'This vocabulary is not loaded here.' }));
		await expect(lookUp('gone', 'x', 'all', signal)).rejects.toThrow('This vocabulary is not loaded here.');
		await expect(changesOf('gone', 1, 2)).rejects.toThrow('This vocabulary is not loaded here.');
		await expect(conceptMap('e', 'c', signal)).rejects.toThrow('This vocabulary is not loaded here.');
		await expect(counterpartsOf('gone', 'h', 'b')).rejects.toThrow('This vocabulary is not loaded here.');
	});
	it('in several vocabularies: one that was removed in the meantime says so, and the others are listed', async () => {
		const match = { id: 'n', label: 'Night lights', narrower: 0, reason: 'heading' };
		server((address) =>
			address.includes('/gone/')
				? answer(404, { message: 'This vocabulary is not loaded here.' })
				: answer(200, { matches: [match] })
		);
		const both = [
			{ id: 'gone', name: 'Gone' },
			{ id: 'skerry', name: 'Skerry' }
		];
		const found = await lookUpInAll(both, 'x', 'all', signal);
		expect(found.map((one) => [one.name, one.fault, one.matches.length])).toEqual([
			['Gone', 'This vocabulary is not loaded here.', 0],
			['Skerry', '', 1]
		]);
		server(() => Promise.reject(new TypeError('network')));
		expect((await lookUpInAll(both, 'x', 'all', signal)).every((one) => one.fault.includes('cannot be reached'))).toBe(
			true
		);
		await expect(lookUpInAll(both, 'x', 'all', AbortSignal.abort())).rejects.toThrow();
	});
	it('a decision that was overtaken, or did not arrive, says so; one that is kept says nothing', async () => {
		const decision = { kind: 'exact' as const, targets: ['x'], reason: '', seen: null };
		server(() => answer(200, {}));
		expect(await decide('a', 'h/1', 'b', decision)).toBeNull();
		server(() => answer(409, { message: 'Ann has decided differently meanwhile.' }));
		expect(await decide('a', 'h', 'b', decision)).toBe('Ann has decided differently meanwhile.');
		server(() => Promise.reject(new TypeError('network')));
		expect(await decide('a', 'h', 'b', decision)).toContain('Your choice stays here');
	});
	it.each([
		['top', 'at the top of its branch'],
		['heading', 'is a heading'],
		['entry-term', '“Lantern” is another name for it'],
		['heading-words', 'words of the heading'],
		['entry-words', 'also called “Lantern”'],
		['fragment', 'holds these letters: “Lantern”'],
		['related', 'related to “Lantern”'],
		['scope-note', 'word in its scope note'],
		['spelling', 'spelt much like “Lantern”']
	])('the reason %s is said before it is used', (reason, text) => {
		expect(reasonText({ id: 'l', label: 'Lamp', narrower: 0, reason, name: 'Lantern' } satisfies HeadingMatch)).toBe(
			text
		);
	});
	it.each([
		[{ kind: 'mapping', property: 'broad', saidBy: 'to' }, 'the other vocabulary itself says: wider there'],
		[{ kind: 'mapping', property: 'exact', saidBy: 'from' }, 'this vocabulary itself says: the same'],
		[{ kind: 'name', name: 'Lamp' }, 'both have the name “Lamp”'],
		[{ kind: 'words', words: ['lamp', 'oil'] }, 'names share lamp, oil'],
		[{ kind: 'notes', words: ['dim'] }, 'notes share dim'],
		[{ kind: 'together', both: 1, from: 2, to: 3 }, 'on the same work (of 2 here, 3 there)'],
		[{ kind: 'together', both: 4, from: 5, to: 6 }, 'on the same 4 works (of 5 here, 6 there)'],
		[{ kind: 'above', from: 'A', to: 'B' }, 'below B, as here below A'],
		[{ kind: 'below', matched: 2, of: 3 }, '2 of its 3 narrower headings match']
	] as const)('evidence %# in plain words', (evidence, text) => {
		expect(evidenceText(evidence)).toBe(text);
	});
});
