/** Several windows on one enquiry: nothing typed is lost, whoever else types, reloads, duplicates a tab or loses the connection. */
import { expect, type BrowserContext, type Page } from '@playwright/test';
import { patient, saved, signUp, test } from './people';

async function begin(page: Page, lines: readonly string[]): Promise<string> {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Does music before surgery lower anxiety?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	for (const [at, line] of lines.entries()) {
		if (at > 0) await page.keyboard.press('Enter');
		await page.keyboard.type(line, { delay: 40 });
	}
	await saved(page);
	return page.url();
}
async function another(context: BrowserContext, url: string): Promise<Page> {
	const page = patient(await context.newPage());
	await page.goto(url);
	await page.locator('.cm-line').first().waitFor();
	return page;
}
const texts = (page: Page) => page.locator('.cm-line').allTextContents();
async function endOf(page: Page, line: number): Promise<void> {
	await page
		.locator('.cm-line')
		.nth(line - 1)
		.click();
	await page.keyboard.press('End');
}
const onServer = async (page: Page): Promise<string[]> => {
	const id = /enquiries\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
	const { document } = (await (await page.request.get(`/api/v1/enquiries/${id}`)).json()) as {
		document: { lines: { source: string }[] };
	};
	return document.lines.map((line) => line.source);
};

test('a conflict that nobody has answered is still a question after a reload of both windows, with all that was typed', async ({
	page,
	context
}) => {
	test.setTimeout(360_000);
	const url = await begin(page, ['music*']);
	const second = await another(context, url);
	// The first window hears nothing of the second while its edits are held back.
	await page.route('**/edits', async (route) => {
		await new Promise((done) => setTimeout(done, 4_000));
		await route.continue();
	});
	await endOf(page, 1);
	await page.keyboard.type(' OR bagpipe*', { delay: 90 });
	await endOf(second, 1);
	await second.keyboard.type(' OR zither*', { delay: 60 });
	await saved(second);
	await expect(page.getByRole('alert', { name: 'Conflict' })).toBeVisible({ timeout: 60_000 });
	await expect(page.getByRole('alert', { name: 'Conflict' })).toContainText('music* OR bagpipe*');
	await expect(page.getByRole('alert', { name: 'Conflict' })).toContainText('music* OR zither*');
	// What is typed on meanwhile is in the question, too.
	await page.unroute('**/edits');
	await endOf(page, 1);
	await page.keyboard.type(' OR oud*', { delay: 80 });
	await expect(page.getByRole('alert', { name: 'Conflict' })).toContainText('music* OR bagpipe* OR oud*');
	page.on('dialog', (dialog) => void dialog.accept());
	await page.reload();
	await second.reload();
	await expect(page.getByRole('alert', { name: 'Conflict' })).toContainText('music* OR bagpipe* OR oud*');
	expect(await onServer(page)).toEqual(['music* OR zither*']);
	await expect(second.locator('.cm-line').first()).toHaveText('music* OR zither*');
	await page.getByRole('button', { name: 'Keep mine' }).click();
	await saved(page);
	await expect(second.locator('.cm-line').first()).toHaveText('music* OR bagpipe* OR oud*');
	expect(await onServer(page)).toEqual(['music* OR bagpipe* OR oud*']);
});

test('what is typed while the connection fails is saved, or asked about, when it is back', async ({
	page,
	context
}) => {
	test.setTimeout(360_000);
	const url = await begin(page, ['music*', 'anxi*']);
	const second = await another(context, url);
	await page.route('**/edits', (route) => route.abort());
	await endOf(page, 2);
	await page.keyboard.type(' OR worr*', { delay: 110 });
	await endOf(page, 1);
	await page.keyboard.type(' OR bagpipe*', { delay: 110 });
	await endOf(second, 1);
	await second.keyboard.type(' OR song*', { delay: 70 });
	await saved(second);
	await page.unroute('**/edits');
	await expect(page.getByRole('alert', { name: 'Conflict' })).toContainText('music* OR bagpipe*', { timeout: 25_000 });
	// Neither window shows a mixture.
	expect(await texts(second)).toEqual(['music* OR song*', expect.stringMatching(/^anxi\*/)]);
	expect(await texts(page)).toEqual(['music* OR bagpipe*', 'anxi* OR worr*']);
	await page.getByRole('button', { name: 'Keep theirs' }).click();
	await saved(page);
	expect(await onServer(page)).toEqual(['music* OR song*', 'anxi* OR worr*']);
	// One's own text can still be copied.
	await expect(page.getByText('Their text was kept')).toBeVisible();
	await expect(second.locator('.cm-line')).toHaveText(['music* OR song*', 'anxi* OR worr*']);
});

test('two windows change different words of one line at once: both changes are kept, without a question', async ({
	page,
	context
}) => {
	test.setTimeout(360_000);
	const url = await begin(page, ['music* OR anxi*', '#1 AND sleep*']);
	const second = await another(context, url);
	await page.route('**/edits', (route) => route.abort());
	await endOf(page, 1);
	await page.keyboard.type(' OR worr*', { delay: 90 });
	await endOf(page, 2);
	await page.keyboard.type(' AND rest*', { delay: 90 });
	await endOf(second, 1);
	await second.keyboard.press('Home');
	await second.keyboard.type('song* OR ', { delay: 70 });
	await saved(second);
	await page.unroute('**/edits');
	await saved(page);
	const both = ['song* OR music* OR anxi* OR worr*', '#1 AND sleep* AND rest*'];
	await expect(page.locator('.cm-line')).toHaveText(both);
	await expect(second.locator('.cm-line')).toHaveText(both);
	expect((await onServer(page))[0]).toBe(both[0]);
	await expect(page.getByRole('alert', { name: 'Conflict' })).toHaveCount(0);
	// Typing goes on in both, and both are kept again.
	await endOf(page, 1);
	await page.keyboard.type(' OR nerv*', { delay: 90 });
	await saved(page);
	await expect(second.locator('.cm-line').first()).toHaveText('song* OR music* OR anxi* OR worr* OR nerv*');
});

