/** Counts while one types, and what each term brings. */
import { expect, request } from '@playwright/test';
import { begun } from './jobs';
import { address, KEEPER, newEnquiry, PASSWORD, plainRecord, saved, signUp, somebody, test } from './people';

test('counts follow the keys before anything is saved, and the lens tells what each term brings', async ({ page }) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Do ear plugs help sleep on wards?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	const count = (line: number) => page.locator('.right-mark .count').nth(line - 1);
	await page.locator('.cm-content').click();
	await page.keyboard.type('delir*');
	await expect(count(1)).not.toHaveText('0');
	await saved(page);

	// Saving is held up; counting goes on with what is typed.
	const whole = await count(1).innerText();
	await page.route('**/edits', (route) =>
		route.fulfill({ status: 503, json: { message: 'The database does not answer at the moment.' } })
	);
	await page.keyboard.type(' OR delirium OR zzqx');
	await expect(page.getByText('Keep working: everything is kept in this window')).toBeVisible();
	await expect(page.locator('.right-mark.dim')).toHaveCount(0);
	await expect(count(1)).toHaveText(whole);
	await page.keyboard.press('Enter');
	await page.keyboard.type('light*');
	await expect(count(2)).not.toHaveText('0');
	await page.unroute('**/edits');
	await saved(page);

	// What each term brings, and what it is inside of.
	await page.locator('.cm-line').nth(0).click();
	const terms = page.getByRole('table').filter({ hasText: 'Alone' });
	await expect(terms.getByRole('row', { name: /delir\*/ }).first()).toContainText(whole);
	await expect(terms.getByRole('row', { name: /delirium/ })).toContainText('inside delir*: adds nothing');
	await expect(terms.getByRole('row', { name: /zzqx/ })).toContainText('0');
	await expect(page.getByText('Words behind its wildcards')).toBeVisible();
	await expect(page.locator('p', { hasText: 'delir*' }).filter({ hasText: 'delirium' })).toBeVisible();
	await page.reload();
	await expect(count(1)).toHaveText(whole);
});

test('a line that would take too much work says so, the others are counted, and it counts again when it is made narrower', async ({
	page
}) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Do ear plugs help sleep on wards?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.insertText('(*e* WITHIN/50 *a*) WITHIN/50 (*i* WITHIN/50 *o*)');
	await page.keyboard.press('Enter');
	await page.keyboard.type('delir*');
	await expect(page.locator('.right-mark').first()).toContainText('too much work', { timeout: 60_000 });
	await expect(page.locator('.right-mark .count').last()).toHaveText(/[1-9]/);
	await saved(page);
	await page.locator('.cm-line').first().click();
	await page.keyboard.press('Home');
	await page.keyboard.press('Shift+End');
	await page.keyboard.insertText('light*');
	await expect(page.locator('.right-mark').first().locator('.count')).toHaveText(/[1-9]/);
});

test('the indexing of a large collection by two threads is stopped from an enquiry, and let go on; its counts are right', async ({
	page
}) => {
	test.setTimeout(360_000);
	const SIZE = 30_000;
	const keeper = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
	await keeper.post('/sign-in', { form: { email: KEEPER, password: PASSWORD }, maxRedirects: 0 });
	const record = (number: number) =>
		plainRecord(`Q${number}`, {
			titles: [`stone${number % 1_000} by ${number < 20_000 ? 'hand' : 'hammer'}`],
			abstract: Array.from({ length: 40 }, (_, at) => `word${(number * 7 + at * 13) % 5_000}`).join(' '),
			keywords: number === 29_999 ? ['last of all'] : []
		});
	const text = Array.from({ length: SIZE }, (_, number) => `${JSON.stringify(record(number))}\n`).join('');
	const put = await keeper.put('/api/v1/collections/zz-quarry?name=Quarry&taken=2026-11-01', {
		headers: { 'content-type': 'application/x-ndjson' },
		data: text
	});
	expect((await begun(keeper, put)).state).toBe('done');

	await signUp(page);
	const headers = { origin: address };
	const made = await page.request.post('/api/v1/enquiries', {
		headers,
		data: { question: 'Is stone cut by hand?', framework: 'PICO' }
	});
	const { id } = (await made.json()) as { id: string };
	const line = (name: string, source: string, after: string | null) => ({
		do: 'insert',
		in: ['lines'],
		item: { id: name, source, concept: null, strand: null, role: 'words', label: '', note: '', off: false },
		after
	});
	const edits = [
		{ do: 'set', at: ['collection'], value: 'zz-quarry' },
		line('a', 'stone999', null),
		line('b', 'hammer', 'a'),
		line('c', 'stone999 WITHIN/2 hammer', 'b'),
		line('d', '"last of all" AND stone999', 'c')
	];
	expect(
		(
			await page.request.post(`/api/v1/enquiries/${id}/edits`, {
				headers,
				data: { revision: 0, client: 'x', name: 'x', edits }
			})
		).status()
	).toBe(200);
	const counts = page.request.get(`/api/v1/enquiries/${id}/counts`);
	const stop = async () =>
		(await page.request.post(`/api/v1/enquiries/${id}/indexing`, { headers, data: { do: 'stop' } })).status();
	await expect(async () => expect(await stop()).toBe(200)).toPass({ intervals: [10], timeout: 60_000 });
	expect(((await (await counts).json()) as { indexing: unknown }).indexing).toBe('stopped');
	// Nobody's next question begins it again.
	expect(
		((await (await page.request.get(`/api/v1/enquiries/${id}/counts`)).json()) as { indexing: unknown }).indexing
	).toBe('stopped');
	expect(await stop()).toBe(409);

	await page.goto(`/enquiries/${id}/strategy`);
	await expect(page.getByText('The indexing of this collection was stopped')).toBeVisible();
	await expect(page.locator('.right-mark').first()).toContainText('not indexed');
	await page.getByRole('button', { name: 'Index it' }).click();
	await expect(page.locator('.right-mark .count')).toHaveText(['30', '10 000', '10', '1'], { timeout: 60_000 });
	await expect(page.getByText('was stopped')).toHaveCount(0);
	expect((await keeper.delete('/api/v1/collections/zz-quarry?confirm=true')).status()).toBe(200);
});

