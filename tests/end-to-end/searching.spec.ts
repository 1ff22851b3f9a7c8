/** A searcher's own question, typed key by key: known articles, trials on a line, limits, parking, and a vocabulary read by itself. */
import { expect, type Page } from '@playwright/test';
import { address, saved, signUp, test } from './people';

const KEYS = { delay: 60 };

async function begin(page: Page, question: string): Promise<string> {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').pressSequentially(question, { delay: 20 });
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/enquiries\/[^/]+\/\w+/);
	return page.url().split('/')[4] ?? '';
}

async function typeLines(page: Page, lines: readonly string[]): Promise<void> {
	await page.getByRole('link', { name: /Strategy/ }).click();
	await page.locator('.cm-content').click();
	for (const [at, line] of lines.entries()) {
		if (at > 0) await page.keyboard.press('Enter');
		await page.keyboard.type(line, KEYS);
	}
	await saved(page);
	await expect(page.locator('.right-mark.dim')).toHaveCount(0);
}

test('known articles: one by its DOI as people paste it, one by its title, one wrong; and a record becomes one', async ({
	page
}) => {
	const id = await begin(page, 'Does music before surgery calm people?');
	await typeLines(page, ['music*']);
	const found = (await (await page.request.get(`${address}/api/v1/enquiries/${id}/counts`)).json()) as {
		lines: { id: string }[];
	};
	const { records } = (await (
		await page.request.get(`${address}/api/v1/enquiries/${id}/records?line=${found.lines[0]?.id}`)
	).json()) as {
		records: { id: string; titles: string[] }[];
	};
	const [first, second] = records;

	await page.getByRole('link', { name: 'Brief' }).click();
	await page.getByRole('button', { name: 'Add an article' }).click();
	const rows = page.getByRole('row');
	await page
		.getByLabel('Identifier of the article')
		.last()
		.pressSequentially(` ${first?.id ?? ''} `, KEYS);
	await expect(rows.filter({ has: page.getByLabel('Identifier of the article') }).first()).toContainText(
		first?.id ?? 'none'
	);
	await page.getByRole('button', { name: 'Add an article' }).click();
	await page
		.getByLabel('Article', { exact: true })
		.last()
		.pressSequentially(`Ostwick M. ${second?.titles[0] ?? ''} Harbour J 2020;3:1-9`, { delay: 5 });
	await page.getByRole('button', { name: `It is ${second?.id ?? ''}` }).click();
	await expect(page.getByLabel('Identifier of the article').last()).toHaveValue(second?.id ?? 'none');
	await page.getByRole('button', { name: 'Add an article' }).click();
	await page.getByLabel('Identifier of the article').last().pressSequentially('10.5555/nowhere.1', KEYS);
	await expect(page.getByText(/^Not in .*: check the identifier, or type the title\.$/)).toBeVisible();
	// An empty row is no article.
	await page.getByRole('button', { name: 'Add an article' }).click();
	await saved(page);

	await page.getByRole('link', { name: /Strategy/ }).click();
	await expect(page.getByText('2 of 3 known articles are in this collection')).toBeVisible();
	await page.getByRole('tab', { name: 'Records' }).click();
	const third = page.getByRole('button', { name: /^Known article: / }).nth(2);
	await third.click();
	await saved(page);
	await expect(third).toHaveAttribute('aria-pressed', 'true');
	await expect(page.getByText('3 of 4 known articles are in this collection')).toBeVisible();
});

test('a change is tried on a line before it is kept, what it loses is read, and what the result does not use is not proposed', async ({
	page
}) => {
	await begin(page, 'Does music before surgery calm people?');
	await typeLines(page, ['music* OR song*', 'surg*', '#1 AND #2', 'sleep']);
	await page.getByRole('tab', { name: 'Trials' }).click();
	const trials = page.getByRole('region', { name: 'Trials' });
	await trials.getByLabel('Line', { exact: true }).selectOption('1');
	const text = trials.getByLabel('Another text for the line, to try');
	await expect(text).toHaveValue('music* OR song*');
	await text.press('ControlOrMeta+a');
	await text.pressSequentially('song*', KEYS);
	await text.press('Enter');
	const row = trials.getByRole('row', { name: /^Line 1 as song\*/ });
	await row.getByTitle('Read what is lost').click();
	await expect(trials.getByText(/^No longer found/)).toBeVisible();
	await trials.getByRole('listitem').first().getByRole('button').first().click();
	await expect(
		page.getByRole('complementary', { name: 'Lens' }).getByRole('article', { name: /^Record / })
	).toBeVisible();
	// Nothing was kept by reading.
	await expect(page.locator('.cm-line').first()).toHaveText('music* OR song*');
	await expect(trials.getByRole('row', { name: /^Line 4 off/ })).toHaveCount(0);
	await row.getByRole('button', { name: 'Keep' }).click();
	await expect(page.locator('.cm-line').first()).toHaveText('song*');
});

