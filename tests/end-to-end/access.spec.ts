/** Axe finds nothing on any view, by day and by night, at three widths; nothing scrolls sideways, also enlarged; the palette works by keyboard. */
import { expect, type Page } from '@playwright/test';
import { inspect } from './accessible';
import { KEEPER, PASSWORD, patient, test } from './people';

const VIEWS = [
	'brief',
	'concepts',
	'headings',
	'records',
	'strategy',
	'glean',
	'proving',
	'renderings',
	'dossier',
	'people'
] as const;

async function demo(page: Page): Promise<string> {
	await page.goto('/sign-in');
	await page.getByRole('button', { name: 'Open the demo' }).click();
	const link = page.getByRole('link', { name: /Daylight-like lighting/ }).first();
	return ((await link.getAttribute('href')) ?? '').replace(/\/[a-z]+$/, '');
}

for (const scheme of ['light', 'dark'] as const)
	test(`no view breaks WCAG 2.2 AA (${scheme})`, async ({ browser, baseURL }) => {
		test.setTimeout(600_000);
		const context = await browser.newContext({
			baseURL: baseURL ?? '',
			colorScheme: scheme,
			viewport: { width: 1280, height: 800 }
		});
		const page = patient(await context.newPage());
		for (const way of ['/sign-in', '/sign-up']) {
			await page.goto(way);
			await inspect(page, way);
		}
		const enquiry = await demo(page);
		await inspect(page, 'desk');
		await page.goto('/vocabularies');
		await inspect(page, 'vocabularies');
		await page.goto('/profiles');
		await inspect(page, 'profiles');
		await page.goto('/profiles/teach?from=tidewater');
		await page.locator('[data-passed=true]').first().waitFor();
		await inspect(page, 'teach a platform');
		await page.goto('/account');
		await inspect(page, 'account');
		await page.goto('/nowhere');
		await inspect(page, 'error');
		for (const view of VIEWS) {
			await page.goto(`${enquiry}/${view}`);
			await page.waitForTimeout(600);
			if (view === 'records') {
				// Pairs to decide, what was merged, and the overlap, each a part of its own.
				await page.getByRole('tab', { name: /^Duplicates/ }).click();
				await page.getByRole('region', { name: /^Pair to decide/ }).waitFor();
				await inspect(page, 'duplicates');
				await page.getByText('Merged', { exact: true }).click();
				await page.getByRole('button', { name: 'Separate' }).first().waitFor();
				await inspect(page, 'merged works');
				await page.getByRole('tab', { name: 'Overlap of sources' }).click();
				await page.getByRole('figure').waitFor();
				await inspect(page, 'overlap');
				await page.getByRole('tab', { name: 'Files' }).click();
			}
			if (view === 'headings') {
				// First the concept in every vocabulary, then one heading with its choices and two side by side.
				await page.locator('[data-key]').first().waitFor();
				await inspect(page, 'headings: every vocabulary');
				await page.getByLabel('Look up in the vocabulary').fill('light');
				await page.getByRole('article').waitFor();
				await page
					.getByLabel(/beside others/)
					.nth(0)
					.click();
				await page
					.getByLabel(/beside others/)
					.nth(1)
					.click();
				await page.getByRole('region', { name: 'Side by side' }).getByRole('article').first().waitFor();
				await page.getByRole('region', { name: 'Its names as text words' }).getByRole('row').nth(1).waitFor();
			}
			if (view === 'strategy') {
				await page.getByRole('button', { name: 'Read them' }).click();
				await page.locator('#records li button').first().click();
			}
			if (view === 'renderings') {
				// All sources together, then one alone with its notes opened and a strategy read.
				await page.getByRole('region', { name: 'Line 1', exact: true }).waitFor();
				await inspect(page, 'renderings: all');
				await page
					.getByRole('group', { name: 'Sources' })
					.getByRole('button', { name: /Tidewater/ })
					.click();
				await page.getByRole('button', { name: 'Decide' }).first().click();
				await page.getByRole('button', { name: 'Read a strategy from elsewhere' }).click();
				await page.getByLabel('The strategy as it was copied').fill('1\tt::light and\t12\n2\t[1]\t14');
				await page.getByRole('button', { name: 'Read it' }).click();
				await page.getByRole('region', { name: 'Read a pasted strategy' }).getByRole('table').waitFor();
			}
			await inspect(page, view);
		}
		await page.getByRole('button', { name: 'Sign out' }).click();
		await page.getByLabel('E-mail address').fill(KEEPER);
		await page.getByLabel('Password').fill(PASSWORD);
		await page.getByRole('button', { name: 'Sign in', exact: true }).click();
		await page.waitForURL(/\/desk$/);
		await page.goto('/administration');
		for (const closed of await page.locator('summary').all()) await closed.click();
		await inspect(page, 'administration');
		await context.close();
	});

test('every action is found in the palette by keyboard', async ({ page }) => {
	const enquiry = await demo(page);
	await page.goto(`${enquiry}/brief`);
	await page.keyboard.press('Control+k');
	await page.keyboard.type('strat');
	await page.keyboard.press('Enter');
	await expect(page).toHaveURL(/\/strategy$/);
	await page.locator('.cm-line').first().waitFor();
	await page.keyboard.press('Control+k');
	await expect(page.getByRole('option')).not.toHaveCount(0);
	const names = await page.getByRole('option').allTextContents();
	for (const action of [
		'Go to the desk',
		'Undo',
		'Combine the selected lines with OR',
		'Switch between day and night',
		'Save the dossier'
	])
		expect(names.join('\n')).toContain(action);
	await page.keyboard.press('Escape');
	await page.keyboard.press('Alt+9');
	await expect(page).toHaveURL(/\/dossier$/);
});
