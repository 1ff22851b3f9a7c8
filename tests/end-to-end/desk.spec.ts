/** The desk: enquiries are found by what is in them, archived by one person for themselves, and brought back. */
import { expect, type Page } from '@playwright/test';
import { signUp, somebody, test } from './people';

async function begin(page: Page, question: string): Promise<string> {
	await page.goto('/desk');
	await page.getByLabel('The question, as the team asks it').pressSequentially(question, { delay: 20 });
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/brief$/);
	return /enquiries\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
}
const entries = (page: Page) => page.getByRole('main').getByRole('heading', { level: 2 }).getByRole('link');

test('enquiries are found by words, archived for oneself alone, and brought back', async ({ page, baseURL }) => {
	const owner = await signUp(page);
	await expect(page.getByText('Your enquiries will appear here')).toBeVisible();
	const dancing = await begin(page, 'Does dancing prevent falls?');
	await begin(page, 'Does singing ease breathlessness?');
	const colleague = await somebody(baseURL ?? '');
	const added = await page.request.put(`/api/v1/enquiries/${dancing}/members`, {
		data: { email: colleague.email, role: 'reader' },
		headers: { origin: baseURL ?? '' }
	});
	expect(added.ok()).toBe(true);

	await page.goto('/desk');
	await expect(entries(page)).toHaveText(['Does singing ease breathlessness?', 'Does dancing prevent falls?']);
	const find = page.getByLabel('Find by title, question or concept');
	await find.pressSequentially('falls danc', { delay: 40 });
	await expect(entries(page)).toHaveText(['Does dancing prevent falls?']);
	await find.pressSequentially(' x', { delay: 40 });
	await expect(page.getByText('No enquiry here has all of these words')).toBeVisible();
	await find.fill('');

	// By keyboard: the button of the entry, then the undo that is offered.
	await page.getByRole('button', { name: 'Archive Does dancing prevent falls?' }).focus();
	await page.keyboard.press('Enter');
	await expect(entries(page)).toHaveText(['Does singing ease breathlessness?']);
	await page.getByRole('button', { name: 'Undo' }).press('Enter');
	await expect(entries(page)).toHaveCount(2);
	await page.getByRole('button', { name: 'Archive Does dancing prevent falls?' }).click();
	await expect(entries(page)).toHaveCount(1);

	// It stays archived after a reload, and when somebody changes the owner's own role to what it was.
	await page.request.put(`/api/v1/enquiries/${dancing}/members`, {
		data: { email: owner, role: 'owner' },
		headers: { origin: baseURL ?? '' }
	});
	await page.reload();
	await expect(entries(page)).toHaveText(['Does singing ease breathlessness?']);
	const others = (await (await colleague.context.get('/desk')).text()).includes('Does dancing prevent falls?');
	expect(others, 'the colleague still has it on the desk').toBe(true);

	await page.getByText('Archived · 1', { exact: true }).click();
	await expect(entries(page)).toHaveText(['Does dancing prevent falls?']);
	await entries(page).click();
	await expect(page).toHaveURL(new RegExp(dancing));
	await page.goBack();
	await page.getByText('Archived · 1', { exact: true }).click();
	await page.getByRole('button', { name: 'Bring back Does dancing prevent falls?' }).click();
	await expect(page.getByText('Nothing is archived.')).toBeVisible();
	await page.getByText('Current · 2', { exact: true }).click();
	await expect(entries(page)).toHaveCount(2);
});

test('a button says on focus what it does and by which keys', async ({ page }) => {
	await signUp(page);
	await begin(page, 'Does dancing prevent falls?');
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('danc*');
	const off = page.getByRole('button', { name: 'Switch the selected lines off or on' });
	await expect(off).toHaveAttribute('aria-keyshortcuts', 'Alt+S');
	await off.hover();
	await expect(page.getByRole('tooltip')).toHaveText(/Switch the selected lines off.*Alt S/);
	await page.keyboard.press('Escape');
	await expect(page.getByRole('tooltip')).toHaveCount(0);
});
