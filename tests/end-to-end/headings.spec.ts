/** Headings of several vocabularies: pieces of a phrase, what another vocabulary calls one, and decisions that are kept. */
import { expect } from '@playwright/test';
import { saved, signUp, test } from './people';

test('a searcher finds what the other vocabularies call a heading, takes it, and keeps the decision', async ({
	page
}) => {
	await signUp(page);
	await page
		.getByLabel('The question, as the team asks it')
		.fill('Does mouth care lower chest infections in ventilated adults?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
	await page.goto(page.url().replace('/brief', '/concepts'));
	await page.getByLabel('Name of a new concept').fill('Ventilation');
	await page.getByRole('button', { name: 'Add concept' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Find its headings' }).click();

	// A phrase that is no name is taken to pieces, and what fits nothing is named.
	await page.getByLabel('Look up in the vocabulary').fill('moonshine mechanical ventilation');
	const pieces = page.getByRole('list', { name: 'Piece by piece in Skerry Thesaurus of Health' });
	await expect(pieces).toContainText('moonshine: no heading');
	await pieces.getByRole('button', { name: /Ventilation, Mechanical/ }).click();
	await expect(page.getByRole('article', { name: 'Heading Ventilation, Mechanical' })).toBeVisible();
	// What it brings before one chooses: five steps, none smaller than the one before.
	const steps = page.getByRole('region', { name: 'How broad it can be' }).getByRole('listitem');
	await expect(steps).toHaveCount(5);
	const sizes = (await steps.locator('.figure:not(.small)').allTextContents()).map((text) =>
		Number(text.replace(/\D/g, ''))
	);
	expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
	expect(sizes[2]).toBeGreaterThan(0);
	await page.getByText(/^What with narrower brings/).click();
	await expect(page.getByRole('row', { name: /Weaning from Ventilator/ })).toBeVisible();
	await page.getByText('Narrow this heading, and what that would lose').click();
	await expect(page.getByRole('row', { name: /^main topic/ })).toBeVisible();
	await page.getByRole('button', { name: /Add to A/ }).click();

	// Corran calls it otherwise: opened, read, taken.
	const corran = page.getByRole('region', { name: 'In Corran Drug and Disease List' });
	await expect(corran.getByRole('listitem').first()).toContainText(
		/Artificial Respiration[\s\S]*on the same \d+ works/
	);
	await corran.getByRole('button', { name: 'Confirm …' }).first().click();
	await corran.getByLabel('How they relate').selectOption('close');
	await corran.getByRole('button', { name: 'Keep this decision' }).click();
	await expect(corran).toContainText('nearly the same');
	await expect(corran).toContainText('Mara Ostwick');
	await corran.getByRole('button', { name: 'Artificial Respiration' }).first().click();
	await expect(page.getByRole('article', { name: 'Heading Artificial Respiration' })).toContainText(
		'Corran Drug and Disease List'
	);
	await page.getByRole('button', { name: /Add to A/ }).click();
	await expect(page.getByRole('button', { name: 'Already added' })).toBeVisible();
	await saved(page);

	// Whoever decides on what they have not seen is told, and nothing is lost; nothing fits needs a reason.
	const address = '/api/v1/vocabularies/skerry/headings/ventilation/counterparts?to=corran';
	const headers = { origin: new URL(page.url()).origin };
	const late = await page.request.put(address, {
		headers,
		data: { kind: 'none', targets: [], reason: 'no such thing', seen: null }
	});
	expect([late.status(), ((await late.json()) as { message: string }).message]).toEqual([
		409,
		expect.stringContaining('has decided differently meanwhile')
	]);
	const bare = await page.request.put(address, { headers, data: { kind: 'none', targets: [], reason: '', seen: 1 } });
	expect(bare.status()).toBe(422);
	const unknown = await page.request.put(address, {
		headers,
		data: { kind: 'exact', targets: ['nowhere'], reason: '', seen: 1 }
	});
	expect([unknown.status(), ((await unknown.json()) as { message: string }).message]).toEqual([
		422,
		expect.stringContaining('has no heading nowhere')
	]);
	const exported = await (await page.request.get('/api/v1/vocabularies/skerry/mappings')).text();
	expect(exported).toMatch(/v:ventilation skos:closeMatch/);
	expect(exported).toContain('Mara Ostwick');

	// Only the own vocabulary's headings go into the lines; the other waits for its source.
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.getByRole('button', { name: 'Assemble', exact: true }).click();
	await expect(page.locator('.cm-line').first()).toHaveText('{Ventilation, Mechanical >}');
	await page.locator('.cm-line').first().click();
	await page.keyboard.press('End');
	await page.keyboard.insertText(' OR {Somnifacient Agent}');
	await expect(page.locator('.right-mark').first()).toContainText('cannot be read');
	await page.keyboard.press('Control+z');
	await expect(page.locator('.right-mark .count').first()).toHaveText(/^[1-9]/);
});
