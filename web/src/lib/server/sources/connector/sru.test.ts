/** The connector against servers that are slow, wrong, endless or elsewhere: each has a sentence, none holds it up. */
import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { SruClient, type ClientLimits } from './sru';
import { SruReader } from './xml';

const quick: ClientLimits = { patience: 400, retries: 1, pause: 1, ceiling: 200_000 };
const question = { query: 'x', queryType: 'cql' };
let server: Server | undefined;
afterEach(() => {
	server?.closeAllConnections();
	server?.close();
});
let asked = 0;
async function serve(answer: (response: ServerResponse, path: string, turn: number) => void): Promise<SruClient> {
	asked = 0;
	server = createServer((request, response) => {
		answer(response, request.url ?? '', ++asked);
	});
	await new Promise<void>((done) => server?.listen(0, '127.0.0.1', done));
	return new SruClient(
		`http://127.0.0.1:${(server.address() as AddressInfo).port}/sru`,
		() => Promise.resolve(true),
		quick
	);
}
const response = (inside: string) =>
	`<?xml version="1.0"?><searchRetrieveResponse xmlns="http://www.loc.gov/zing/srw/"><version>1.2</version>${inside}</searchRetrieveResponse>`;
const record = (id: string) =>
	`<record><recordSchema>dc</recordSchema><recordData><dc xmlns="http://purl.org/dc/elements/1.1/"><title>T ${id}</title></dc></recordData><recordIdentifier>${id}</recordIdentifier></record>`;

describe('a count', () => {
	it.each([
		['number', response('<numberOfRecords>12</numberOfRecords>'), { ok: true, value: 12 }],
		[
			'prefixed names',
			'<z:searchRetrieveResponse xmlns:z="http://docs.oasis-open.org/ns/search-ws/sruResponse"><z:numberOfRecords>3</z:numberOfRecords></z:searchRetrieveResponse>',
			{ ok: true, value: 3 }
		],
		[
			'diagnostic',
			response(
				'<numberOfRecords>0</numberOfRecords><diagnostics><diagnostic xmlns="d"><uri>info:srw/diagnostic/1/10</uri><details>at 3</details><message>Query syntax error</message></diagnostic></diagnostics>'
			),
			{ ok: false, cause: 'refused', why: 'The source answered: Query syntax error (at 3), diagnostic 10.' }
		],
		[
			'no number',
			response('<numberOfRecords>many</numberOfRecords>'),
			{ ok: false, cause: 'unreadable', why: 'numberOfRecords is not a number in the response: “many”.' }
		],
		[
			'nothing of it',
			response(''),
			{ ok: false, cause: 'unreadable', why: 'The answer does not say how many records there are.' }
		],
		[
			'a page',
			'<html><body>Please sign in</body></html>',
			{ ok: false, cause: 'unreadable', why: 'This is not an SRU response but “html”.' }
		],
		['broken XML', '<searchRetrieveResponse><numberOfRecords>1</b>', { ok: false, cause: 'unreadable' }],
		['cut off', '<searchRetrieveResponse><numberOfRecords>1', { ok: false, cause: 'unreadable' }],
		[
			'a document type',
			'<!DOCTYPE x [<!ENTITY a "b">]><searchRetrieveResponse/>',
			{
				ok: false,
				cause: 'unreadable',
				why: 'The answer declares a document type, which no source needs to; it was not read.'
			}
		],
		[
			'endless nesting',
			'<a>'.repeat(5_000),
			{ ok: false, cause: 'unreadable', why: 'The answer is nested too deeply.' }
		],
		[
			'another encoding',
			Buffer.from([0x3c, 0x61, 0xff, 0xfe]),
			{ ok: false, cause: 'unreadable', why: 'The answer is not UTF-8 text.' }
		]
	])('%s', async (_, body, told) => {
		const client = await serve((one) => one.end(body));
		expect(await client.count(question)).toMatchObject(told);
	});

	it('is not waited for for ever, and asked once more', async () => {
		const client = await serve(() => undefined);
		expect(await client.count(question)).toEqual({
			ok: false,
			cause: 'late',
			why: 'The source did not answer within 0.4 seconds.'
		});
		expect(asked).toBe(2);
	});

	it('stops at a body without end', async () => {
		const client = await serve((one) => {
			const more = () => {
				if (!one.destroyed) one.write(`<searchRetrieveResponse>${' '.repeat(60_000)}`, () => setImmediate(more));
			};
			more();
		});
		expect(await client.count(question)).toMatchObject({ ok: false });
	});

	it('follows no redirect', async () => {
		const client = await serve((one) => one.writeHead(302, { location: 'http://127.0.0.1:1/' }).end());
		expect(await client.count(question)).toMatchObject({ ok: false, cause: 'elsewhere' });
		expect(asked).toBe(1);
	});

	it('tries again where the source had a fault of its own', async () => {
		const client = await serve((one, _, turn) =>
			turn === 1 ? one.writeHead(503).end() : one.end(response('<numberOfRecords>5</numberOfRecords>'))
		);
		expect(await client.count(question)).toEqual({ ok: true, value: 5 });
	});

	it('is cancelled', async () => {
		const client = await serve(() => undefined);
		const leaving = new AbortController();
		const counting = client.count(question, leaving.signal);
		setTimeout(() => leaving.abort(), 50);
		expect(await counting).toEqual({ ok: false, cause: 'late', why: 'It was cancelled.' });
	});

	it('reaches no address that is not allowed, and no other scheme', async () => {
		const nowhere = () => Promise.resolve(false);
		expect(await new SruClient('http://192.0.2.1/sru', nowhere, quick).count(question)).toMatchObject({
			ok: false,
			cause: 'elsewhere'
		});
		for (const address of ['file:///etc/passwd', 'javascript:1', 'nonsense'])
			expect(await new SruClient(address, () => Promise.resolve(true), quick).count(question)).toMatchObject({
				ok: false,
				cause: 'elsewhere'
			});
	});
});

