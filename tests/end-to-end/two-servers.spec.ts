/** Two server processes on one database behave as one: edits, counts, who is here, and vocabularies (docs/decisions/015). */
import { expect, request, type Page } from '@playwright/test';
import { begun, settled } from './jobs';
import { address, KEEPER, newEnquiry, PASSWORD, patient, saved, signUp, somebody, test, type Somebody } from './people';
import { psql, startServer, type RunningServer } from './servers';

let other: RunningServer | null = null;
let elsewhere = '';
const askDatabase = (query: string) => psql('lantern', '-c', query);

test.beforeAll(async () => {
	other = await startServer();
	elsewhere = other.address;
});
test.afterAll(() => {
	other?.process.kill('SIGTERM');
});

/** Another window of the same person, at the other server: cookies do not tell ports apart. */
async function atTheOther(page: Page): Promise<Page> {
	const second = patient(await page.context().newPage());
	await second.goto(page.url().replace(address, elsewhere));
	return second;
}
const types = async (page: Page, text: string) => {
	for (const key of text) {
		if (key === '\n') await page.keyboard.press('Enter');
		else await page.keyboard.type(key);
		await page.waitForTimeout(70);
	}
};
async function sheet(page: Page): Promise<void> {
	await signUp(page, 'Nell Hathersage');
	await page.getByLabel('The question, as the team asks it').fill('Does music before surgery lower anxiety?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
}
const count = (page: Page, line: number) => page.locator('.right-mark .count').nth(line - 1);

test('what is typed at one is seen and counted at the other, both ways, and so is who is there', async ({ page }) => {
	test.setTimeout(360_000);
	await sheet(page);
	await types(page, 'music*\nanxi*');
	await saved(page);

	const second = await atTheOther(page);
	await expect(second.locator('.cm-line')).toHaveText(['music*', 'anxi*']);
	for (const one of [page, second]) await expect(one.locator('[data-here]')).toContainText('Nell Hathersage');
	await page.locator('.cm-line').last().click();
	await page.keyboard.press('End');
	await types(page, ' OR worr*\n#1 AND #2');
	await expect(second.locator('.cm-line')).toHaveText(['music*', 'anxi* OR worr*', '#1 AND #2']);
	await expect(count(second, 3)).toHaveText(/^[1-9]/);
	await saved(page);
	await expect(count(second, 3)).toHaveText((await count(page, 3).textContent()) ?? '?');

	await second.locator('.cm-line').first().click();
	await second.keyboard.press('End');
	await types(second, ' OR song* OR sing*');
	await saved(second);
	await expect(page.locator('.cm-line').first()).toHaveText('music* OR song* OR sing*');
	await expect(page.locator('.right-mark.dim')).toHaveCount(0);
	await expect(count(page, 1)).toHaveText((await count(second, 1).textContent()) ?? '?');
	await expect(count(page, 3)).toHaveText((await count(second, 3).textContent()) ?? '?');

	await expect(page.getByRole('note', { name: 'Nell Hathersage is on this line' })).toBeVisible();
	await second.close();
	await expect(page.locator('[data-here]')).toHaveCount(0);
});

test('behind a proxy that gives each request to any server, one types, is counted and is seen as with one', async ({
	page
}) => {
	test.setTimeout(360_000);
	let turn = 0;
	const given = new Map<string, number>();
	// Streams stay where they are opened; every other request goes to the other server, save each third.
	await page.route('**/api/v1/**', async (route) => {
		const { pathname } = new URL(route.request().url());
		if (route.request().headers()['accept'] === 'text/event-stream' || ++turn % 3 === 0) return route.continue();
		const what = `${route.request().method()} ${pathname.split('/').at(-1)}`;
		given.set(what, (given.get(what) ?? 0) + 1);
		const response = await route.fetch({
			url: route.request().url().replace(address, elsewhere),
			headers: { ...route.request().headers(), origin: elsewhere },
			// As a proxy does when a connection that it kept is closed at the other end.
			maxRetries: 2
		});
		return route.fulfill({ response });
	});
	await sheet(page);
	const second = patient(await page.context().newPage());
	await second.goto(page.url());
	await types(page, 'music*\nanxi* OR worr*\n#1 AND #2');
	await expect(count(page, 3)).toHaveText(/^[1-9]/);
	await expect(page.locator('.right-mark.dim')).toHaveCount(0);
	await saved(page);
	await expect(second.locator('.cm-line')).toHaveText(['music*', 'anxi* OR worr*', '#1 AND #2']);
	await expect(count(page, 3)).toHaveText((await count(second, 3).textContent()) ?? '?');
	await expect(second.getByRole('note', { name: 'Nell Hathersage is on this line' })).toBeVisible();
	// What comes beside the counts has come, too, and all of it went where the stream is not.
	await expect(page.locator('figure.beam')).toBeVisible();
	// Which request goes where is chance: the cursor moves on until each kind has been at the other server.
	await expect(async () => {
		await page.keyboard.press('ArrowUp');
		await types(page, 'a');
		await page.keyboard.press('Backspace');
		await saved(page);
		for (const what of ['POST look', 'PUT presence', 'PUT stream', 'POST edits'])
			expect(given.get(what) ?? 0, what).toBeGreaterThan(0);
	}).toPass();
	await page.unrouteAll({ behavior: 'ignoreErrors' });
});

test('a connection that is lost between them loses no edit: windows catch up', async ({ page }) => {
	test.setTimeout(360_000);
	await sheet(page);
	await types(page, 'music*');
	await saved(page);
	const second = await atTheOther(page);
	await expect(second.locator('.cm-line')).toHaveText(['music*']);
	const listening =
		"from pg_stat_activity where datname = 'lantern' and application_name like 'wide-lantern % notices'";
	expect(Number(askDatabase(`select count(*) ${listening}`))).toBeGreaterThanOrEqual(2);
	askDatabase(`select pg_terminate_backend(pid) ${listening}`);
	await page.locator('.cm-line').last().click();
	await page.keyboard.press('End');
	await types(page, '\nanxi*');
	await saved(page);
	await expect(second.locator('.cm-line')).toHaveText(['music*', 'anxi*']);
	await expect(count(second, 2)).toHaveText(/^[1-9]/);
	// And they hear each other again.
	await types(page, ' OR worr*');
	await expect(second.locator('.cm-line')).toHaveText(['music*', 'anxi* OR worr*']);
});

test('a new edition of a vocabulary that is loaded at one is what the other looks up', async () => {
	const who = await somebody(address);
	const turtle = (label: string) => `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .
<https://piers.example/t> a skos:ConceptScheme ; skos:prefLabel "Pier Terms"@en .
<https://piers.example/one> a skos:Concept ; skos:inScheme <https://piers.example/t> ; skos:prefLabel "${label}"@en .
`;
	const load = async (label: string) => {
		const response = await who.context.post('/api/v1/intakes?vocabulary=zz-piers&name=Piers.ttl', {
			headers: { 'content-type': 'application/octet-stream' },
			data: Buffer.from(turtle(label))
		});
		const read = await begun(who.context, response);
		expect(read.state).toBe('asking');
		await who.context.post(`/api/v1/intakes/${read.id}`, { data: { do: 'load' } });
		expect((await settled(who.context, read.id)).state).toBe('done');
	};
	const found = async (typed: string) => {
		const answer = await who.context.get(
			`${elsewhere}/api/v1/vocabularies/zz-piers/lookup?q=${encodeURIComponent(typed)}`
		);
		return answer.status() === 200
			? ((await answer.json()) as { matches: { label: string }[] }).matches.map((one) => one.label)
			: answer.status();
	};
	await load('Wooden Pier');
	await expect.poll(() => found('wooden')).toEqual(['Wooden Pier']);
	await load('Iron Pier');
	await expect.poll(() => found('iron')).toEqual(['Iron Pier']);
	expect((await who.context.delete('/api/v1/vocabularies/zz-piers?confirm=true')).status()).toBe(200);
	await expect.poll(() => found('iron')).toBe(404);
});

test('who is removed, closed or signed out at one is refused by the other, which has let them in before', async () => {
	const [owner, guest] = [await somebody(address), await somebody(address, 'Orla Quenby')];
	const id = await newEnquiry(owner, 'Does music before surgery lower anxiety?');
	const members = `/api/v1/enquiries/${id}/members`;
	const seenThere = async (who: Somebody) => (await who.context.get(`${elsewhere}/api/v1/enquiries/${id}`)).status();
	const give = async (role: string) => {
		const answer = await owner.context.put(members, { data: { email: guest.email, role } });
		expect(answer.status()).toBe(200);
		return (
			((await answer.json()) as { id: string; email: string }[]).find((one) => one.email === guest.email)?.id ?? ''
		);
	};
	let revision = 0;
	const edit = async () => {
		const edits = [{ do: 'set', at: ['title'], value: `Title ${revision}` }];
		const answer = await guest.context.post(`${elsewhere}/api/v1/enquiries/${id}/edits`, {
			headers: { origin: elsewhere },
			data: { revision, client: 'guest', name: 'change', edits }
		});
		if (answer.ok()) revision++;
		return answer.status();
	};
	expect(await seenThere(guest)).toBe(404);
	const person = await give('editor');
	await expect.poll(() => seenThere(guest)).toBe(200);
	await expect.poll(edit).toBe(200);
	await give('reader');
	await expect.poll(edit).toBe(403);
	expect((await owner.context.delete(members, { data: { email: guest.email } })).status()).toBe(200);
	await expect.poll(() => seenThere(guest)).toBe(404);

	await give('reader');
	await expect.poll(() => seenThere(guest)).toBe(200);
	const keeper = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
	await keeper.post('/sign-in', { form: { email: KEEPER, password: PASSWORD }, maxRedirects: 0 });
	expect((await keeper.post('/administration', { form: { person, change: 'close' } })).status()).toBe(200);
	await expect.poll(() => seenThere(guest)).toBe(401);
	expect(await seenThere(owner)).toBe(200);
	await owner.context.post('/sign-out');
	await expect.poll(() => seenThere(owner)).toBe(401);
});

test('tries of a password at one are counted at the other, and a minute later it may be tried again', async () => {
	test.setTimeout(360_000);
	const strict = await startServer('lantern', true, { LANTERN_SIGN_INS_PER_MINUTE: '3' });
	try {
		const who = await somebody(address, 'Ada Fenwell');
		const signIn = async (server: string, password: string) => {
			const response = await fetch(`${server}/sign-in`, {
				method: 'POST',
				redirect: 'manual',
				headers: { origin: server, 'content-type': 'application/x-www-form-urlencoded', accept: 'text/html' },
				body: new URLSearchParams({ email: who.email, password })
			});
			return response.status === 303 ? 'signed in' : /Too many attempts|Wrong/.exec(await response.text())?.[0];
		};
		for (let at = 0; at < 3; at++) expect(await signIn(address, 'not the right one')).toBe('Wrong');
		expect(await signIn(strict.address, PASSWORD)).toBe('Too many attempts');
		// As if a minute had gone by.
		psql('lantern', '-c', "update tries set at = at - interval '1 minute'");
		expect(await signIn(strict.address, PASSWORD)).toBe('signed in');
	} finally {
		strict.process.kill('SIGKILL');
	}
});
