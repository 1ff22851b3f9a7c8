/** Everyday paths, as people walk them: typed key by key, changed half-way, with Enter where the hand expects a new line. */
import { expect, type Page } from '@playwright/test';
import { saved, signUp, test } from './people';

async function sheet(page: Page, question = 'Does music before surgery lower anxiety?'): Promise<void> {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill(question);
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
}

/** Keys at human speed, 60 to 140 ms each; a line break is Enter. */
async function types(page: Page, text: string): Promise<void> {
	for (const [at, key] of [...text].entries()) {
		if (key === '\n') await page.keyboard.press('Enter');
		else await page.keyboard.type(key);
		await page.waitForTimeout(60 + ((at * 37) % 80));
	}
}
const texts = (page: Page) =>
	page
		.locator('.cm-line')
		.evaluateAll((lines) =>
			lines.map((line) => (line.querySelector('.cm-placeholder') ? '' : (line.textContent ?? '')))
		);
const margin = (page: Page, line: number) => page.locator('.right-mark').nth(line - 1);
const role = (page: Page, line: number) =>
	page
		.locator('.left-gutter .left-mark')
		.nth(line - 1)
		.locator('.role');
/** Typing has come to rest and every figure belongs to the text shown. */
async function rests(page: Page): Promise<void> {
	await page.waitForTimeout(1_400);
	await saved(page);
	await expect(page.locator('.right-mark.dim')).toHaveCount(0);
}
/** The document as the server has it. */
async function stored(page: Page) {
	const id = /enquiries\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
	const response = await page.request.get(`/api/v1/enquiries/${id}`);
	return (
		(await response.json()) as {
			document: {
				result?: string | null;
				lines: { id: string; source: string; role: string; concept: string | null; label: string; off: boolean }[];
			};
		}
	).document;
}

test('Enter ends a line that ends in a whole reference; an offer is taken by Tab, or by Enter after moving to it', async ({
	page
}) => {
	await sheet(page);
	await types(page, 'music*\nanxi*\n#1 AND #2\nnurs*\nANY(#1-#2)\nworr*');
	expect(await texts(page)).toEqual(['music*', 'anxi*', '#1 AND #2', 'nurs*', 'ANY(#1-#2)', 'worr*']);
	await rests(page);
	expect((await stored(page)).lines.map((line) => line.role)).toEqual([
		'words',
		'words',
		'joining',
		'words',
		'joining',
		'words'
	]);
	// What is typed as a list stays one.
	await types(page, '\nALL(#1, #2)\n');
	expect((await texts(page))[6]).toBe('ALL(#1, #2)');
	await types(page, '{Anxi');
	await expect(page.locator('.cm-tooltip-autocomplete li').first()).toBeVisible();
	await page.keyboard.press('Tab');
	await expect(page.locator('.cm-line').nth(7)).toHaveText(/^\{Anxiety.*\}$/);
	await types(page, ' OR {Fear');
	await page.waitForTimeout(600);
	await types(page, '\n#');
	await expect(page.locator('.cm-tooltip-autocomplete li').first()).toBeVisible();
	await page.waitForTimeout(150);
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('Enter');
	expect((await texts(page)).slice(8)).toEqual(['#2']);
	expect((await texts(page))[7]).toMatch(/\{Fear\}$/);
});

test('Enter before a bracket or quotes that closed by themselves ends the line', async ({ page }) => {
	await sheet(page);
	await types(page, '(light* OR "night lamp\nfloor*\n#1 AND #2');
	await rests(page);
	expect(await texts(page)).toEqual(['(light* OR "night lamp")', 'floor*', '#1 AND #2']);
});

test('Enter behind a heading that was typed whole keeps it as typed', async ({ page }) => {
	await sheet(page);
	await types(page, '{Anxiety');
	await page.waitForTimeout(700);
	await types(page, '\nworr*');
	expect(await texts(page)).toEqual(['{Anxiety}', 'worr*']);
	await rests(page);
	expect((await stored(page)).lines.map((line) => line.role)).toEqual(['headings', 'words']);
});

