/**
 * The six steps, as a searcher does them from an empty account on a question of their own; at the
 * end the exported document is opened with an independent reader (mammoth) and its line table
 * compared with the screen.
 */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import mammoth from 'mammoth';
import { saved, signUp, test } from './people';

const QUESTION = 'Does recorded music lessen pain and anxiety in adults after cardiac surgery?';

async function step(page: Page, name: string) {
	await page.getByRole('navigation', { name: 'Steps of the work' }).getByRole('link', { name }).click();
	await expect(page.getByRole('heading', { level: 1, name })).toBeAttached();
}

async function typeLine(page: Page, text: string) {
	await page.keyboard.press('Control+End');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText(text);
	await page.keyboard.press('Escape');
}

test('a searcher takes a question from the brief to a document', async ({ page }) => {
	await signUp(page);
	await expect(page.getByText('Your enquiries will appear here')).toBeVisible();

	await test.step('brief', async () => {
		await page.getByLabel('The question, as the team asks it').fill(QUESTION);
		await page.getByRole('button', { name: 'Begin' }).click();
		await expect(page).toHaveURL(/\/brief$/);
		await expect(page.getByLabel('Question', { exact: true })).toHaveValue(QUESTION);
		await page.getByLabel('Title').fill('Music after heart surgery');
		for (const [part, text] of [
			['Population', 'Adults after cardiac surgery'],
			['Intervention', 'Recorded music'],
			['Outcome', 'Pain, anxiety']
		] as const)
			await page.getByLabel(`${part} in this question`).fill(text);
		await page.getByRole('button', { name: 'Search Population as a new concept' }).click();
		await page.getByRole('button', { name: 'Search Intervention as a new concept' }).click();
		await page.getByLabel('How Outcome is searched').selectOption('left out');
		await page.getByLabel('Reason for leaving Outcome out').fill('Outcomes are often not named in abstracts.');
		await page.getByRole('button', { name: 'Add a source' }).click();
		await page.getByLabel('Source', { exact: true }).fill('Skerry Health Abstracts');
		await page.getByLabel('Platform', { exact: true }).fill('Breakwater');
		await page.getByLabel('Reason for this source').fill('Widest in medicine');
		await page.getByRole('button', { name: 'Add a person' }).click();
		await page.getByLabel('Name', { exact: true }).fill('Mara Ostwick');
		await page.getByRole('button', { name: 'Add a criterion for inclusion' }).click();
		await page.getByLabel('Inclusion criterion').fill('Music that patients hear, not make');
		await page.getByRole('button', { name: 'Add a journal entry' }).click();
		await page.getByLabel('What was decided, said or done').fill('Agreed to leave outcomes out');
		await page.getByLabel('Title').click();
		await saved(page);
	});

	await test.step('concepts', async () => {
		await step(page, 'Concepts');
		const surgery = page.getByRole('region', { name: /Concept A: Adults after cardiac surgery/ });
		const music = page.getByRole('region', { name: /Concept B: Recorded music/ });
		await surgery.getByLabel(/^Add words/).fill('does music after heart surgery help with the pain of patients');
		await surgery.getByLabel(/^Add words/).press('Enter');
		await expect(surgery.getByText('This reads like a whole sentence')).toBeVisible();
		await surgery.getByRole('button', { name: 'heart surgery help' }).click();
		await surgery.getByRole('button', { name: 'Remove "heart surgery help"' }).click();
		await surgery
			.getByLabel(/^Add words/)
			.fill('cardiac surg*\n"open-heart surgery"\n(cardiac OR heart) WITHIN/3 (surg* OR operat*)');
		await surgery.getByLabel(/^Add words/).press('Enter');
		await expect(surgery.getByRole('button', { name: 'Add 3 words to A' })).toBeFocused();
		await page.keyboard.press('Enter');
		await expect(surgery.getByText('"cardiac surg*"')).toBeVisible();
		await expect(surgery.getByText('"open-heart surgery"')).toBeVisible();
		await music.getByLabel(/^Add words/).fill('music*; melod*');
		await music.getByRole('button', { name: 'Add', exact: true }).click();
		await music.getByRole('button', { name: 'Add 2 words to B' }).click();
		await expect(music.getByRole('listitem').filter({ hasText: 'music*' }).locator('.count')).toHaveText(/^[1-9]/);
		await saved(page);
	});

	await test.step('headings', async () => {
		await step(page, 'Headings');
		await page.getByLabel('Look up in the vocabulary').fill('heart surgery');
		await expect(
			page
				.getByRole('list', { name: 'Matches in Skerry Thesaurus of Health' })
				.getByText('“Heart Surgery” is another name for it')
		).toBeVisible();
		await expect(page.getByRole('article', { name: 'Heading Surgery, Cardiac' })).toContainText(
			'It has no narrower headings'
		);
		await page.getByRole('button', { name: /Add to A/ }).click();
		await expect(page.getByRole('button', { name: 'Already added' })).toBeVisible();
		await page.getByRole('button', { name: 'Recorded music' }).click();
		await page.getByLabel('Look up in the vocabulary').fill('music');
		await page
			.getByRole('button', { name: /^Music Treatment/ })
			.first()
			.click();
		await expect(page.getByRole('article', { name: 'Heading Music Treatment' })).toContainText(
			'Treatment without Drugs'
		);
		await page.getByRole('button', { name: /Add to B/ }).click();
		// A heading with narrower ones, and the choice of its reach.
		await page.getByLabel('Look up in the vocabulary').fill('nonpharmacological');
		await expect(page.getByRole('article', { name: 'Heading Treatment without Drugs' })).toBeVisible();
		await page.getByText(/^This one ·/).click();
		await expect(page.getByText(/Leaves out what is indexed only with one of its/)).toBeVisible();
		await page.getByRole('button', { name: /Add to B/ }).click();
		await saved(page);
	});

	await test.step('strategy', async () => {
		await step(page, 'Strategy');
		await page.getByRole('button', { name: 'Assemble', exact: true }).click();
		const lines = page.locator('.cm-line');
		await expect(lines).toHaveCount(5);
		await expect(lines.nth(0)).toHaveText('{Surgery, Cardiac}');
		await expect(lines.nth(2)).toHaveText('{Music Treatment} OR {Treatment without Drugs}');
		await expect(lines.nth(4)).toHaveText('@A AND @B');
		await lines.nth(4).click();
		await typeLine(page, '#5 AND yr:2000-');
		await typeLine(page, 'music AND anxiety or pain');
		// A fault is underlined with its repair, and the line has no count.
		await expect(page.locator('.right-mark').nth(6)).toContainText('cannot be read');
		await page.locator('.cm-lintRange-error').first().hover();
		await expect(page.getByRole('button', { name: 'Bracket from the left' })).toBeVisible();
		await page.mouse.move(5, 500);
		for (let times = 0; times < 'music AND anxiety or pain'.length; times++) await page.keyboard.press('Backspace');
		await page.keyboard.press('Backspace');
		await expect(lines).toHaveCount(6);
		await saved(page);
		await expect(page.locator('.right-mark.dim')).toHaveCount(0);
		const counts = await page.locator('.right-mark .count').allTextContents();
		expect(counts).toHaveLength(6);
		expect(counts.every((count) => /^[1-9]/.test(count))).toBe(true);
		// Inserting a line in the middle renumbers the reference below and changes no count of it.
		await lines.nth(0).click();
		await page.keyboard.press('End');
		await page.keyboard.press('Enter');
		await page.keyboard.insertText('"bypass surgery"');
		await expect(lines.nth(6)).toHaveText('#6 AND yr:2000-');
		await saved(page);
		await expect(page.locator('.right-mark.dim')).toHaveCount(0);
		// Undo takes the line back, and the numbers with it.
		await page.keyboard.press('Control+z');
		await page.keyboard.press('Control+z');
		await expect(lines.nth(5)).toHaveText('#5 AND yr:2000-');
		await saved(page);
		await page.getByRole('button', { name: 'Read them' }).click();
		await expect(page.locator('#records li').first()).toBeVisible();
		await expect(page.locator('#records .lit').first()).toBeVisible();
		await page.locator('#records li button').first().click();
		await expect(page.getByRole('complementary', { name: 'Lens' }).getByRole('article')).toContainText(
			'retrieved by line 6'
		);
	});

	await test.step('renderings', async () => {
		await step(page, 'Renderings');
		await page.getByLabel('Write it for another platform').selectOption('Skerry Health Abstracts on Breakwater');
		await expect(page.getByText('subject[Surgery, Cardiac]')).toBeVisible();
		await expect(page.getByText('step 5 both issued 2000..')).toBeVisible();
		await page.getByLabel('Write it for another platform').selectOption('Wherry Crossroads File, by CQL');
		await page
			.getByRole('group', { name: 'Sources' })
			.getByRole('button', { name: /Wherry/ })
			.click();
		const note = page.locator('[data-note="to decide"]').first();
		await expect(note).toContainText('has no headings');
		await note.getByRole('button', { name: 'Decide' }).click();
		await note.getByLabel('every heading, in this source').check();
		await note.getByLabel('Reason, kept with it').fill('Words carry it');
		await note.getByRole('button', { name: 'Keep the decision' }).click();
		await expect(page.locator('[data-note="to decide"]')).toHaveCount(0);
		await expect(page.locator('[data-note="decided"]').first()).toContainText('Words carry it');
		await saved(page);
	});

	await test.step('dossier', async () => {
		await step(page, 'Strategy');
		await expect(page.locator('.right-mark.dim')).toHaveCount(0);
		const screen: string[][] = [];
		for (const [at, line] of (await page.locator('.cm-line').allTextContents()).entries())
			screen.push([String(at + 1), line, await page.locator('.right-mark .count').nth(at).innerText()]);
		await step(page, 'Dossier');
		await expect(page.getByRole('article', { name: 'The document as it will look' })).toContainText(
			'Outcomes are often not named in abstracts.'
		);
		const waiting = page.waitForEvent('download');
		await page.getByRole('link', { name: 'Document (.docx)' }).click();
		const file = await (await waiting).path();
		const { value: html } = await mammoth.convertToHtml({ buffer: readFileSync(file) });
		expect(html).toContain('<h1>Music after heart surgery</h1>');
		expect(html).toMatch(/<h2>Search strategy<\/h2>/);
		const tables = await page.evaluate(
			(source) =>
				[...new DOMParser().parseFromString(source, 'text/html').querySelectorAll('table')].map((table) => ({
					head: [...table.querySelectorAll('thead th, thead td')].map((cell) => cell.textContent ?? ''),
					rows: [...table.querySelectorAll('tbody tr')].map((row) =>
						[...row.querySelectorAll('td')].map((cell) => cell.textContent ?? '')
					)
				})),
			html
		);
		const table = tables.find((one) => one.head.join() === 'Line,Concept,Search,Label,Records');
		expect(table, 'a line table with a header row').toBeDefined();
		expect(table?.rows.map((row) => [row[0], row[2], row[4]])).toEqual(screen);
		expect(tables.some((one) => one.rows.some((row) => row.join().includes('step 5 both issued 2000..')))).toBe(true);
	});
});

test('the demo shows a worked example within a minute, and beside it one of your own', async ({ page }) => {
	await page.goto('/');
	await page.getByRole('button', { name: 'Open the demo' }).click();
	await page.getByRole('link', { name: /Daylight-like lighting/ }).click();
	for (const name of ['Brief', 'Concepts', 'Headings', 'Strategy', 'Renderings', 'Dossier']) await step(page, name);
	await step(page, 'Strategy');
	await expect(page.locator('.right-mark .count')).toHaveCount(9);
	await expect(page.getByText('14 of 14 known articles among them')).toBeVisible();
});
