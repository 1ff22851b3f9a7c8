/** Judgements, runs and comparisons: rows beside the document, told to every window, carried over from installations of before. */
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { expect, request, type APIRequestContext, type Page } from '@playwright/test';
import type { EnquiryFile } from '@wide-lantern/core';
import { address, newEnquiry, PASSWORD, patient, saved, signUp, somebody, test } from './people';
import { answers, psql, spawnServer, type RunningServer } from './servers';

const KEYS = { delay: 70 };

test.describe('an installation of before', () => {
	// Its own database, brought to today's form by two servers that start at once.
	const database = `before_${randomUUID().slice(0, 8)}`;
	const DAMAGED = '00000000-0000-4000-8000-00000000da3a';
	let servers: RunningServer[] = [];
	let mara: APIRequestContext;
	let enquiry = '';

	test.beforeAll(async () => {
		test.setTimeout(360_000);
		psql('lantern', '-c', `create database ${database}`);
		psql(database, '-q', '-f', join(import.meta.dirname, 'before-facts.sql'));
		enquiry = psql(database, '-c', 'select id from enquiries');
		psql(
			database,
			'-c',
			`insert into enquiries (id, body, revision) values ('${DAMAGED}', '{"title": "Damaged", "marks": 7}', 3)`,
			'-c',
			`insert into members select '${DAMAGED}', person_id, 'owner' from members`
		);
		// What was reviewed last was in the document, too.
		psql(
			database,
			'-c',
			`update enquiries set body = jsonb_set(jsonb_set(body, '{editions}', '[{"id": "skerry", "number": 3}]'), '{renderings,0,version}', '2') where id = '${enquiry}'`
		);
		// As after a migration that was killed: knex's own lock is still set.
		psql(database, '-c', 'update knex_migrations_lock set is_locked = 1');
		servers = [await spawnServer(database, false), await spawnServer(database, false)];
		await Promise.all(servers.map(answers));
		mara = await request.newContext({ baseURL: servers[0]?.address ?? '' });
		const headers = { origin: servers[0]?.address ?? '', accept: 'text/html' };
		const form = { email: 'mara@before-facts.example', password: PASSWORD };
		const signedIn = await mara.post('/sign-in', { form, headers, maxRedirects: 0 });
		expect(signedIn.status()).toBe(303);
	});
	test.afterAll(() => {
		for (const { process: server } of servers) server.kill('SIGKILL');
		psql('lantern', '-c', `drop database if exists ${database} with (force)`);
	});

	test('its judgements, runs and comparison are rows, with who and when', async () => {
		const {
			version,
			facts,
			enquiry: document
		} = (await (await mara.get(`/api/v1/enquiries/${enquiry}/export`)).json()) as EnquiryFile;
		expect(version).toBe(4);
		expect(facts.signOffs.map(({ of, version, by }) => [of, version, by])).toEqual([
			['vocabulary', 3, ''],
			['profile', 2, '']
		]);
		expect([document, document.renderings[0]].map((one) => Object.keys(one ?? {}))).toEqual([
			expect.not.arrayContaining(['editions']),
			expect.not.arrayContaining(['version'])
		]);
		expect(facts.judgements.map(({ record, verdict, by }) => [record, verdict, by])).toEqual([
			['SK118548', 'relevant', 'Mara Ostwick'],
			['SK109396', 'irrelevant', 'Mara Ostwick'],
			['SK126023', 'irrelevant', 'Mara Ostwick']
		]);
		// The history tells when: within the minutes in which it was filled.
		for (const { on } of facts.judgements) expect(on).toMatch(/^2026-11-30T18:2/);
		expect(facts.runs.map(({ profile, how, by }) => [profile, how, by])).toEqual([
			['wherry', 'connection', 'Mara Ostwick'],
			['wherry', 'pasted', 'Mara Ostwick'],
			['wherry', 'copied', '']
		]);
		const counts = (run: number) => facts.runs[run]?.lines.map((line) => line.count);
		expect(
			counts(0)
				?.slice(0, 3)
				.every((count) => count !== null && count > 0)
		).toBe(true);
		expect(counts(1)?.slice(0, 2)).toEqual([120, 340]);
		expect(counts(2)?.every((count) => count === null)).toBe(true);
		expect(facts.comparisons.map(({ kept, lost, gained }) => [kept, lost, gained])).toEqual([[7, 0, 0]]);
		expect(JSON.stringify(document)).not.toMatch(/"(marks|runs|tried|last)":/);
	});
	test('its history and its versions hold no facts, and a version can still be opened', async () => {
		const count = (table: string, column: string) =>
			psql(database, '-c', `select count(*) from ${table} where ${column}::text ~ '"(marks|runs|tried|last)"'`);
		expect([count('commands', 'edits'), count('commands', 'inverse'), count('versions', 'body')]).toEqual([
			'0',
			'0',
			'0'
		]);
		const { versions } = (await (await mara.get(`/api/v1/enquiries/${enquiry}/versions`)).json()) as {
			versions: { id: string; name: string }[];
		};
		const named = versions.find((one) => one.name === 'Before the facts moved');
		expect((await mara.get(`/api/v1/enquiries/${enquiry}/versions/${named?.id ?? ''}`)).status()).toBe(200);
	});
	test('a damaged enquiry is named in the log and on the desk; the others can be used', async () => {
		expect(servers.map((server) => server.log()).join('')).toContain(
			`"event":"enquiry-damaged","enquiry":"${DAMAGED}"`
		);
		const desk = await (await mara.get('/desk')).text();
		expect(desk).toContain('An enquiry that cannot be opened');
		expect(desk).toContain('Does music lessen pain after an operation?');
	});
	test('a server of before cannot put a document of its form in the place of one of today', () => {
		const before = `update enquiries set body = body || '{"marks": []}' where id = '${enquiry}'`;
		expect(() => psql(database, '-c', before)).toThrow(/enquiries_without_facts/);
	});
});