describe('records', () => {
	it('come portion by portion, whatever the source gives at once, with progress', async () => {
		const client = await serve((one, path) => {
			const start = Number(new URLSearchParams(path.split('?')[1]).get('startRecord'));
			const some = Array.from({ length: Math.min(3, 8 - start) }, (_, at) => record(String(start + at)));
			one.end(
				response(
					`<numberOfRecords>7</numberOfRecords><records>${some.join('')}</records>${start + 3 <= 7 ? `<nextRecordPosition>${start + 3}</nextRecordPosition>` : ''}`
				)
			);
		});
		const steps: string[] = [];
		const told = await client.records(question, 100, (done, all) => steps.push(`${done}/${all}`));
		expect(told.ok && told.value.records.map((one) => one.identifier)).toEqual(['1', '2', '3', '4', '5', '6', '7']);
		expect(steps).toEqual(['3/7', '6/7', '7/7']);
	});

	it('are not asked for ever of a source that sends one back', async () => {
		const client = await serve((one) =>
			one.end(
				response(
					`<numberOfRecords>4</numberOfRecords><records>${record('a')}${record('b')}</records><nextRecordPosition>1</nextRecordPosition>`
				)
			)
		);
		const told = await client.records(question, 100);
		expect(told.ok && told.value.records.length).toBe(4);
	});

	it('may have a diagnostic in the place of one', () => {
		const reader = new SruReader();
		reader.take(
			response(
				`<numberOfRecords>2</numberOfRecords><records><record><recordData><diagnostic xmlns="d"><uri>info:srw/diagnostic/1/63</uri></diagnostic></recordData></record>${record('b')}</records>`
			)
		);
		const { records, diagnostics } = reader.finish();
		expect([records.length, diagnostics.length]).toEqual([2, 0]);
	});
});
