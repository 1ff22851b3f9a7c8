/** Nothing typed is ever lost: two windows, a lost server, a reload in mid-edit, refused input, files out and in. */
import { expect, type Page } from '@playwright/test';
import { address, newEnquiry, patient, saved, signUp, somebody, test } from './people';

async function open(page: Page, question = 'Does quiet time lower noise on wards?'): Promise<string> {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill(question);
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
	return /enquiries\/([^/]+)/.exec(page.url())?.[1] ?? '';
}

test('two windows edit different places: both keep both', async ({ page, context }) => {
	await open(page);
	const second = patient(await context.newPage());
	await second.goto(page.url());
	await page.getByLabel('Population in this question').fill('Patients on wards');
	await second.getByLabel('Intervention in this question').fill('Quiet time');
	await expect(second.getByLabel('Population in this question')).toHaveValue('Patients on wards');
	await expect(page.getByLabel('Intervention in this question')).toHaveValue('Quiet time');
	await saved(page);
	await saved(second);
});

test('two windows edit one place: both texts are shown, the searcher chooses', async ({ page, context }) => {
	await open(page);
	const second = patient(await context.newPage());
	await second.goto(page.url());
	// The second window hears nothing and sends nothing for a while.
	await second.route('**/edits', (route) => route.abort());
	await second.getByLabel('Title').fill('Second title');
	await expect(second.getByText('Not saved yet; kept here')).toBeVisible();
	await page.getByLabel('Title').fill('First title');
	await page.getByLabel('Question', { exact: true }).click();
	await saved(page);
	await second.unroute('**/edits');
	const trouble = second.getByRole('alert', { name: 'Conflict' });
	await expect(trouble).toContainText('Second title');
	await expect(trouble).toContainText('First title');
	await trouble.getByRole('button', { name: 'Keep mine' }).click();
	await saved(second);
	await expect(page.getByLabel('Title')).toHaveValue('Second title');
});

test('a lost connection and a reload in the middle of it lose nothing', async ({ page }) => {
	await open(page);
	await page.goto(page.url().replace('/brief', '/strategy'));
	await page.route('**/edits', (route) => route.abort());
	await page.locator('.cm-content').click();
	await page.keyboard.insertText('noise* OR "sound level*"');
	await expect(page.getByText('Keep working: everything is kept in this window')).toBeVisible();
	page.on('dialog', (dialog) => void dialog.accept());
	await page.reload();
	await expect(page.locator('.cm-line').first()).toHaveText('noise* OR "sound level*"');
	await page.unroute('**/edits');
	await saved(page);
	await expect(page.locator('.right-mark .count').first()).toHaveText(/^[1-9]/);
});

test('an empty question is refused in place and the last one kept', async ({ page }) => {
	await signUp(page);
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page.getByText('An enquiry begins with its question')).toBeVisible();
	await page.getByLabel('The question, as the team asks it').fill('Is it so?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByLabel('Question', { exact: true }).fill('');
	await page.getByLabel('Title').click();
	await expect(page.getByText('The question cannot be empty')).toBeVisible();
	await page.reload();
	await expect(page.getByLabel('Question', { exact: true })).toHaveValue('Is it so?');
});

test('an unknown heading and a broken line say so at the line; a concept without terms does where it stands', async ({
	page
}) => {
	await open(page);
	await page.goto(page.url().replace('/brief', '/concepts'));
	await page.getByLabel('Name of a new concept').fill('Noise');
	await page.getByRole('button', { name: 'Add concept' }).click();
	await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText(
		'Noise has no headings and no words yet.'
	);
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.insertText('{Deliriun >}');
	await page.keyboard.press('Escape');
	await expect(page.locator('.right-mark').first()).toContainText('cannot be read');
	await page.locator('.cm-lintRange-error').hover();
	await expect(page.getByText('No vocabulary here has the heading “Deliriun”')).toBeVisible();
	await page.getByRole('button', { name: 'Action: Delirium' }).click();
	await expect(page.locator('.cm-line').first()).toHaveText('{Delirium >}');
	await expect(page.locator('.right-mark .count').first()).toHaveText(/^[1-9]/);
	// A line that others use is cut: the reference stays visible as broken, undo restores it.
	await page.keyboard.press('Control+End');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('#1 AND yr:2010-');
	await saved(page);
	await expect(page.locator('.right-mark .count')).toHaveCount(2);
	await page.locator('.cm-line').first().click();
	await page.keyboard.press('Control+Shift+k');
	await expect(page.locator('.cm-line')).toHaveText(['#? AND yr:2010-']);
	await expect(page.getByText(/uses a line that was deleted, is empty or is switched off/)).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(page.locator('.cm-line')).toHaveText(['{Delirium >}', '#1 AND yr:2010-']);
	await expect(page.locator('.right-mark .count')).toHaveCount(2);
});

