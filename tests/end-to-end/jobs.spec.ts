/**
 * Work that takes longer than a request: it goes on without the page, is seen by everybody in the enquiry, cancelled
 * by who may, and taken over from a server that was killed; what it kept is kept once.
 */
import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { env } from 'node:process';
import { expect, request, type APIRequestContext, type Page } from '@playwright/test';
import { begun, jobOf, settled, type Job } from './jobs';
import { address, newEnquiry, PASSWORD, patient, somebody, test, type Somebody } from './people';
import { psql, startServer, type RunningServer } from './servers';

/** A source that answers when it is let, and counts what it was asked. */
class SlowSource {
	asked = 0;
	private readonly waiting: (() => void)[] = [];
	private isOpen = false;
	private readonly server: Server = createServer((question, answer) => {
		// The address is asked what the source can do, too; that is answered at once.
		const counts = (question.url ?? '').includes('searchRetrieve');
		const say = () =>
			answer.end(
				'<?xml version="1.0"?><searchRetrieveResponse xmlns="http://www.loc.gov/zing/srw/"><version>1.2</version><numberOfRecords>12</numberOfRecords></searchRetrieveResponse>'
			);
		if (counts) this.asked++;
		if (this.isOpen || !counts) say();
		else this.waiting.push(say);
	});
	async listen(): Promise<string> {
		await new Promise<void>((done) => this.server.listen(0, '127.0.0.1', done));
		return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}/sru`;
	}
	/** Answers what waits, and everything from now on. */
	open(): void {
		this.isOpen = true;
		for (const say of this.waiting.splice(0)) say();
	}
	close(): void {
		this.open();
		this.server.closeAllConnections();
		this.server.close();
	}
}

/** An enquiry with three lines that are written for a slow source. */
async function withSource(owner: Somebody, place: string): Promise<{ id: string; profile: string }> {
	const id = await newEnquiry(owner, 'Does a warm blanket help people to sleep?');
	const profile = `slow-${id.slice(0, 6)}`;
	const shipped = (await (await owner.context.get('/api/v1/profiles/wherry')).json()) as { source: object };
	const own = { ...shipped, id: profile, source: { ...shipped.source, name: 'Slow Harbour', address: place } };
	expect((await owner.context.put(`/api/v1/profiles/${profile}`, { data: own })).status()).toBe(200);
	const line = (name: string, source: string, after: string | null) => ({
		do: 'insert',
		in: ['lines'],
		item: { id: name, source, concept: null, strand: null, role: 'words', label: '', note: '', off: false },
		after
	});
	const edits = [
		line('a', 'blanket*', null),
		line('b', 'sleep*', 'a'),
		line('c', 'warm*', 'b'),
		{ do: 'insert', in: ['renderings'], item: { id: 'r', profile, first: 1, leftOut: [] }, after: null }
	];
	const answer = await owner.context.post(`/api/v1/enquiries/${id}/edits`, {
		data: { revision: 0, client: 'x', name: 'x', edits }
	});
	expect(answer.status(), await answer.text()).toBe(200);
	return { id, profile };
}

const runsOf = async (context: APIRequestContext, id: string) =>
	(
		(await (await context.get(`/api/v1/enquiries/${id}/runs`)).json()) as {
			histories: { profile: string; total: number; runs: { by: string; lines: { count: number }[] }[] }[];
		}
	).histories;
const ask = (context: APIRequestContext, id: string, profile: string) =>
	context.post(`/api/v1/enquiries/${id}/renderings/count`, { data: { profile } });
const change = (context: APIRequestContext, id: string, what: 'cancel' | 'repeat') =>
	context.post(`/api/v1/jobs/${id}`, { data: { do: what } });

let source: SlowSource;
let place = '';
test.beforeEach(async () => {
	source = new SlowSource();
	place = await source.listen();
});
test.afterEach(() => {
	source.close();
});

async function openPage(page: Page, person: Somebody, path: string): Promise<void> {
	const { cookies } = await person.context.storageState();
	await page.context().addCookies(cookies);
	await page.goto(path);
}

test('a run goes on without the page that began it; another window shows it, and its counts when it is done', async ({
	page,
	browser
}) => {
	const owner = await somebody(address, 'Ada Fenwell');
	const { id, profile } = await withSource(owner, place);
	await openPage(page, owner, `/enquiries/${id}/renderings`);
	await page
		.getByRole('group', { name: 'Sources' })
		.getByRole('button', { name: /Slow Harbour/ })
		.click();
	const counts = page.getByRole('region', { name: 'Counts at Slow Harbour' });
	await counts.getByRole('button', { name: 'Run by connection' }).press('Enter');
	await expect(counts.getByText('0 of 3 lines')).toBeVisible();
	await page.goto('/desk');
	const background = page.getByRole('button', { name: 'Background work: 1 under way' });
	await background.press('Enter');
	await expect(page.getByText('Counting lines: Slow Harbour')).toBeVisible();

	// A colleague who may only read sees that it is under way, and cannot cancel it.
	const reader = await somebody(address, 'Orla Quenby');
	const shared = await owner.context.put(`/api/v1/enquiries/${id}/members`, {
		data: { email: reader.email, role: 'reader' }
	});
	expect(shared.status()).toBe(200);
	const context = await browser.newContext({ baseURL: address });
	const second = patient(await context.newPage());
	await openPage(second, reader, `/enquiries/${id}/renderings`);
	await second
		.getByRole('group', { name: 'Sources' })
		.getByRole('button', { name: /Slow Harbour/ })
		.click();
	const seen = second.getByRole('region', { name: 'Counts at Slow Harbour' });
	await expect(seen.getByText('0 of 3 lines')).toBeVisible();
	await expect(seen.getByRole('button', { name: 'Cancel' })).toHaveCount(0);
	const [job] = (await (await reader.context.get(`/api/v1/enquiries/${id}/jobs`)).json()) as Job[];
	expect((await change(reader.context, job?.id ?? '', 'cancel')).status()).toBe(403);
	// Asked for once more while it is under way, the same one goes on.
	expect(((await (await ask(owner.context, id, profile)).json()) as Job).id).toBe(job?.id);

	source.open();
	await expect(seen.locator('tbody td:nth-child(2)')).toHaveText(['12', '12', '12']);
	await expect(page.getByRole('button', { name: 'Background work: Nothing under way' })).toBeVisible();
	await context.close();
});

test('a run is cancelled in another window of the browser, keeps nothing, and is started again from the list', async ({
	page
}) => {
	const owner = await somebody(address, 'Ada Fenwell');
	const { id, profile } = await withSource(owner, place);
	const job = (await (await ask(owner.context, id, profile)).json()) as Job;
	await expect.poll(() => source.asked).toBeGreaterThan(0);
	await openPage(page, owner, '/desk');
	await page.getByRole('button', { name: 'Background work: 1 under way' }).press('Enter');
	await page.getByRole('button', { name: 'Cancel' }).press('Enter');
	await expect(page.getByText(/^Cancelled/)).toBeVisible();
	expect((await jobOf(owner.context, job.id)).state).toBe('cancelled');
	expect(await runsOf(owner.context, id)).toEqual([]);
	source.open();
	await page.getByRole('button', { name: 'Try again' }).press('Enter');
	await expect.poll(async () => (await jobOf(owner.context, job.id)).state).toBe('done');
	expect((await runsOf(owner.context, id)).map((one) => one.total)).toEqual([1]);
	// What is done is not done again.
	expect((await change(owner.context, job.id, 'repeat')).status()).toBe(409);
	// And it is nobody else's matter.
	const stranger = await somebody(address, 'Nobody');
	expect((await stranger.context.get(`/api/v1/jobs/${job.id}`)).status()).toBe(404);
	expect((await change(stranger.context, job.id, 'cancel')).status()).toBe(404);
	expect((await stranger.context.get(`/api/v1/enquiries/${id}/jobs`)).status()).toBe(404);
	expect(await (await stranger.context.get('/api/v1/jobs')).json()).toEqual([]);
});

test('a file that is gone from the disk is missed with a sentence', async () => {
	const who = await somebody(address);
	const turtle = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .
<https://gone.example/t> a skos:ConceptScheme ; skos:prefLabel "Gone Terms"@en .
<https://gone.example/one> a skos:Concept ; skos:inScheme <https://gone.example/t> ; skos:prefLabel "Blanket"@en .
`;
	const read = await begun(
		who.context,
		await who.context.post('/api/v1/intakes?vocabulary=zz-gone&name=gone.ttl', {
			headers: { 'content-type': 'application/octet-stream' },
			data: Buffer.from(turtle)
		})
	);
	expect(read.state).toBe('asking');
	const file = psql('lantern', '-c', `select request->>'file' from jobs where id = '${read.id}'`);
	rmSync(join(env['LANTERN_TEST_DATA'] ?? '', 'files', `${file}.read`));
	expect((await who.context.post(`/api/v1/intakes/${read.id}`, { data: { do: 'load' } })).status()).toBe(200);
	expect(await settled(who.context, read.id)).toMatchObject({
		state: 'failed',
		message: 'The file is no longer on the server. Upload it again. Nothing was changed.'
	});
	expect((await who.context.get('/api/v1/vocabularies/zz-gone')).status()).toBe(404);
});