async function sheetWithRecords(page: Page): Promise<string> {
	await signUp(page, 'Nell Hathersage');
	await page.getByLabel('The question, as the team asks it').fill('Does music before surgery lower anxiety?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.locator('.cm-content').pressSequentially('music* AND anxi*', KEYS);
	await page.keyboard.press('Enter');
	await page.locator('.cm-content').pressSequentially('set:relevant', KEYS);
	await saved(page);
	await page.locator('.cm-line').first().click();
	await page.getByRole('button', { name: 'Read them' }).click();
	await expect(page.locator('#records li').nth(1)).toBeVisible();
	return page.url().split('/').at(-2) ?? '';
}
const relevant = (page: Page, nth: number) =>
	page
		.locator('#records li')
		.nth(nth)
		.getByRole('button', { name: /^Relevant:/ });
const count = (page: Page, line: number) => page.locator('.right-mark .count').nth(line - 1);

test('a verdict is counted at once, seen in another window, undone and redone by key, and kept over a reload', async ({
	page
}) => {
	await sheetWithRecords(page);
	await expect(count(page, 2)).toHaveText('0');
	const second = patient(await page.context().newPage());
	await second.goto(page.url());
	await second.locator('.cm-line').first().click();
	await second.getByRole('button', { name: 'Read them' }).click();
	await expect(relevant(second, 0)).toHaveAttribute('aria-pressed', 'false');

	await relevant(page, 0).click();
	await relevant(page, 1).click();
	await expect(count(page, 2)).toHaveText('2');
	await expect(count(second, 2)).toHaveText('2');
	await expect(relevant(second, 0)).toHaveAttribute('aria-pressed', 'true');

	await page.keyboard.press('Control+z');
	await expect(relevant(page, 1)).toHaveAttribute('aria-pressed', 'false');
	await expect(count(second, 2)).toHaveText('1');
	await page.keyboard.press('Control+Shift+Z');
	await expect(count(second, 2)).toHaveText('2');
	await saved(page);
	await page.reload();
	await expect(page.getByText('2 records marked relevant (set:relevant), 0 not (set:irrelevant)')).toBeVisible();
	await expect(count(page, 2)).toHaveText('2');
	await page.locator('.cm-line').first().click();
	await page.getByRole('button', { name: 'Read them' }).click();
	await relevant(page, 0).click();
	await expect(count(page, 2)).toHaveText('1');
});

test('verdicts given without a connection are kept in the browser and saved after a reload', async ({
	page,
	context
}) => {
	test.setTimeout(600_000);
	await sheetWithRecords(page);
	await page.route('**/judgements', (route) => route.abort());
	await relevant(page, 0).click();
	await expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'offline');
	await expect(relevant(page, 0)).toHaveAttribute('aria-pressed', 'true');
	const url = page.url();
	await page.close({ runBeforeUnload: false });
	const later = patient(await context.newPage());
	// A page that lives writes what it keeps again and again; after a while it is taken for gone.
	await later.clock.install({ time: Date.now() + 30_000 });
	await later.goto(url);
	await later.clock.resume();
	await expect(count(later, 2)).toHaveText('1', { timeout: 60_000 });
});

