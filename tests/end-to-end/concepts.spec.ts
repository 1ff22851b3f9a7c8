/** The Concepts screen: pasted lists, families, chips moved by mouse and by keyboard, parked and taken up. */
import { expect, type Page } from '@playwright/test';
import { saved, signUp, test } from './people';

async function enquiry(page: Page, ...concepts: string[]): Promise<void> {
	await signUp(page);
	await page
		.getByLabel('The question, as the team asks it')
		.fill('Does mouth care lower chest infections in ventilated adults?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
	await page.goto(page.url().replace('/brief', '/concepts'));
	for (const name of concepts) {
		await page.getByLabel('Name of a new concept').fill(name);
		await page.getByRole('button', { name: 'Add concept' }).click();
		await expect(page.getByRole('region', { name: new RegExp(`Concept .: ${name}`) })).toBeVisible();
	}
	await saved(page);
}
const band = (page: Page, letter: string) => page.getByRole('region', { name: new RegExp(`^Concept ${letter}:`) });
const words = (page: Page, letter: string) =>
	band(page, letter)
		.getByRole('list', { name: /^Words of/ })
		.getByRole('listitem');

test('a list with the codes of a platform is read in its syntax; codes that nobody has taught are not ticked', async ({
	page
}) => {
	await enquiry(page, 'Mouth care');
	const field = band(page, 'A').getByRole('textbox', { name: 'Add words to Mouth care' });
	const list = band(page, 'A').getByRole('region', { name: 'Pasted list' });
	await field.fill("ti~mouthwash*~\nab~toothbrush~\ntopic~down 'Delirium'~");
	await field.press('Enter');
	await expect(list).toContainText('recognised by its codes');
	await expect(list.getByRole('combobox', { name: /Written in/ })).toHaveValue('corran');
	await expect(list.getByRole('checkbox', { name: 'ti:mouthwash*' })).toBeChecked();
	await expect(list.getByRole('list', { name: 'Headings in the list' })).toContainText('{Delirium >}');
	// The searcher knows better, and is not overruled.
	await list.getByRole('combobox', { name: /Written in/ }).selectOption('');
	await expect(list).not.toContainText('recognised by its codes');
	await expect(list.getByRole('checkbox', { name: 'ti~mouthwash*~', exact: true })).toBeVisible();
	await list.getByRole('button', { name: 'Cancel' }).click();

	await field.fill('mouthwash*|title,headings\noral hygiene');
	await field.press('Enter');
	await expect(list).toContainText('One of them has what looks like the codes of a platform');
	await expect(list.getByRole('checkbox', { name: /mouthwash/ })).not.toBeChecked();
	await list.getByRole('button', { name: 'Add 1 word to A' }).click();
	await expect(words(page, 'A')).toHaveText([/^"oral hygiene"/]);
	await saved(page);
});

test('a pasted list is split, cleaned, compared, looked over, and added in one step that is taken back in one', async ({
	page
}) => {
	await enquiry(page, 'Mouth care', 'Infection');
	const field = band(page, 'A').getByRole('textbox', { name: 'Add words to Mouth care' });
	await field.fill('tooth*');
	await field.press('Enter');
	await expect(words(page, 'A')).toHaveCount(1);
	await field.fill(
		'1. toothbrush\n2. toothpaste\n- mouthwash*\n• chlorhexidine\nchlorhexidine\noral hygiene\nlamp AND light\nIs mouth care by nurses at night of any use to patients?'
	);
	await field.press('Enter');
	const list = band(page, 'A').getByRole('region', { name: 'Pasted list' });
	await expect(list).toContainText('8 terms, 5 new');
	await expect(list.getByRole('button', { name: /^Add \d/ })).toBeFocused();
	await expect(list).toContainText('toothbrush covered by tooth* already');
	await expect(list).toContainText('chlorhexidine is already there');
	await expect(list).toContainText('“lamp AND light”: A term is one word, phrase or proximity');
	await list.getByRole('button', { name: 'mouth care', exact: true }).click();
	// What is covered is not ticked; the rest is.
	await list.getByRole('checkbox', { name: /mouthwash/ }).uncheck();
	await list.getByRole('button', { name: 'Add 3 words to A' }).click();
	await expect(words(page, 'A')).toHaveText([/^tooth\*/, /^chlorhexidine/, /^"oral hygiene"/, /^"mouth care"/]);
	await saved(page);
	await page.locator('h1').click();
	await page.keyboard.press('Control+z');
	await expect(words(page, 'A')).toHaveCount(1);
	await page.keyboard.press('Control+Shift+z');
	await expect(words(page, 'A')).toHaveCount(4);
	await saved(page);
	await page.reload();
	await expect(words(page, 'A')).toHaveCount(4);
	// Counts come for each, on the collection.
	await expect(words(page, 'A').nth(1).locator('.count')).toHaveText(/\d/);
});

test('chips move by mouse and by menu, stand in two bands and say so, are parked and taken up', async ({ page }) => {
	await enquiry(page, 'Mouth care', 'Infection');
	const add = async (letter: string, text: string) => {
		const field = band(page, letter).getByRole('textbox', { name: /^Add words/ });
		await field.fill(text);
		await field.press('Enter');
		await expect(band(page, letter).getByRole('list', { name: /^Words of/ })).toContainText(text);
	};
	for (const text of ['pneumonia', 'plaque*', 'pneumonias']) await add('A', text);
	await add('B', 'infect*');
	// A family stands together, whatever the order it was typed in.
	await expect(words(page, 'A')).toHaveText([/^pneumonia\b/, /^pneumonias/, /^plaque/]);
	await expect(words(page, 'A').nth(1)).toHaveClass(/kin/);

	const from = await words(page, 'A').filter({ hasText: 'plaque*' }).boundingBox();
	const to = await words(page, 'B').first().boundingBox();
	if (!from || !to) throw new Error('The chips are not on the screen.');
	await page.mouse.move(from.x + 20, from.y + from.height / 2);
	await page.mouse.down();
	await page.mouse.move(from.x + 40, from.y + 30, { steps: 4 });
	await page.mouse.move(to.x + 30, to.y + to.height / 2, { steps: 12 });
	await page.waitForTimeout(300);
	await page.mouse.up();
	await expect(words(page, 'A')).toHaveCount(2);
	await expect(words(page, 'B')).toHaveCount(2);
	await saved(page);

	await page.getByLabel('Move, copy or park pneumonias').focus();
	await page.getByLabel('Move, copy or park pneumonias').selectOption({ label: 'also in B' });
	await expect(words(page, 'B').filter({ hasText: 'pneumonias' })).toContainText('also A');
	await expect(words(page, 'A').filter({ hasText: 'pneumonias' })).toContainText('also B');
	await page.getByLabel('Move, copy or park pneumonia', { exact: true }).focus();
	await page.getByLabel('Move, copy or park pneumonia', { exact: true }).selectOption({ label: 'to B' });
	await expect(words(page, 'A')).toHaveCount(1);
	await band(page, 'A').getByLabel('Move, copy or park pneumonias').selectOption({ label: 'park it' });
	await expect(words(page, 'A')).toHaveCount(0);
	const parked = band(page, 'A').getByRole('list', { name: /^Parked/ });
	await expect(parked).toContainText('pneumonias');
	const field = band(page, 'A').getByRole('textbox', { name: /^Add words/ });
	await field.fill('ask the nurses');
	await field.press('Alt+Enter');
	await expect(parked).toContainText('ask the nurses');
	await parked.getByRole('button', { name: 'Use pneumonias' }).click();
	await expect(words(page, 'A')).toHaveText([/^pneumonias/]);
	await expect(parked).not.toContainText('pneumonias');
	await saved(page);
	await page.reload();
	await expect(words(page, 'A')).toHaveText([/^pneumonias/]);
	await expect(words(page, 'B')).toHaveCount(4);
});