test.describe('a server that is killed', () => {
	const database = `killed_${randomUUID().slice(0, 8)}`;
	const servers: RunningServer[] = [];
	const start = async () => {
		const server = await startServer(database, false);
		servers.push(server);
		return server;
	};
	test.beforeAll(() => {
		psql('lantern', '-c', `create database ${database}`);
	});
	test.afterAll(() => {
		for (const { process: server } of servers) server.kill('SIGKILL');
		psql('lantern', '-c', `drop database if exists ${database} with (force)`);
	});

	test('leaves its run to the next, which keeps it once; one that kills three servers is given up', async () => {
		test.setTimeout(600_000);
		const first = await start();
		const owner = await somebody(first.address, 'Ada Fenwell');
		const { id, profile } = await withSource(owner, place);
		const job = (await (await ask(owner.context, id, profile)).json()) as Job;
		await expect.poll(() => source.asked).toBeGreaterThan(0);
		first.process.kill('SIGKILL');

		const second = await start();
		const again = await request.newContext({
			baseURL: second.address,
			extraHTTPHeaders: { origin: second.address }
		});
		const form = { email: owner.email, password: PASSWORD };
		const signedIn = await again.post('/sign-in', { form, headers: { accept: 'text/html' }, maxRedirects: 0 });
		expect(signedIn.status()).toBe(303);
		const before = source.asked;
		await expect.poll(() => source.asked, { timeout: 60_000 }).toBeGreaterThan(before);
		source.open();
		expect((await settled(again, job.id, 60_000)).state).toBe('done');
		const [history] = await runsOf(again, id);
		expect([history?.total, history?.runs[0]?.by]).toEqual([1, 'Ada Fenwell']);
		expect(history?.runs[0]?.lines.map((line) => line.count)).toEqual([12, 12, 12]);

		// As if two servers had been killed over it before.
		psql(
			database,
			'-c',
			`update jobs set state = 'running', attempt = 3, process = 'wide-lantern gone', ended_at = null where id = '${job.id}'`
		);
		const given = await settled(again, job.id, 60_000);
		expect([given.state, given.message]).toEqual([
			'failed',
			'The server ended three times while this was under way, so it was not tried again. Nothing was changed.'
		]);
	});
});