test('a text of the brief that two people write in at once holds what both wrote, and the cursor stays', async ({
	page,
	context
}) => {
	test.setTimeout(360_000);
	const url = await begin(page, ['music*']);
	const brief = url.replace('/strategy', '/brief');
	await page.goto(brief);
	const second = patient(await context.newPage());
	await second.goto(brief);
	const field = (of: Page) => of.getByLabel('Population in this question');
	await field(page).click();
	await page.keyboard.type('Adults before surgery', { delay: 60 });
	await saved(page);
	await expect(field(second)).toHaveValue('Adults before surgery');
	await field(second).click();
	await second.keyboard.press('Home');
	// Both type, one at the beginning and one at the end, letter by letter.
	const [left, right] = ['Anxious and tired ', ' of the hip or knee'];
	await Promise.all([
		second.keyboard.type(left, { delay: 120 }),
		page.keyboard.press('End').then(() => page.keyboard.type(right, { delay: 110 }))
	]);
	await saved(page);
	await saved(second);
	const whole = 'Anxious and tired Adults before surgery of the hip or knee';
	await expect(field(page)).toHaveValue(whole);
	await expect(field(second)).toHaveValue(whole);
	// The cursor is where it was in the text, not at its end.
	await second.keyboard.type('x');
	await expect(field(second)).toHaveValue(whole.replace('tired ', 'tired x'));
});

test('a duplicated tab is a window of its own: each sees what the other types, and neither overwrites', async ({
	page,
	context
}) => {
	const url = await begin(page, ['music*', 'anxi*']);
	const opened = context.waitForEvent('page');
	await page.evaluate((to) => window.open(to), url);
	const twin = await opened;
	await twin.locator('html[data-ready]').waitFor({ state: 'attached' });
	await twin.locator('.cm-line').first().waitFor();
	await endOf(page, 1);
	await page.keyboard.type(' OR song*', { delay: 60 });
	await saved(page);
	await expect(twin.locator('.cm-line').first()).toHaveText('music* OR song*');
	await endOf(twin, 2);
	await twin.keyboard.type(' OR worr*', { delay: 60 });
	await saved(twin);
	await expect(page.locator('.cm-line')).toHaveText(['music* OR song*', 'anxi* OR worr*']);
	expect(await onServer(page)).toEqual(['music* OR song*', 'anxi* OR worr*']);
});

test('a command reaches the line that it is meant for, though lines come in above it', async ({ page, context }) => {
	test.setTimeout(360_000);
	const url = await begin(page, ['anxi*', 'music* OR song*', 'nurs*']);
	const second = await another(context, url);
	await endOf(page, 2);
	await page.getByRole('link', { name: 'Wide Lantern' }).first().focus();
	await second.locator('.cm-line').first().click();
	await second.keyboard.press('Home');
	await second.keyboard.type('worr*', { delay: 50 });
	await second.keyboard.press('Enter');
	await saved(second);
	await expect(page.locator('.cm-line')).toHaveCount(4);
	await page.locator('.cm-content').focus();
	await page.keyboard.press('Alt+b');
	await expect(page.locator('.cm-line')).toHaveText(['worr*', 'anxi*', 'music*', 'song*', '#3 OR #4', 'nurs*']);
	await saved(page);

	// Two lines are marked; a line comes in above; the two are joined.
	await endOf(page, 1);
	await page.keyboard.press('Home');
	await page.keyboard.press('Shift+ArrowDown');
	await page.keyboard.press('Shift+End');
	await second.locator('.cm-line').first().click();
	await second.keyboard.press('Home');
	await second.keyboard.press('Enter');
	await second.keyboard.press('ArrowUp');
	await second.keyboard.type('fear*', { delay: 50 });
	await saved(second);
	await expect(page.locator('.cm-line')).toHaveCount(7);
	await page.keyboard.press('Alt+o');
	await expect(page.locator('.cm-line').nth(3)).toHaveText('#2 OR #3');
});

test('the eighth and the twentieth window of one person load, count and hear each other', async ({ page, context }) => {
	test.setTimeout(600_000);
	const url = await begin(page, ['music*', 'anxi*', '#1 AND #2']);
	const pages: Page[] = [page];
	for (let at = 2; at <= 20; at++) {
		const next = await another(context, url);
		await expect(next.locator('.right-mark .count')).toHaveCount(3);
		pages.push(next);
	}
	const last = pages.at(-1) as Page;
	await last.bringToFront();
	await endOf(last, 1);
	await last.keyboard.type(' OR song*', { delay: 60 });
	await saved(last);
	for (const one of [pages[0], pages[7], pages[12]] as Page[])
		await expect(one.locator('.cm-line').first()).toHaveText('music* OR song*');
	// The window that leads is closed: another one takes its place.
	for (const one of pages.slice(0, 8)) await one.close();
	await endOf(last, 2);
	await last.keyboard.type(' OR worr*', { delay: 60 });
	await saved(last);
	await expect((pages[15] as Page).locator('.cm-line').nth(1)).toHaveText('anxi* OR worr*', { timeout: 60_000 });
});