test('roles, figures by kind and the result are those of the text, typed key by key; a scratch line does not become the result', async ({
	page
}) => {
	test.setTimeout(360_000);
	await sheet(page);
	await types(page, '{Anxiety >}\nanxi* OR worr*\n#1 OR #2\nmusic*\n#3 AND #4\n#5 AND yr:2015-');
	await rests(page);
	for (const [line, sign] of ['{}', 'w', '⋃', 'w', '⋃', '≤'].entries())
		await expect(role(page, line + 1)).toHaveText(sign);
	await expect(page.locator('.left-mark.final .number')).toHaveText('6');
	const result = await margin(page, 6).locator('.count').textContent();
	await types(page, '\nzither*');
	// Neither while it is typed nor afterwards.
	await expect(page.locator('.left-mark.final .number')).toHaveText('6');
	await rests(page);
	await expect(page.locator('.left-mark.final .number')).toHaveText('6');
	await page.getByRole('tab', { name: 'Headings and words' }).click();
	await expect(page.getByRole('tabpanel')).toContainText(result ?? '?');
	// By command another line is the result, and the mark can be removed.
	await page.locator('.cm-line').nth(4).click();
	await page.getByRole('button', { name: 'Mark as the result' }).click();
	await expect(page.locator('.left-mark.final .number')).toHaveText('5');
	await page.getByRole('button', { name: 'Remove the mark' }).click();
	await expect(page.locator('.left-mark.final .number')).toHaveText('6');
});

test('a limit that is switched off passes on what it limits, and the sheet says so', async ({ page }) => {
	test.setTimeout(360_000);
	await sheet(page);
	await types(page, 'delir*\nlight*\n#1 AND #2\n#3 AND yr:2000-\n#4 AND la:english');
	await rests(page);
	const count = async (line: number) =>
		Number(((await margin(page, line).locator('.count').textContent()) ?? '').replace(/\D/g, ''));
	const before = await count(5);
	await page.locator('.cm-line').nth(3).click();
	await page.keyboard.press('Alt+s');
	await rests(page);
	await expect(margin(page, 4)).toContainText('#3 used instead');
	const after = await count(5);
	expect(after).toBeGreaterThanOrEqual(before);
	expect(after).toBeLessThanOrEqual(await count(3));
	await page.keyboard.press('Alt+s');
	await rests(page);
	expect(await count(5)).toBe(before);
});

test('Shift and arrows mark two lines, and two are joined', async ({ page }) => {
	await sheet(page);
	await types(page, 'music*\nsong*\nnurs*');
	await rests(page);
	await page.keyboard.press('Control+Home');
	await page.keyboard.press('Shift+ArrowDown');
	await page.keyboard.press('Shift+ArrowDown');
	await page.keyboard.press('Alt+o');
	await expect(page.locator('.cm-line')).toHaveText(['music*', 'song*', '#1 OR #2', 'nurs*']);
});

test('what is wrong with a line is explained where one clicks, by F8, and mended there', async ({ page }) => {
	await sheet(page);
	await types(page, 'music* and song*\nnurs*\n#1 OR #2');
	// While it is being typed nothing is called broken.
	await expect(page.locator('.right-mark', { hasText: 'broken' })).toHaveCount(0);
	await rests(page);
	await expect(margin(page, 1)).toHaveText('cannot be read');
	await expect(margin(page, 3)).toHaveText('waiting for line 1');
	await margin(page, 1).click();
	await expect(page.getByRole('group', { name: 'What is wrong with line 1' })).toContainText('could be an operator');
	await page.locator('.cm-line').nth(2).click();
	await page.keyboard.press('F8');
	await expect(page.getByRole('button', { name: 'The operator AND' })).toBeFocused();
	await page.keyboard.press('Enter');
	await expect(page.locator('.cm-line').first()).toHaveText('music* AND song*');
	await expect(margin(page, 3).locator('.count')).toBeVisible();
});

