/** Choices at a heading: hand-picked reach, narrowing, near-alikes side by side, names as text words, earlier headings, none that fits. */
import { expect, type Page } from '@playwright/test';
import { address, saved, signUp, somebody, newEnquiry, test } from './people';

async function atHeadings(page: Page, concept: string): Promise<string> {
	await signUp(page, 'Nela Brandt');
	await page
		.getByLabel('The question, as the team asks it')
		.fill('Does screening find confusion after operations early?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
	const base = page.url().replace('/brief', '');
	await page.goto(`${base}/concepts`);
	await page.getByLabel('Name of a new concept').fill(concept);
	await page.getByRole('button', { name: 'Add concept' }).click();
	await saved(page);
	await page.goto(`${base}/headings`);
	return base;
}
/** The concepts make this first line, and it retrieves so many. */
async function assembles(page: Page, base: string, text: string, records: number): Promise<void> {
	await page.goto(`${base}/strategy`);
	await page.getByRole('button', { name: 'Assemble', exact: true }).click();
	await expect(page.locator('.cm-line').first()).toHaveText(text);
	const figure = page.locator('.right-mark .count').first();
	await expect(figure).toHaveText(/[1-9]/);
	expect(await count(figure.textContent())).toBe(records);
}
const count = async (text: Promise<string | null>) => Number(((await text) ?? '').replace(/\D/g, ''));

test('narrower headings are picked by hand and come into the lines with OR; all of them are the same as with narrower', async ({
	page
}) => {
	const base = await atHeadings(page, 'Delirium');
	await page.getByLabel('Look up in the vocabulary').fill('delirium');
	const panel = page.getByRole('article', { name: 'Heading Delirium', exact: true });
	await panel.getByText('Hand-picked').click();
	await expect(panel.getByRole('button', { name: 'Add to A' })).toBeDisabled();
	const boxes = panel.getByRole('checkbox', { name: /^Pick / });
	await expect(boxes).toHaveCount(8);
	// One is picked with what is below it, and can be unticked again.
	for (let at = 0; at < 8; at++) if (!(await boxes.nth(at).isChecked())) await boxes.nth(at).check();
	await expect(panel).toContainText(
		'These are all of them: with narrower retrieves the same, and includes what is added to the vocabulary later.'
	);
	for (let at = 0; at < 8; at++) if (await boxes.nth(at).isChecked()) await boxes.nth(at).uncheck();
	await panel.getByLabel('Pick Delirium, Critical Illness').check();
	await panel.getByLabel('Pick Delirium, Waking').check();
	await expect(panel).toContainText('It and 2 of its 8 narrower headings, and none added to the vocabulary later.');
	const told = panel.getByText(/^Hand-picked: .* records/);
	await expect(told).toContainText('fewer than with narrower');
	await expect(told).not.toHaveClass(/dim/);
	const picked = await count(told.locator('b').textContent());
	await panel.getByRole('button', { name: /Add to A/ }).click();
	await expect(panel.getByRole('button', { name: 'Already added' })).toBeDisabled();
	await saved(page);
	await assembles(page, base, '{Delirium} OR {Delirium, Critical Illness} OR {Delirium, Waking}', picked);
	// The strategy uses it, and the dossier says how it was taken.
	await page.goto(`${base}/concepts`);
	await expect(
		page.getByRole('list', { name: /^Headings of Delirium/ }).getByText('used in the strategy')
	).toBeAttached();
	const markdown = await (
		await page.request.get(`${base.replace('/enquiries/', '/api/v1/enquiries/')}/dossier?as=md`)
	).text();
	expect(markdown).toContain('with Delirium, Critical Illness, Delirium, Waking');
});

test('main topic and qualifiers are chosen with what they lose, and can be let go again', async ({ page }) => {
	const base = await atHeadings(page, 'Delirium');
	await page.getByLabel('Look up in the vocabulary').fill('delirium');
	const panel = page.getByRole('article', { name: 'Heading Delirium', exact: true });
	await panel.getByText('Narrow this heading, and what that would lose').click();
	const main = panel.getByRole('row', { name: /main topic/ });
	const left = await count(main.getByRole('cell').nth(1).textContent());
	await main.getByRole('checkbox').check();
	await expect(panel).toContainText('Narrowed: main topic only');
	await panel.getByRole('button', { name: 'Remove restrictions' }).click();
	await main.getByRole('checkbox').check();
	await panel.getByRole('button', { name: /Add to A/ }).click();
	await saved(page);
	await assembles(page, base, '{!Delirium >}', left);
});

test('names become text words, near-alikes stand side by side, an earlier heading is offered, and none that fits is a decision', async ({
	page
}) => {
	const base = await atHeadings(page, 'Delirium');
	await page.getByLabel('Look up in the vocabulary').fill('delirium');
	const names = page.getByRole('region', { name: 'Its names as text words' });
	await names.getByRole('button', { name: /^"acute confusion\*"/ }).click();
	await names.getByRole('button', { name: 'Add this one to A' }).click();
	await expect(names).toContainText('"acute confusion" covered by "acute confusion*"');
	await names.getByRole('button', { name: /^Add (all \d+ that are|the one that is) not covered/ }).click();
	await expect(names.getByRole('button', { name: /that (is|are) not covered/ })).toBeDisabled();
	await saved(page);

	// Without a limit on years, what stood for it before is offered; it is taken as a heading of its own.
	const years = page.getByRole('region', { name: 'Its years' });
	await expect(years).toContainText('For the years up to 1971 it was indexed as Confusion.');
	await expect(years.getByRole('img', { name: /^Delirium by year/ }).locator('svg')).toBeVisible();
	await years.getByText('The figures').click();
	await expect(years.getByRole('columnheader', { name: 'Earlier heading' })).toBeVisible();
	await years.getByRole('button', { name: /^Add Confusion as well/ }).click();
	await expect(years).toContainText('Already added.');

	// A scope note leads on; two are put side by side.
	await page
		.getByRole('article', { name: 'Heading Delirium', exact: true })
		.getByRole('button', { name: 'Dementia' })
		.click();
	await expect(page.getByRole('article', { name: 'Heading Dementia' })).toBeVisible();
	await page.getByLabel('Put Delirium beside others').first().click();
	await page.getByLabel('Put Delirium, Waking beside others').first().click();
	const beside = page.getByRole('region', { name: 'Side by side' });
	await expect(beside.getByRole('article')).toHaveCount(2);
	await expect(beside.locator('.only').first()).toBeVisible();
	await expect(beside.getByText('of these also Delirium, Waking')).toBeVisible();
	await beside
		.getByRole('article', { name: 'Compared: Delirium, Waking' })
		.getByRole('button', { name: 'Add this one' })
		.click();
	await expect(beside.getByRole('article', { name: 'Compared: Delirium, Waking' })).toContainText('added');
	await beside.getByRole('button', { name: 'Leave Delirium out of the comparison' }).click();
	await expect(beside).toHaveCount(0);

	// A find is parked in one key, with what it is.
	await page.getByLabel('Look up in the vocabulary').fill('psychosis');
	await expect(page.getByRole('article')).toBeVisible();
	await page.getByLabel('Look up in the vocabulary').press('Alt+Enter');
	await page.getByRole('button', { name: 'No heading fits …' }).click();
	await page.getByRole('combobox', { name: /^Vocabulary/ }).selectOption({ label: 'Tidewater Words for Care' });
	await page.getByLabel(/^Why no heading fits/).fill('Its headings are about care, not the state');
	await page.getByRole('button', { name: 'Keep this decision' }).click();
	await expect(
		page.getByText('No heading of Tidewater Words for Care fits: Its headings are about care')
	).toBeVisible();
	await saved(page);
	await page.goto(`${base}/concepts`);
	await expect(page.getByText('No heading of Tidewater Words for Care fits')).toContainText('Nela Brandt');
	await expect(page.getByRole('list', { name: /^Parked/ }).getByRole('listitem')).toHaveCount(1);
	await expect(page.getByRole('list', { name: /^Headings of Delirium in Skerry/ }).getByRole('listitem')).toHaveText([
		/^Confusion/,
		/^Delirium, Waking/
	]);
	const markdown = await (
		await page.request.get(`${base.replace('/enquiries/', '/api/v1/enquiries/')}/dossier?as=md`)
	).text();
	expect(markdown).toContain('No heading of tidewater fits: Its headings are about care, not the state');
});

test('headings of a record are added or parked, and what nobody has indexed is told by year', async ({ page }) => {
	const base = await atHeadings(page, 'Delirium');
	await page.goto(`${base}/concepts`);
	const field = page.getByRole('textbox', { name: /^Add words/ });
	await field.fill('delir*');
	await field.press('Enter');
	await saved(page);
	await page.goto(`${base}/strategy`);
	await page.getByRole('button', { name: 'Assemble', exact: true }).click();
	await expect(page.locator('.right-mark .count').first()).toHaveText(/[1-9]/);
	await page.locator('.cm-line').first().click();
	const bare = page.getByRole('region', { name: 'Not indexed' });
	await expect(bare).toContainText(/Of \d+ records that the lines of A retrieve, \d+ \(\d+ %\) carry no heading/);
	await page.getByRole('button', { name: 'Read them' }).click();
	const indexed = page.locator('#records li').filter({ hasNotText: 'not indexed' }).first();
	await indexed.getByRole('button').first().click();
	const record = page.getByRole('article', { name: /^Record / });
	const topics = record.getByRole('list', { name: 'Main topics' }).getByRole('listitem');
	await expect(topics.first()).toBeVisible();
	const label = (await topics.first().getByRole('button').textContent()) ?? '';
	await record.getByLabel(`Add or park ${label}`, { exact: true }).selectOption({ label: 'add to A Delirium' });
	await expect(topics.first()).toContainText('in A');
	await topics.first().getByRole('button').click();
	await expect(page.getByRole('article', { name: `Heading ${label}` })).toBeVisible();
	await saved(page);
});

test('what cannot be compared or counted is answered clearly', async () => {
	const who = await somebody(address);
	await newEnquiry(who);
	const one = await who.context.get('/api/v1/headings?heading=skerry:delirium');
	expect([one.status(), ((await one.json()) as { message: string }).message]).toEqual([
		422,
		expect.stringContaining('Two to 6 different headings')
	]);
	expect((await who.context.get('/api/v1/headings?heading=skerry:delirium&heading=skerry:gone')).status()).toBe(404);
	expect((await who.context.get('/api/v1/vocabularies/skerry/headings/gone/history?collection=skerry')).status()).toBe(
		404
	);
	expect(
		(await who.context.get('/api/v1/vocabularies/skerry/headings/delirium/history?collection=gone')).status()
	).toBe(404);
});

test('a concept stands in every vocabulary at once: what its words are called, what is taken, what was decided', async ({
	page
}) => {
	const base = await atHeadings(page, 'Hand washing');
	// Nothing is added yet: the concept's name is looked up everywhere.
	const map = page.getByRole('region', { name: 'A Hand washing in every vocabulary' });
	await expect(map).toContainText(/Nothing is added yet|No vocabulary has a heading/);
	await page.goto(`${base}/concepts`);
	await page.getByLabel('Name of concept A').fill('Delirium');
	await page.getByLabel('Name of concept A').blur();
	await saved(page);
	await page.goto(`${base}/headings`);
	const delirium = page.getByRole('region', { name: 'A Delirium in every vocabulary' });
	const skerry = delirium.getByRole('region', { name: 'Skerry Thesaurus of Health' });
	await skerry.getByRole('button', { name: 'Take' }).first().click();
	await expect(delirium).toContainText('What was added is shown in full');
	// What the others may call it is joined by a line and can be taken from here.
	const corran = delirium.getByRole('region', { name: 'Corran Drug and Disease List' });
	await expect(corran.getByRole('listitem').filter({ hasText: 'Delirious State' })).toContainText(
		/perhaps: .*on the same \d+ works/
	);
	await expect(delirium.locator('svg path').first()).toBeAttached();
	await corran
		.getByRole('listitem')
		.filter({ hasText: 'Delirious State' })
		.getByRole('button', { name: 'Take' })
		.click();
	await expect(corran.getByRole('button', { name: 'Take' })).toHaveCount(0);
	await saved(page);
	await corran.getByRole('button', { name: 'Delirious State' }).click();
	await expect(
		page
			.getByRole('article', { name: 'Heading Delirious State' })
			.getByText(/Corran .*sample/)
			.first()
	).toBeVisible();
	await page.getByRole('button', { name: 'All headings of A, side by side' }).click();
	await expect(delirium).toBeVisible();
});