test('moving a line above one that it uses is refused with the reason', async ({ page }) => {
	await open(page);
	await page.goto(page.url().replace('/brief', '/strategy'));
	await page.locator('.cm-content').click();
	await page.keyboard.insertText('noise');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('#1 AND yr:2010-');
	await saved(page);
	await page.keyboard.press('Alt+ArrowUp');
	await expect(page.getByText('Line 2 uses line 1, which must be above it. Nothing was moved.')).toBeVisible();
	await expect(page.locator('.cm-line')).toHaveText(['noise', '#1 AND yr:2010-']);
});

test('a paste of two million characters is answered with a sentence, and the page goes on', async ({ page }) => {
	await open(page);
	await page.goto(page.url().replace('/brief', '/concepts'));
	await page.getByLabel('Name of a new concept').fill('Noise');
	await page.getByRole('button', { name: 'Add concept' }).click();
	const words = page.getByLabel('Add words to Noise');
	await words.fill('noise '.repeat(350_000));
	await words.press('Enter');
	await expect(page.getByText(/This reads like a whole sentence|holds at most/).first()).toBeVisible();
	await words.fill('alarm*');
	await words.press('Enter');
	await expect(page.getByRole('listitem').filter({ hasText: 'alarm*' }).locator('.count')).toHaveText(/^[1-9]/);
});

test('a paste larger than any strategy is refused whole, and the sheet goes on', async ({ page }) => {
	await open(page);
	await page.goto(page.url().replace('/brief', '/strategy'));
	await page.locator('.cm-content').click();
	await page.keyboard.insertText('noise');
	for (const paste of ['alarm OR '.repeat(230_000), 'alarm\n'.repeat(3_000)]) {
		await page.evaluate((text) => {
			const data = new DataTransfer();
			data.setData('text/plain', text);
			document
				.querySelector('.cm-content')
				?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
		}, paste);
		await expect(
			page.getByText(/Nothing was changed; the text is still where you copied it from/).first()
		).toBeVisible();
		await page.getByRole('button', { name: 'Dismiss' }).click();
		await expect(page.locator('.cm-line')).toHaveText(['noise']);
	}
	await page.locator('.cm-content').click();
	await page.keyboard.press('End');
	await page.keyboard.insertText('*');
	await saved(page);
	await expect(page.locator('.right-mark .count').first()).toHaveText(/^[1-9]/);
});

test('a heading is taken into the line by keyboard, and typing goes on behind it', async ({ page }) => {
	await open(page);
	await page.goto(page.url().replace('/brief', '/strategy'));
	await page.locator('.cm-content').click();
	await page.keyboard.type('{acute conf');
	await expect(page.getByRole('option', { name: /Delirium/ })).toBeVisible();
	// The list takes keys only after it has been seen for a moment.
	await page.waitForTimeout(150);
	// Enter takes an offer once it has been moved to.
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('Enter');
	await page.keyboard.type(' OR noise');
	await page.keyboard.press('Escape');
	await page.keyboard.press('Enter');
	await page.keyboard.type('#1 AND yr:2010-');
	await page.keyboard.press('Escape');
	await expect(page.locator('.cm-line')).toHaveText(['{Delirium >} OR noise', '#1 AND yr:2010-']);
	await expect(page.locator('.right-mark .count')).toHaveCount(2);
});

test('an enquiry goes out as a file and comes in again, whole', async () => {
	const who = await somebody(address);
	const id = await newEnquiry(who, 'Out and in?');
	const file = (await (await who.context.get(`/api/v1/enquiries/${id}/export`)).json()) as { enquiry: object };
	const taken = await who.context.post('/api/v1/enquiries/import', { data: file });
	const again = (await taken.json()) as { id: string };
	expect(taken.status()).toBe(201);
	const { document } = (await (await who.context.get(`/api/v1/enquiries/${again.id}`)).json()) as { document: object };
	expect(document).toEqual(file.enquiry);
	for (const wrong of [
		{},
		{ ...file, version: 9 },
		{ ...file, enquiry: { ...file.enquiry, question: ' ' } },
		{ ...file, enquiry: { ...file.enquiry, extra: 1 } }
	]) {
		const refused = await who.context.post('/api/v1/enquiries/import', { data: wrong });
		expect(refused.status()).toBe(422);
		expect(((await refused.json()) as { message: string }).message).toContain('Nothing was changed');
	}
});