test('one key goes to the next thing that is open, wherever it is', async ({ page }) => {
	await sheet(page);
	await page.getByRole('link', { name: 'Brief' }).click();
	await page
		.getByRole('textbox', { name: /Population/ })
		.first()
		.click();
	await types(page, 'Adults who wait for surgery');
	await page.getByLabel('Intervention in this question').click();
	await types(page, 'Music');
	await page.getByRole('button', { name: 'Search Intervention as a new concept' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Dossier' }).click();
	await page.locator('h1').first().click();
	await page.keyboard.press('F8');
	await expect(page).toHaveURL(/\/brief#sources$/);
	await page.keyboard.press('F8');
	await expect(page).toHaveURL(/\/brief#parts$/);
	await page.keyboard.press('F8');
	await expect(page).toHaveURL(/\/concepts#concept-/);
	await expect(page.getByRole('link', { name: /Music has no headings and no words yet/ })).toHaveAttribute(
		'aria-current',
		'true'
	);
	await expect(page.locator('[id^="concept-"]')).toBeFocused();
	await page.keyboard.press('Shift+F8');
	await expect(page).toHaveURL(/\/brief#parts$/);
});

test('a label is typed behind ;; and shown behind the line; a double click on it goes to its field', async ({
	page
}) => {
	await sheet(page);
	await types(page, 'music* OR song* ;; Music, text words\nnurs*');
	await rests(page);
	expect(await texts(page)).toEqual(['music* OR song*', 'nurs*']);
	const [line] = (await stored(page)).lines;
	expect([line?.source, line?.label]).toEqual(['music* OR song*', 'Music, text words']);
	await page.locator('.line-end').first().dblclick();
	await expect(page.getByLabel('Label, printed wherever')).toBeFocused();
});

test('a number that is also a line is searched as a word, with the line offered', async ({ page }) => {
	await sheet(page);
	await types(page, 'music*\nsong*\n1 OR 2');
	await rests(page);
	await page.keyboard.press('F8');
	await page.getByRole('button', { name: '#1 OR #2' }).click();
	await expect(page.locator('.cm-line').nth(2)).toHaveText('#1 OR #2');
	await expect(role(page, 3)).toHaveText('⋃');
});

test('words that are typed and not added wait for their writer, and a step begins at its heading', async ({ page }) => {
	await sheet(page);
	await page.getByRole('link', { name: 'Concepts' }).click();
	await expect(page.getByRole('heading', { name: 'Concepts' })).toBeFocused();
	await page.getByLabel('Name of a new concept').click();
	await types(page, 'Music\n');
	await page.getByLabel('Add words to Music').click();
	await types(page, 'singing in cho');
	await page.getByRole('link', { name: 'Brief' }).click();
	await expect(page.getByRole('textbox', { name: 'Question', exact: true })).toBeVisible();
	await page.getByRole('link', { name: 'Concepts' }).click();
	await expect(page.getByLabel('Add words to Music')).toHaveValue('singing in cho');
	await page.reload();
	await expect(page.getByLabel('Add words to Music')).toHaveValue('singing in cho');
	await page.getByLabel('Add words to Music').press('End');
	await types(page, 'irs\n');
	await expect(page.getByRole('button', { name: 'Remove "singing in choirs"' })).toBeVisible();
	await expect(page.getByLabel('Add words to Music')).toHaveValue('');
});

test('a part of the question is placed with the keyboard, without a concept for each press', async ({ page }) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Does music before surgery lower anxiety?');
	await page.getByRole('button', { name: 'Begin' }).click();
	const fate = page.getByLabel('How Outcome is searched');
	await fate.focus();
	await page.keyboard.press('ArrowDown');
	await expect(page.getByLabel('Reason for leaving Outcome out')).toBeVisible();
	await page.getByRole('button', { name: 'Search Intervention as a new concept' }).press('Enter');
	await saved(page);
	const { concepts } = (await stored(page)) as unknown as { concepts: unknown[] };
	expect(concepts).toHaveLength(1);
});

test('concepts typed by hand in the sheet: their joinings follow, one is left out and comes back as it was, and the dossier says the same', async ({
	page
}) => {
	test.setTimeout(360_000);
	await sheet(page);
	await types(page, 'anxi*\nworr*\nmusic*\n#1 OR #2\n#4 AND #3\n#5 AND yr:2000-');
	await rests(page);
	await page.getByRole('link', { name: /Concepts/ }).click();
	for (const name of ['Anxiety', 'Music']) {
		await page.getByPlaceholder('A new concept').click();
		await types(page, `${name}\n`);
	}
	await page.getByRole('link', { name: /Strategy/ }).click();
	const concept = page.locator('.lens').getByText('Concept', { exact: true }).locator('..').locator('select');
	for (const [line, label] of [
		[0, 'A Anxiety'],
		[1, 'A Anxiety'],
		[2, 'B Music']
	] as const) {
		await page.locator('.cm-line').nth(line).click();
		await expect(page.locator('.lens').getByRole('heading', { name: `Line ${line + 1}` })).toBeVisible();
		await concept.selectOption({ label });
	}
	await rests(page);
	const letters = () => page.locator('.left-gutter .left-mark .letter').allTextContents();
	expect(await letters()).toEqual(['A', 'A', 'B', 'A', '', '']);
	const before = await texts(page);
	const counts = await page.locator('.right-mark .count').allTextContents();

	await page.getByRole('link', { name: /Concepts/ }).click();
	await expect(page.getByText('has no headings and no words yet')).toHaveCount(0);
	await page.getByRole('button', { name: 'Leave out …' }).last().click();
	await types(page, 'Every treatment counts');
	await page.keyboard.press('Enter');
	await expect(page.getByText('Left out of the search: Every treatment counts')).toBeVisible();
	await page.getByRole('link', { name: /Strategy/ }).click();
	await rests(page);
	expect(await texts(page)).toEqual(['anxi*', 'worr*', 'music*', '#1 OR #2', '#4', '#5 AND yr:2000-']);

	await page.getByRole('link', { name: /Concepts/ }).click();
	await page.getByRole('button', { name: 'Search it again' }).click();
	await page.getByRole('link', { name: /Strategy/ }).click();
	await rests(page);
	expect(await texts(page)).toEqual(before);
	expect(await page.locator('.right-mark .count').allTextContents()).toEqual(counts);
	await page.getByRole('link', { name: /Dossier/ }).click();
	await expect(page.getByText('Its headings and words are in lines 1 and 2 of the strategy.')).toBeVisible();
	await expect(page.getByText('Its headings and words are in line 3 of the strategy.')).toBeVisible();
});

test('two concepts of one name are two things to look at, and nothing fails', async ({ page }) => {
	const failed: string[] = [];
	page.on('pageerror', (error) => failed.push(error.message));
	page.on('console', (message) => message.type() === 'error' && failed.push(message.text()));
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Does music before surgery lower anxiety?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: /Concepts/ }).click();
	for (let times = 0; times < 2; times++) {
		await page.getByPlaceholder('A new concept').click();
		await types(page, 'Sleep\n');
	}
	await expect(page.getByText('Sleep has no headings and no words yet.')).toHaveCount(2);
	for (const band of [1, 0]) {
		await page.getByLabel('Add words to Sleep').nth(band).click();
		await types(page, band === 0 ? 'nap*\n' : 'rest*\n');
	}
	await page
		.getByRole('link', { name: /Headings/ })
		.first()
		.click();
	await expect(page.getByText('Sleep has words but no heading.')).toHaveCount(2);
	expect(failed).toEqual([]);
});