test('a long line, which is read in a thread, keeps what it refers to when lines move, faulty or not', async ({
	baseURL
}) => {
	const who = await somebody(baseURL ?? address);
	const id = await newEnquiry(who, 'Do ear plugs help sleep on wards?');
	let revision = 0;
	const edit = async (...edits: readonly object[]) => {
		const answer = await who.context.post(`/api/v1/enquiries/${id}/edits`, {
			data: { revision, client: 'x', name: 'x', edits }
		});
		expect(answer.status()).toBe(200);
		revision = ((await answer.json()) as { revision: number }).revision;
	};
	interface Seen {
		readonly id: string;
		readonly text: string;
		readonly role: string;
		readonly count: number | null;
		readonly faults: readonly { readonly code: string }[];
	}
	const seen = async (line: string) => {
		const { lines } = (await (await who.context.get(`/api/v1/enquiries/${id}/counts`)).json()) as {
			lines: readonly Seen[];
		};
		return lines.find((one) => one.id === line);
	};
	const line = (name: string, source: string, after: string | null) => ({
		do: 'insert',
		in: ['lines'],
		item: { id: name, source, concept: null, strand: null, role: 'words', label: '', note: '', off: false },
		after
	});
	const words = Array.from({ length: 1_500 }, (_, at) => `nosuchword${at}`).join(' OR ');
	await edit(
		{ do: 'set', at: ['collection'], value: 'skerry' },
		line('a', '{Delirium}', null),
		line('b', 'light*', 'a'),
		line('c', `#1 OR ${words} OR #2`, 'b')
	);
	await edit(line('d', '#1 OR #2', 'c'));
	const [long, short] = [await seen('c'), await seen('d')];
	expect(long?.faults).toEqual([]);
	expect(long?.count).toBeGreaterThan(0);
	expect(long?.count).toBe(short?.count);

	await edit({ do: 'move', at: ['lines', 'a'], after: 'b' });
	expect((await seen('c'))?.text).toBe(`#2 OR ${words} OR #1`);

	// While it is being changed it cannot be read for a moment; its references still go with their lines.
	await edit({ do: 'set', at: ['lines', 'c', 'source'], value: `#2 OR ${words} OR #1 OR` });
	expect((await seen('c'))?.faults.map((one) => one.code)).toEqual(['operator-side']);
	await edit({ do: 'move', at: ['lines', 'a'], after: null });
	expect((await seen('c'))?.text).toBe(`#1 OR ${words} OR #2 OR`);
	await edit({ do: 'set', at: ['lines', 'c', 'source'], value: `${words} OR {Delirium}` });
	expect(await seen('c')).toMatchObject({ role: 'mixed', faults: [] });

	await edit({ do: 'set', at: ['lines', 'c', 'source'], value: `${words} OR `.repeat(4) });
	expect((await seen('c'))?.faults[0]?.code).toBe('line-too-long');
});
