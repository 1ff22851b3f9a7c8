/** Proving ground: known works are found or missed by a concept; their own words bring them back, tried and added by keys. */
import { expect } from '@playwright/test';
import { inspect } from './accessible';
import { countedOnOwnRecords } from './own-records';
import { saved, test } from './people';

const KEYS = { delay: 30 };
const ris = (titles: readonly string[]) =>
	titles
		.map(
			(title, at) =>
				`TY  - JOUR\nAU  - Kelwick, AB\nTI  - ${title}\nPY  - 202${at % 10}\nDO  - 10.99999/p.${at}\nER  - \n`
		)
		.join('');
const TITLES = [
	'Choirs ease breathing in older people',
	'Choirs and breathlessness at home',
	'Group singing for lung disease',
	'Humming helps people with lung disease',
	'Choirs in schools',
	'Group singing at work',
	'Lung disease and sleep'
];

test('missed works are grouped by what loses them; a term is tried and added by keys, undone, and the share grows', async ({
	page
}) => {
	await countedOnOwnRecords(page, 'Does singing ease breathlessness?', 'Quay', ris(TITLES));
	await page.getByRole('link', { name: 'Proving ground' }).click();
	await expect(page.getByText(/The result is not counted at the moment/)).toBeVisible();
	await page.getByRole('main').getByRole('link', { name: 'strategy' }).click();
	await page.locator('.cm-content').click();
	for (const line of ['choir*', 'breath*', '#1 AND #2']) {
		await page.keyboard.type(line, KEYS);
		await page.keyboard.press('Enter');
	}
	await expect(page.locator('.right-mark .count').nth(2)).toHaveText('2');
	await saved(page);

	await page.getByRole('link', { name: 'Proving ground' }).click();
	await expect(page.getByText('No known article is named yet')).toBeVisible();
	await page.getByRole('main').getByRole('link', { name: 'brief' }).click();
	await page.getByRole('button', { name: 'Paste a list' }).click();
	await page
		.getByLabel('Titles, references or identifiers, one per line')
		.fill('10.99999/p.0\n10.99999/p.1\n10.99999/p.2\n10.99999/p.3\n10.99999/nowhere');
	await page.getByRole('button', { name: /^Add 5/ }).click();
	await saved(page);

	await page.getByRole('link', { name: 'Proving ground' }).click();
	await expect(page.getByText(/Line 3 retrieves\s+2 of 4 known works/)).toBeVisible();
	await expect(page.getByText('50 % (15–85 %)').first()).toBeVisible();
	await expect(page.getByText(/1 known article not in Records of this enquiry/)).toBeVisible();
	const missed = page.getByRole('region', { name: 'Missed by line 1 and line 2' });
	await expect(missed).toContainText('Group singing for lung disease');
	await expect(missed).toContainText('not enough alone: another concept also loses it');
	await inspect(page, 'proving ground');

	// First the one side: a term that both missed works share, added by key.
	const way = missed.getByRole('button', { name: 'Add "lung disease" to line 2' }).first();
	await way.focus();
	await page.keyboard.press('k');
	await expect(page.getByRole('status').filter({ hasText: 'is in line 2 now' })).toBeVisible();
	const byOne = page.getByRole('region', { name: 'Missed by line 1', exact: true });
	await expect(byOne).toContainText('Humming helps people with lung disease');
	// Then the other, tried before it is added: what it would bring is read.
	const singing = byOne.getByRole('listitem').filter({ hasText: '"group singing"' }).last();
	await expect(singing).toContainText('adds 1 known work');
	await singing.getByRole('button', { name: 'Try "group singing"' }).focus();
	await page.keyboard.press('t');
	await expect(byOne.getByText(/What "group singing" would add/)).toBeVisible();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('k');
	await expect(page.getByText(/Line 3 retrieves\s+3 of 4 known works/)).toBeVisible();
	// The focus has gone on to the next work.
	await expect(page.locator('section[aria-label="Missed"] button:focus')).toHaveCount(1);
	await saved(page);

	// Undo takes the last term out of its line, also after a reload.
	await page.reload();
	await expect(page.getByText(/Line 3 retrieves\s+3 of 4 known works/)).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(page.getByText(/Line 3 retrieves\s+2 of 4 known works/)).toBeVisible();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(page.locator('.cm-line').nth(1)).toHaveText('breath* OR "lung disease"');
});
