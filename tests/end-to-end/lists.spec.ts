/** Long lists: laid out as far as they are seen, ordered by their columns, gone through by arrows. */
import { expect, type Page } from '@playwright/test';
import { address, signUp, test } from './people';

/** A new account with an enquiry: its address. */
async function begin(page: Page): Promise<string> {
	await signUp(page);
	const response = await page.request.post('/api/v1/enquiries', {
		data: { question: 'Does singing ease breathlessness in adults?', framework: 'PICO' },
		headers: { origin: address }
	});
	return `/enquiries/${((await response.json()) as { id: string }).id}`;
}

test('the terms of a line of 400 are one table: only what is in sight is laid out, and a click on a head orders it', async ({
	page
}) => {
	const enquiry = await begin(page);
	await page.goto(`${enquiry}/strategy`);
	await page.locator('.cm-content').click();
	const words = Array.from({ length: 397 }, (_, at) => `nowhere${at}`);
	// Typed where a person types, pasted where a person would paste.
	await page.keyboard.type('light OR sleep* OR care OR ');
	await page.keyboard.insertText(words.join(' OR '));
	const table = page.getByRole('table', { name: 'What its terms bring' });
	await expect(table).toHaveAttribute('aria-rowcount', '401');
	await expect(table.getByRole('row').nth(1)).toContainText('light');
	expect(await table.getByRole('row').count()).toBeLessThan(120);

	await table.getByRole('button', { name: 'Term' }).click();
	await expect(table.getByRole('columnheader', { name: 'Term' })).toHaveAttribute('aria-sort', 'ascending');
	await expect(table.getByRole('row').nth(1)).toContainText('care');
	await table.getByRole('button', { name: 'All' }).click();
	await expect(table.getByRole('columnheader', { name: 'All' })).toHaveAttribute('aria-sort', 'descending');
	const counts = async () =>
		(await table.getByRole('row').evaluateAll((rows) => rows.slice(1, 4).map((row) => row.children[1]?.textContent)))
			.map((text) => Number((text ?? '').replace(/\D/g, '')))
			.filter((count) => count > 0);
	const largest = await counts();
	expect(largest).toEqual([...largest].sort((a, b) => b - a));
	expect(largest).toHaveLength(3);

	// By keyboard to the end: the last row is there, and it is one that brings nothing.
	await page.getByRole('region', { name: 'What its terms bring' }).focus();
	await page.keyboard.press('End');
	await expect(table.locator('tr[aria-rowindex="401"]')).toContainText('nowhere');
});

test('matches of a word are gone through by arrows, and one row of them is reached by Tab', async ({ page }) => {
	const enquiry = await begin(page);
	await page.goto('/vocabularies');
	await page
		.getByRole('link', { name: /Skerry/ })
		.first()
		.click();
	await page.getByLabel('Look up in the vocabulary').pressSequentially('sleep', { delay: 60 });
	const rows = page.getByRole('list', { name: 'Matches' }).getByRole('button');
	await expect(rows.nth(2)).toBeVisible();
	await expect(page.locator('ul[aria-label=Matches] button[tabindex="0"]')).toHaveCount(1);
	await rows.first().focus();
	await page.keyboard.press('ArrowDown');
	await expect(rows.nth(1)).toBeFocused();
	await page.keyboard.press('End');
	await expect(rows.last()).toBeFocused();
	await page.keyboard.press('Home');
	await page.keyboard.press('ArrowDown');
	const label = await rows.nth(1).locator('span').first().textContent();
	await page.keyboard.press('Enter');
	await expect(page.getByRole('article')).toContainText(label?.trim() ?? '');
	await expect(rows.nth(1)).toHaveAttribute('tabindex', '0');

	// The same beside an enquiry, where each row has a second button.
	await page.goto(`${enquiry}/concepts`);
	await page.getByLabel('Name of a new concept').pressSequentially('Light', { delay: 60 });
	await page.keyboard.press('Enter');
	await page.getByRole('link', { name: /Headings/ }).click();
	await page.getByLabel('Look up in the vocabulary').pressSequentially('light', { delay: 60 });
	const matches = page.getByRole('list', { name: /^Matches in/ }).first();
	await expect(matches.getByRole('listitem').nth(1)).toBeVisible();
	await matches.getByRole('listitem').first().getByRole('button').first().focus();
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('ArrowRight');
	await expect(
		matches
			.getByRole('listitem')
			.nth(1)
			.getByRole('button', { name: /beside others/ })
	).toBeFocused();
	await page.keyboard.press('ArrowUp');
	await expect(matches.getByRole('listitem').first().getByRole('button').first()).toBeFocused();
});