test('a limit by journal stands on the line that was chosen, with the values of that line', async ({ page }) => {
	await begin(page, 'Does music before surgery calm people?');
	await typeLines(page, ['music*', 'surg*', '#1 AND #2']);
	await page.getByRole('tab', { name: 'Limits' }).click();
	const limits = page.getByRole('region', { name: 'Limits' });
	await limits.getByLabel('Line', { exact: true }).selectOption('2');
	await limits.getByLabel('Limit', { exact: true }).selectOption('Journal');
	await limits.getByRole('group', { name: 'Values in the result' }).getByRole('button').first().click();
	await expect(limits.locator('[data-limit]')).toContainText('leaves');
	await limits.getByLabel('Reason, kept with the line').pressSequentially('hand search of one journal', { delay: 20 });
	await limits.getByLabel('Reason, kept with the line').press('Enter');
	await expect(page.locator('.cm-line').nth(2)).toHaveText(/^#2 AND jn:/);
	await expect(page.locator('.cm-line').nth(3)).toHaveText('#1 AND #2');
	await expect(limits.getByText('Lines that used line 2 still use it')).toBeVisible();
});

test('headings: the next word after each, the rest parked, a concept complete, and what is open leads there', async ({
	page
}) => {
	await begin(page, 'Does sleep suffer on wards?');
	await page.getByRole('link', { name: /Concepts/ }).click();
	await page.getByLabel('Name of a new concept').pressSequentially('Sleep', KEYS);
	await page.keyboard.press('Enter');
	await page.getByLabel('Add words to Sleep').pressSequentially('sleep*', KEYS);
	await page.keyboard.press('Enter');
	await page.getByRole('link', { name: /Headings/ }).click();
	const box = page.getByPlaceholder(/^Look a word up/);
	await box.pressSequentially('sleep', KEYS);
	await page.getByRole('button', { name: /^Add to A/ }).click();
	// The next word goes where the last one was typed.
	await expect(box).toBeFocused();
	await expect(page.getByRole('region', { name: 'Added to A Sleep' })).toContainText('Sleep');
	await page
		.getByRole('button', { name: /^Park the other \d+$/ })
		.first()
		.click();
	await saved(page);
	await page.getByRole('link', { name: /Concepts/ }).click();
	const point = page
		.getByRole('complementary', { name: 'Lens' })
		.getByRole('link', { name: /^Sleep has .* to decide on\.$/ });
	await expect(point).toHaveAttribute('href', /concepts#concept-/);
	await page.getByLabel('Complete').check();
	await saved(page);
	await page.reload();
	await expect(page.getByLabel('Complete')).toBeChecked();
	// A strand has its own records, and its terms say that they belong to it.
	await page.getByRole('button', { name: /^Strand:/ }).click();
	await page.getByLabel('Name of strand 1').pressSequentially('at night', KEYS);
	await page.getByText('Which term belongs to which strand').click();
	await page.getByLabel('Strand of sleep*').selectOption({ index: 1 });
	const strand = page.getByRole('listitem').filter({ has: page.getByLabel('Name of strand 1') });
	await expect(strand.locator('.count')).toHaveText(/[1-9]/);
	await expect(page.getByRole('list', { name: 'Words of Sleep' })).toContainText('/1');
});

test('a vocabulary is read without an enquiry, and a heading has an address', async ({ page }) => {
	await signUp(page);
	await page.goto('/vocabularies');
	await page.getByRole('link', { name: 'Skerry Thesaurus of Health' }).click();
	await page.getByPlaceholder('Look a word up').pressSequentially('apoplexy', KEYS);
	await page.keyboard.press('Enter');
	await expect(page.getByRole('article', { name: 'Heading Stroke' })).toContainText('Places in the tree');
	await page.reload();
	await expect(page.getByRole('article', { name: 'Heading Stroke' })).toBeVisible();
});

test('at 390 pixels the sheet is read without scrolling sideways, and rows of the brief are as wide as the page', async ({
	page
}) => {
	await begin(page, 'Does music before surgery calm people?');
	await typeLines(page, ['music* OR song* OR sing OR singing OR choir* OR melod*', 'surg*', '#1 AND #2']);
	await page.setViewportSize({ width: 390, height: 844 });
	const text = await page.locator('.cm-line').first().boundingBox();
	expect(text?.width).toBeGreaterThan(220);
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
	await page.getByRole('link', { name: 'Brief' }).click();
	const part = await page.getByLabel('Name of the part').first().boundingBox();
	expect(part?.width).toBeGreaterThan(250);
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
});