test('a run with wrong counts is withdrawn, leaves the dossier, and can be restored; a file carries it all', async ({
	page
}) => {
	const id = await sheetWithRecords(page);
	await relevant(page, 0).click();
	await saved(page);
	await page.getByRole('link', { name: 'Renderings' }).click();
	await page.getByLabel('Write it for another platform').selectOption('corran');
	await page
		.getByRole('button', { name: /Corran/ })
		.first()
		.click();
	await page.getByRole('button', { name: 'Paste counts' }).click();
	await page.getByLabel(/The lines as the platform shows them/).pressSequentially('4312', KEYS);
	await page.getByRole('button', { name: 'Save as today’s counts' }).click();
	const counts = page.getByRole('region', { name: /^Counts at/ });
	await expect(counts.getByRole('cell', { name: '4\u202F312' })).toBeVisible();
	const dossier = async () => (await page.request.get(`/api/v1/enquiries/${id}/dossier?as=md`)).text();
	expect(await dossier()).toMatch(/4.?312/);
	await counts.getByRole('button', { name: 'Withdraw' }).click();
	await expect(counts.getByText('withdrawn')).toBeVisible();
	expect(await dossier()).not.toMatch(/4.?312/);

	// The rendering goes, and is added again: what was run stays on record.
	await page.getByRole('button', { name: 'Remove this rendering' }).click();
	await page.getByLabel('Write it for another platform').selectOption('corran');
	await page
		.getByRole('button', { name: /Corran/ })
		.first()
		.click();
	await counts.getByRole('button', { name: 'Restore' }).click();
	await expect(counts.getByText('withdrawn')).toHaveCount(0);
	expect(await dossier()).toMatch(/4.?312/);

	const file = (await (await page.request.get(`/api/v1/enquiries/${id}/export`)).json()) as EnquiryFile;
	expect([file.facts.judgements.length, file.facts.runs.length]).toEqual([1, 1]);
	const headers = { origin: address };
	const made = await page.request.post('/api/v1/enquiries/import', { data: file, headers });
	const copy = (await made.json()) as { id: string };
	const again = (await (await page.request.get(`/api/v1/enquiries/${copy.id}/export`)).json()) as EnquiryFile;
	expect(again.facts).toEqual(file.facts);
});

test('who may only read sees facts and adds none; nonsense is refused and named', async () => {
	const owner = await somebody(address);
	const id = await newEnquiry(owner);
	const reader = await somebody(address, 'Reader');
	await owner.context.put(`/api/v1/enquiries/${id}/members`, { data: { email: reader.email, role: 'reader' } });
	const judged = { judgements: [{ record: 'SK1', verdict: 'relevant' }] };
	const at = `/api/v1/enquiries/${id}`;
	expect((await reader.context.post(`${at}/judgements`, { data: judged })).status()).toBe(403);
	expect((await owner.context.post(`${at}/judgements`, { data: judged })).status()).toBe(201);
	// Said again, it is no second row.
	expect((await owner.context.post(`${at}/judgements`, { data: judged })).status()).toBe(201);
	expect(await (await reader.context.get(`${at}/judgements`)).json()).toMatchObject({
		relevant: 1,
		irrelevant: 0,
		judgements: [{ record: 'SK1', verdict: 'relevant' }]
	});
	for (const data of [{}, { judgements: [] }, { judgements: [{ record: ' ', verdict: 'relevant' }] }])
		expect((await owner.context.post(`${at}/judgements`, { data })).status()).toBe(422);
	const run = { profile: 'skerry', version: 1, how: 'connection', lines: [] };
	expect((await owner.context.post(`${at}/runs`, { data: run })).status()).toBe(422);
	expect((await owner.context.put(`${at}/runs/${randomUUID()}`, { data: { withdrawn: true } })).status()).toBe(404);
	expect((await owner.context.put(`${at}/runs/nonsense`, { data: { withdrawn: true } })).status()).toBe(404);
});