test('a vocabulary is read at one server and its reading cancelled at the other', async ({ page }) => {
	test.setTimeout(360_000);
	const other = await startServer();
	try {
		const who = await somebody(address);
		const heading = (at: number) =>
			`v:${at} a skos:Concept ; skos:prefLabel "Condition ${at} of the ward"@en ; skos:broader v:${Math.floor(at / 8)} .\n`;
		const text = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix v: <https://large.example/> .\n${Array.from({ length: 90_000 }, (_, at) => heading(at + 1)).join('')}`;
		const response = await who.context.post('/api/v1/intakes?vocabulary=zz-two&name=two.ttl', {
			headers: { 'content-type': 'application/octet-stream' },
			data: Buffer.from(text)
		});
		const { id } = (await response.json()) as Job;
		await expect.poll(async () => (await jobOf(who.context, id)).state).toBe('running');
		await page.context().addCookies((await who.context.storageState()).cookies);
		await page.goto(`${other.address}/vocabularies`);
		await expect(page.getByRole('region', { name: 'The file two.ttl' })).toBeVisible();
		await page.locator('main').getByRole('button', { name: 'Cancel' }).press('Enter');
		await expect(page.getByRole('button', { name: 'Read the file' })).toBeVisible();
		expect((await jobOf(who.context, id)).state).toBe('cancelled');
	} finally {
		other.process.kill('SIGKILL');
	}
});
