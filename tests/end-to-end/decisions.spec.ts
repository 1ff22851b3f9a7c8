/** Decisions that stay: a concept left out, a platform removed, a list pasted, a limit chosen; each as a person comes to it. */
import { expect, type Page } from '@playwright/test';
import { saved, signUp, test } from './people';

async function begin(page: Page): Promise<void> {
	await signUp(page);
	await page
		.getByLabel('The question, as the team asks it')
		.fill('Does music before surgery lower anxiety in children?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
}
/** Concepts with words, typed as a person types. */
async function concepts(
	page: Page,
	all: readonly (readonly [name: string, words: readonly string[]])[]
): Promise<void> {
	await page.getByRole('link', { name: 'Concepts' }).click();
	for (const [at, [name, words]] of all.entries()) {
		await page.getByLabel('Name of a new concept').click();
		await page.keyboard.type(name, { delay: 40 });
		await page.keyboard.press('Enter');
		const band = page.getByRole('region', { name: `Concept ${String.fromCharCode(65 + at)}: ${name}` });
		await band.getByLabel(/^Add words/).click();
		for (const word of words) {
			await page.keyboard.type(word, { delay: 40 });
			await page.keyboard.press('Enter');
		}
	}
	await saved(page);
}
const lines = (page: Page) => page.locator('.cm-line');
async function paste(page: Page, text: string): Promise<void> {
	await page.evaluate((content) => {
		const data = new DataTransfer();
		data.setData('text/plain', content);
		document.activeElement?.dispatchEvent(
			new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
		);
	}, text);
}

test('a concept is left out with a reason and does not come back, until it is searched again', async ({ page }) => {
	test.setTimeout(360_000);
	await begin(page);
	await concepts(page, [
		['Worry', ['anxi*', 'worr*']],
		['Music', ['music*']],
		['Children', ['child*']]
	]);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.getByRole('button', { name: 'Assemble', exact: true }).click();
	await expect(lines(page).last()).toHaveText('@A AND @B AND @C');
	await page.getByRole('tab', { name: 'Trials' }).click();
	await page
		.getByRole('row', { name: /^Without the concept C Children/ })
		.getByRole('button', { name: 'Leave out …' })
		.click();
	await page.keyboard.type('Few records name an age', { delay: 30 });
	await page.keyboard.press('Enter');
	await expect(lines(page).last()).toHaveText('@A AND @B');
	// Its automatic label is not true any more.
	await expect(page.locator('.line-end[data-label="All concepts"]')).toHaveCount(1);
	await saved(page);
	await page.getByRole('link', { name: 'Concepts' }).click();
	const children = page.getByRole('region', { name: /Concept C/ });
	await expect(children).toContainText('Left out of the search: Few records name an age');
	const music = page.getByRole('region', { name: /Concept B/ });
	await music.getByLabel(/^Add words/).click();
	await page.keyboard.type('song*', { delay: 40 });
	await page.keyboard.press('Enter');
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.getByRole('button', { name: 'Update from concepts' }).click();
	await expect(page.getByText('song*').first()).toBeVisible();
	await expect(page.getByText('@A AND @B AND @C')).toHaveCount(0);
	await page.keyboard.press('Escape');
	const id = /enquiries\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
	const dossier = await (await page.request.get(`/api/v1/enquiries/${id}/dossier?as=md`)).text();
	expect(dossier).toContain('Left out of the search: Few records name an age');
	await page.getByRole('link', { name: 'Concepts' }).click();
	await children.getByRole('button', { name: 'Search it again' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(lines(page).last()).toHaveText('@A AND @B AND @C');
});

test('three limits, languages joined without brackets among them; the middle one off and on; reasons in the dossier', async ({
	page
}) => {
	test.setTimeout(360_000);
	await begin(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('light*', { delay: 60 });
	await saved(page);
	const result = page.getByText(/^Line \d+, the result, retrieves/);
	for (const [kind, value, line, reason] of [
		['Years', 'last20', '#1 AND yr:last20', 'Lamps of this kind are young'],
		['Language', 'english OR french', '#2 AND la:(english OR french)', 'The team reads these'],
		['Years', '2000-', '#3 AND yr:2000-', 'As the team asked']
	] as const) {
		await page.getByRole('tab', { name: 'Limits' }).click();
		await page.getByRole('combobox', { name: /^Limit/ }).selectOption(kind);
		await page.getByRole('textbox', { name: /^Value/ }).click();
		await page.keyboard.type(value, { delay: 40 });
		await page.getByLabel('Reason, kept with the line').click();
		await page.keyboard.type(reason, { delay: 20 });
		await page.getByRole('button', { name: /^Insert as line/ }).click();
		await expect(lines(page).last()).toHaveText(line);
		await saved(page);
	}
	await expect(page.locator('.line-end[data-label="Language: english OR french"]')).toHaveCount(1);
	await expect(result).toContainText('Line 4');
	const before = await result.textContent();
	await lines(page).nth(2).click();
	await page.keyboard.press('Alt+s');
	await expect(page.locator('.right-mark').nth(2)).toContainText('#2 used instead');
	await expect(result).toContainText('Line 4');
	await page.keyboard.press('Alt+s');
	await expect(result).toHaveText(before ?? '');
	await saved(page);
	const id = /enquiries\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
	const dossier = await (await page.request.get(`/api/v1/enquiries/${id}/dossier?as=md`)).text();
	for (const reason of ['Lamps of this kind are young', 'The team reads these', 'As the team asked'])
		expect(dossier).toContain(reason);
	const year = new Date().getFullYear();
	expect(dossier).toContain(`yr:last20 (${year - 19}-${year})`);
});

test('a platform is added, decided, removed, and added again', async ({ page }) => {
	await begin(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('{Delirium | prevention}', { delay: 40 });
	await page.keyboard.press('Enter');
	await page.keyboard.type('delir*', { delay: 60 });
	await saved(page);
	await page.getByRole('link', { name: 'Renderings' }).click();
	const add = page.getByLabel('Write it for another platform');
	const tidewater = await add.locator('option', { hasText: 'Tidewater' }).textContent();
	await add.selectOption({ label: tidewater ?? '' });
	await page
		.getByRole('button', { name: /^Tidewater/ })
		.first()
		.click();
	await page.getByRole('button', { name: /^Choose the likeliest for 1 heading$/ }).click();
	// The qualifier does not go in silence.
	await expect(page.getByText(/without the qualifier prevention/)).toBeVisible();
	await expect(page.getByRole('button', { name: /^Tidewater/ }).first()).not.toContainText('no changes in meaning');
	await page.getByRole('button', { name: 'Remove this rendering' }).click();
	await expect(page.getByRole('button', { name: /^Tidewater/ })).toHaveCount(0);
	await saved(page);
	// Removed by mistake: it comes back with what was decided.
	await expect(page.getByText(/was removed, with 1 decision\. Its runs stay on record/)).toBeVisible();
	await page.getByRole('button', { name: 'Restore', exact: true }).click();
	await page
		.getByRole('button', { name: /^Tidewater/ })
		.first()
		.click();
	await expect(page.getByText(/without the qualifier prevention/)).toBeVisible();
	await page.getByRole('button', { name: 'Remove this rendering' }).click();
	await expect(page.getByRole('button', { name: /^Tidewater/ })).toHaveCount(0);
	await saved(page);
	await add.selectOption({ label: tidewater ?? '' });
	await expect(page.getByRole('button', { name: /^Tidewater/ }).first()).toBeVisible();
});

test('a strategy pasted into the sheet is read in the syntax that its codes show, and comes in our notation', async ({
	page
}) => {
	await begin(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await paste(page, '1\tti~light~\t1,204\n2\tab~lamp*~\t88\n3\tR1 alt R2\t1,260\n');
	const dialog = page.getByRole('dialog');
	await expect(dialog).toContainText('recognised by its codes');
	await expect(dialog.getByRole('row', { name: /ab~lamp\*~/ })).toContainText('ab:lamp*');
	await dialog.getByRole('button', { name: 'Add 3 lines' }).click();
	await expect(lines(page)).toHaveText(['ti:light', 'ab:lamp*', '#1 OR #2']);
	await saved(page);
});

test('a strategy copied as text comes whole into another enquiry; one with counts is read without them', async ({
	page
}) => {
	test.setTimeout(360_000);
	await begin(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await paste(
		page,
		'@A Worry\n1\tworr*\n@B Music\n2\tmusic* ;; Music, text words\n@\n3\t@A AND @B ;; All concepts\n4\t#3 AND yr:2015-\n'
	);
	await page.getByRole('button', { name: 'Add the cleaned lines' }).click();
	await expect(lines(page)).toHaveText(['worr*', 'music*', '@A AND @B', '#3 AND yr:2015-']);
	await saved(page);
	await page.reload();
	await expect(lines(page)).toHaveText(['worr*', 'music*', '@A AND @B', '#3 AND yr:2015-']);
	await expect(page.locator('.right-mark .count')).toHaveCount(4);
	await lines(page).last().click();
	await page.keyboard.press('End');
	await page.keyboard.press('Enter');
	await paste(page, '1\tlight*\t12,345\n2\tlamp*\t890\n3\t#1 OR #2\t13,000\n');
	await page.getByRole('button', { name: 'Add the cleaned lines' }).click();
	await expect(lines(page)).toHaveText([
		'worr*',
		'music*',
		'@A AND @B',
		'#3 AND yr:2015-',
		'light*',
		'lamp*',
		'#5 OR #6'
	]);
});

test('a pasted list: headings go to headings, codes of a platform are read, and a list that is too long is refused before it is read', async ({
	page
}) => {
	test.setTimeout(360_000);
	await begin(page);
	await concepts(page, [['Confusion', ['delir*']]]);
	const band = page.getByRole('region', { name: /Concept A/ });
	await band.getByLabel(/^Add words/).click();
	await paste(page, '{Dementia >}\nDelirium, Waking\nlewy bod*\ndelirium');
	const list = page.getByRole('region', { name: 'Pasted list' });
	await expect(list.getByRole('list', { name: 'Headings in the list' }).getByRole('checkbox')).toHaveCount(2);
	await list.getByRole('button', { name: /^Add \d+ terms to A/ }).click();
	await expect(band.getByRole('list', { name: /^Headings of Confusion/ }).getByRole('listitem')).toHaveCount(2);
	await expect(band.getByRole('list', { name: /^Words of Confusion/ })).toContainText('lewy bod*');
	// One undo removes the whole list.
	await page.keyboard.press('Escape');
	await page.locator('h1').first().click();
	await page.keyboard.press('Control+z');
	await expect(band.getByRole('list', { name: /^Words of Confusion/ })).not.toContainText('lewy bod*');
	await band.getByLabel(/^Add words/).click();
	await paste(page, Array.from({ length: 150_000 }, (_, at) => `word${at}`).join('\n'));
	await expect(list).toContainText('at most 2', { timeout: 60_000 });
	await expect(list.getByRole('button', { name: /^Add/ })).toBeDisabled();
});

test('a heading is found by its former name, and picked by hand with what is below it', async ({ page }) => {
	await begin(page);
	await concepts(page, [['Stroke', ['stroke*']]]);
	await page.getByRole('link', { name: 'Find its headings' }).click();
	await page.getByLabel('Look up in the vocabulary').click();
	await page.keyboard.type('apoplexy', { delay: 80 });
	await expect(page.getByRole('article', { name: 'Heading Stroke', exact: true })).toBeVisible();
});
