/** Counts while one types, and what each term brings. */
import { expect } from '@playwright/test';
import { saved, signUp, test } from './people';

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
	await page.route('**/edits', (route) => route.fulfill({ status: 500, json: { message: 'The database does not answer at the moment.' } }));
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

test('a line that would take too much work says so, the others are counted, and it counts again when it is made narrower', async ({ page }) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Do ear plugs help sleep on wards?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.insertText('(*e* WITHIN/50 *a*) WITHIN/50 (*i* WITHIN/50 *o*)');
	await page.keyboard.press('Enter');
	await page.keyboard.type('delir*');
	await expect(page.locator('.right-mark').first()).toContainText('too much work', { timeout: 30_000 });
	await expect(page.locator('.right-mark .count').last()).toHaveText(/[1-9]/);
	await saved(page);
	await page.locator('.cm-line').first().click();
	await page.keyboard.press('Home');
	await page.keyboard.press('Shift+End');
	await page.keyboard.insertText('light*');
	await expect(page.locator('.right-mark').first().locator('.count')).toHaveText(/[1-9]/);
});
