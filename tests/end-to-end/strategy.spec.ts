/** The strategy sheet as a living document: by keyboard, by mouse, by two people, over reloads. */
import { expect, type Page } from '@playwright/test';
import { address, newEnquiry, patient, saved, signUp, somebody, test, PASSWORD } from './people';

async function sheet(page: Page, question = 'Does music before surgery lower anxiety?'): Promise<void> {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill(question);
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
}
/** Types lines as a searcher does; headings are closed by their own brace. */
async function type(page: Page, lines: readonly string[]): Promise<void> {
	for (const [at, line] of lines.entries()) {
		if (at > 0) await page.keyboard.press('Enter');
		await page.keyboard.insertText(line);
	}
}
/** The lines as text; the hint in an empty sheet is none. */
const texts = (page: Page) =>
	page
		.locator('.cm-line')
		.evaluateAll((lines) =>
			lines.map((line) => (line.querySelector('.cm-placeholder') ? '' : (line.textContent ?? '')))
		);
const count = (page: Page, line: number) =>
	page
		.locator('.right-mark')
		.nth(line - 1)
		.locator('.count');
const settled = async (page: Page) => {
	await saved(page);
	await expect(page.locator('.right-mark.dim')).toHaveCount(0);
};

const DEMO = [
	'{Delirium >} OR {Confusion} OR {Encephalopathy, Septic}',
	'delir* OR "acute confusion*" OR "brain failure"',
	'{Light Therapy >} OR {Lighting >} OR {Daylight} OR {Windows}',
	'phototherap* OR "bright light" OR ((light* OR lamp*) WITHIN/3 (dynamic OR bright OR blue)) OR daylight',
	'{Intensive Care Units >} OR {Critical Care >}',
	'"intensive care" OR ICU~ OR "critical* ill*"'
];

test('the demo strategy is built from nothing by keyboard alone; a line comes in the middle and moves; undo goes back to the start, also after a reload', async ({
	page
}) => {
	test.setTimeout(360_000);
	await sheet(page, 'Does daylight in intensive care lower delirium?');
	await type(page, DEMO);
	await settled(page);
	// Two lines at a time are joined below; then the three joinings.
	for (const [first, joined] of [
		[1, '#1 OR #2'],
		[4, '#4 OR #5'],
		[7, '#7 OR #8']
	] as const) {
		await goTo(page, first, true);
		await page.keyboard.press('Alt+o');
		await expect(page.locator('.cm-line').nth(first + 1)).toHaveText(joined);
		await settled(page);
	}
	await goTo(page, 9, false);
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('#3 AND #6 AND #9');
	await settled(page);
	const whole = await count(page, 10).textContent();
	expect(Number((whole ?? '').replace(/\D/g, ''))).toBeGreaterThan(10);
	expect((await texts(page)).at(-1)).toBe('#3 AND #6 AND #9');

	// A line in the middle shifts every number below it and changes no meaning.
	await goTo(page, 2, false);
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('zzqxw');
	await expect(page.locator('.cm-line').last()).toHaveText('#4 AND #7 AND #10');
	await expect(page.locator('.cm-line').nth(3)).toHaveText('#1 OR #2');
	await settled(page);
	await expect(count(page, 11)).toHaveText(whole ?? '');
	// Zero hits point at the term.
	await expect(page.locator('.cm-lintRange-info')).toHaveText('zzqxw');
	await page.keyboard.press('Alt+ArrowUp');
	await expect(page.locator('.cm-line').nth(3)).toHaveText('#1 OR #3');
	await settled(page);
	await expect(count(page, 11)).toHaveText(whole ?? '');

	// Undo survives a reload, and goes back to the empty sheet.
	await page.reload();
	await expect(page.locator('.cm-line')).toHaveCount(11);
	await page.locator('.cm-content').focus();
	for (let times = 0; times < 60 && (await texts(page)).join('') !== ''; times++) {
		await page.keyboard.press('Control+z');
		await page.waitForTimeout(60);
	}
	expect((await texts(page)).join('')).toBe('');
	for (let times = 0; times < 60 && (await page.locator('.cm-line').count()) < 11; times++) {
		// Either key; a small z with Shift is what Caps Lock makes of it.
		await page.keyboard.press(times % 2 === 0 ? 'Control+y' : 'Control+Shift+z');
		await page.waitForTimeout(60);
	}
	await expect(page.locator('.cm-line').nth(3)).toHaveText('#1 OR #2');
	await settled(page);
});

/** Puts the cursor at the end of a line, or selects it with the next one, by keyboard. */
async function goTo(page: Page, line: number, withNext: boolean): Promise<void> {
	const all = await texts(page);
	const before = all.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0);
	const length = (all[line - 1] ?? '').length + (withNext ? 1 + (all[line] ?? '').length : 0);
	await page.keyboard.press('Control+Home');
	for (let at = 0; at < before; at++) await page.keyboard.press('ArrowRight');
	for (let at = 0; at < length; at++) await page.keyboard.press(withNext ? 'Shift+ArrowRight' : 'ArrowRight');
}

test('line by line with the mouse: assembled, spread and gathered with the same result, folded, tried, limited, kept as a version', async ({
	page
}) => {
	test.setTimeout(360_000);
	await sheet(page);
	await page.getByRole('link', { name: 'Brief' }).click();
	for (const [part, text, letter, words] of [
		['Population', 'Surgery', 'A', 'surg*; operat*'],
		['Intervention', 'Music', 'B', 'music*; song*; singing']
	] as const) {
		await page.getByRole('link', { name: 'Brief' }).click();
		await page.getByLabel(`${part} in this question`).fill(text);
		await page.getByRole('button', { name: `Search ${part} as a new concept` }).click();
		await page.getByRole('link', { name: 'Concepts' }).click();
		const band = page.getByRole('region', { name: new RegExp(`Concept ${letter}`) });
		await band.getByLabel(/^Add words/).fill(words);
		await band.getByRole('button', { name: 'Add', exact: true }).click();
		await band.getByRole('button', { name: /^Add \d words to/ }).click();
	}
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.getByRole('button', { name: 'Assemble', exact: true }).click();
	await expect(page.locator('.cm-line')).toHaveText(['surg* OR operat*', 'music* OR song* OR singing', '@A AND @B']);
	await settled(page);
	const whole = (await count(page, 3).textContent()) ?? '';

	await page.locator('.cm-line').nth(1).click();
	await page.getByRole('button', { name: 'Spread' }).click();
	await expect(page.locator('.cm-line')).toHaveText([
		'surg* OR operat*',
		'music*',
		'song*',
		'singing',
		'#2 OR #3 OR #4',
		'@A AND @B'
	]);
	await settled(page);
	await expect(count(page, 6)).toHaveText(whole);
	await page.getByRole('button', { name: 'Fold the lines of concept B' }).click();
	await expect(page.locator('.cm-line')).toHaveCount(3);
	await page.getByRole('button', { name: 'Open the lines of concept B' }).click();
	await page
		.locator('.cm-line')
		.nth(1)
		.click({ position: { x: 5, y: 8 } });
	await page.keyboard.press('Home');
	await page
		.locator('.cm-line')
		.nth(3)
		.click({ position: { x: 60, y: 8 }, modifiers: ['Shift'] });
	await page.getByRole('button', { name: 'Gather' }).click();
	await expect(page.locator('.cm-line')).toHaveText(['surg* OR operat*', 'music* OR song* OR singing', '@A AND @B']);
	await settled(page);
	await expect(count(page, 3)).toHaveText(whole);

	// A version, a trial that is kept, a limit with its reason, and the way back.
	await page.getByRole('tab', { name: 'Versions' }).click();
	await page.getByLabel('Name of the version').fill('First draft');
	await page.getByRole('button', { name: 'Keep this version' }).click();
	await expect(page.getByText('Kept as “First draft”.')).toBeVisible();
	await page.getByRole('tab', { name: 'Trials' }).click();
	const trial = page.getByRole('row', { name: /Words of B Music in titles only/ });
	await expect(trial).toContainText('12');
	await trial.getByRole('button', { name: 'Keep' }).click();
	await expect(page.locator('.cm-line').nth(1)).toHaveText('ti:(music* OR song* OR singing)');
	await page.getByRole('tab', { name: 'Limits' }).click();
	await page.getByLabel('Value').fill('2015-');
	await expect(page.locator('[data-limit]')).toContainText('leaves');
	await expect(page.getByRole('button', { name: 'Insert as line 4' })).toBeDisabled();
	await page.getByLabel('Reason, kept with the line').fill('Players became common then');
	await page.getByRole('button', { name: 'Insert as line 4' }).click();
	await expect(page.locator('.cm-line').nth(3)).toHaveText('#3 AND yr:2015-');
	await settled(page);

	await page.getByRole('tab', { name: 'Versions' }).click();
	await expect(page.locator('[data-compared]')).toContainText(`went from ${whole}`);
	await page.getByRole('button', { name: 'View lost records' }).click();
	await expect(page.getByRole('region', { name: 'Records lost' }).getByRole('listitem').first()).toBeVisible();
	const compared = page.getByRole('region', { name: 'Versions' }).getByRole('table').last();
	await expect(compared.getByRole('row', { name: /changed/ })).toContainText('ti:(music* OR song* OR singing)');
	await expect(compared.getByRole('row', { name: /new/ })).toContainText('#3 AND yr:2015-');
	await page.getByRole('button', { name: 'Go back to it' }).last().click();
	await expect(page.locator('.cm-line')).toHaveText(['surg* OR operat*', 'music* OR song* OR singing', '@A AND @B']);
	await settled(page);
	await expect(count(page, 3)).toHaveText(whole);
	// What stood there is a version of its own.
	await expect(page.getByText('Before going back to “First draft”').first()).toBeVisible();
});

test('words and records: unwanted words out of a stem, other forms in, why a record is here, what one line has and another has not', async ({
	page
}) => {
	await sheet(page);
	await type(page, ['music*', 'surg*', '#1 AND #2', 'behaviour']);
	await settled(page);
	await page
		.locator('.cm-line')
		.nth(1)
		.click({ position: { x: 20, y: 8 } });
	const word = page.getByRole('region', { name: /The word surg/ });
	await expect(word.getByRole('listitem').first()).toContainText('surg');
	const unwanted = (await word.getByRole('listitem').last().locator('label').innerText()).trim();
	await word.getByRole('listitem').last().getByRole('checkbox').uncheck();
	await word.getByRole('button', { name: /Exclude this word/ }).click();
	await expect(page.locator('.cm-line').nth(1)).not.toHaveText('surg*');
	expect(await page.locator('.cm-line').nth(1).textContent()).not.toContain(unwanted);
	await settled(page);

	await page
		.locator('.cm-line')
		.nth(3)
		.click({ position: { x: 20, y: 8 } });
	const forms = page.getByRole('region', { name: 'Other forms' });
	await forms
		.getByRole('row', { name: /behavior/ })
		.first()
		.getByRole('button', { name: 'Add' })
		.click();
	await expect(page.locator('.cm-line').nth(3)).toContainText('behavior');
	await settled(page);

	await page.getByRole('tab', { name: 'Records' }).click();
	const records = page.getByRole('region', { name: /^Records of/ });
	await records.getByLabel('Line', { exact: true }).selectOption({ label: 'line 1' });
	await expect(records.locator('[data-total]')).toHaveText((await count(page, 1).textContent()) ?? '');
	await records.getByLabel('without').selectOption({ label: 'line 3' });
	const numberOf = async (line: number) => Number(((await count(page, line).textContent()) ?? '').replace(/\D/g, ''));
	await expect(records.locator('[data-total]')).toHaveAttribute(
		'data-total',
		String((await numberOf(1)) - (await numberOf(3)))
	);
	await records.getByLabel('Order').selectOption('relevance');
	await records.getByRole('button', { name: 'Distribution and words' }).click();
	await expect(records.locator('[data-spread]')).toHaveAttribute(
		'data-spread',
		String((await numberOf(1)) - (await numberOf(3)))
	);
	await records.getByRole('listitem').first().getByRole('button').first().click();
	await expect(page.getByRole('region', { name: 'Why it is here' })).toContainText(/Why it is (not )?in line 3/);
});

test('two people in one strategy: each sees where the other is, edits meet, and undo takes back one’s own only', async ({
	page,
	browser
}) => {
	const owner = await somebody(address, 'Mara Ostwick');
	const other = await somebody(address, 'Tove Lindqvist');
	const id = await newEnquiry(owner);
	const given = await owner.context.put(`/api/v1/enquiries/${id}/members`, {
		data: { email: other.email, role: 'editor' }
	});
	expect(given.status()).toBe(200);
	const pages: Page[] = [];
	for (const who of [owner, other]) {
		const one = patient(who === owner ? page : await (await browser.newContext()).newPage());
		await one.goto(`${address}/sign-in`);
		await one.getByLabel('E-mail address').fill(who.email);
		await one.getByLabel('Password').fill(PASSWORD);
		await one.getByRole('button', { name: 'Sign in' }).click();
		await expect(one).toHaveURL(/\/desk$/);
		await one.goto(`${address}/enquiries/${id}/strategy`);
		pages.push(one);
	}
	const [mine, theirs] = pages as [Page, Page];
	await mine.locator('.cm-content').click();
	await type(mine, ['noise*', 'ward*', '#1 AND #2']);
	await saved(mine);
	await expect(theirs.locator('.cm-line')).toHaveText(['noise*', 'ward*', '#1 AND #2']);
	await theirs.locator('.cm-line').nth(0).click();
	await theirs.keyboard.press('End');
	await theirs.keyboard.insertText(' OR sound*');
	await expect(mine.getByRole('note', { name: 'Tove Lindqvist is on this line' })).toBeVisible();
	await expect(mine.locator('[data-here]')).toContainText('Tove Lindqvist');
	await expect(mine.locator('.cm-line').nth(0)).toHaveText(/^noise\* OR sound\*/);
	await mine.locator('.cm-line').nth(1).click();
	await mine.keyboard.press('End');
	await mine.keyboard.insertText(' OR unit*');
	await expect(theirs.locator('.cm-line').nth(1)).toHaveText(/^ward\* OR unit\*/);
	await saved(mine);
	await saved(theirs);
	// One's own last command goes; the other's stays.
	await theirs.locator('.cm-line').nth(2).click();
	await theirs.keyboard.press('Control+z');
	await expect(mine.locator('.cm-line').nth(0)).toHaveText('noise*');
	await expect(mine.locator('.cm-line').nth(1)).toHaveText(/^ward\* OR unit\*/);
	// What the other has changed since cannot be taken back, and that is said.
	await theirs.locator('.cm-line').nth(1).click();
	await theirs.keyboard.press('End');
	await theirs.keyboard.insertText(' OR room*');
	await expect(mine.locator('.cm-line').nth(1)).toHaveText(/room\*/);
	await mine.locator('.cm-line').nth(2).click();
	await mine.keyboard.press('Control+z');
	await expect(mine.getByText(/cannot be undone: somebody else has changed the same thing since/)).toBeVisible();
	await expect(mine.locator('.cm-line').nth(1)).toHaveText(/^ward\* OR unit\* OR room\*/);
});

test('lines keep their users when they are cut and pasted; text from elsewhere is cleaned with a preview; deleting warns', async ({
	page
}) => {
	await sheet(page);
	await type(page, ['light', 'lamp', '#1 OR #2']);
	await settled(page);
	const whole = (await count(page, 3).textContent()) ?? '';
	await page.locator('.cm-line').nth(0).click();
	await page.keyboard.press('Home');
	await page.keyboard.press('Shift+ArrowDown');
	await page.keyboard.press('Control+x');
	await expect(page.locator('.cm-line')).toHaveText(['lamp', '#? OR #1']);
	await expect(page.getByText('Line 3 uses what was just deleted')).toBeVisible();
	await page.locator('.cm-line').nth(0).click();
	await page.keyboard.press('Control+v');
	await expect(page.locator('.cm-line')).toHaveText(['lamp', 'light', '#2 OR #1']);
	await settled(page);
	await expect(count(page, 3)).toHaveText(whole);

	await page.locator('.cm-line').nth(2).click();
	await page.keyboard.press('End');
	await page.locator('.cm-content').evaluate((element, text) => {
		const data = new DataTransfer();
		data.setData('text/plain', text);
		element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
	}, '4.\t\u201Cday light\u201D OR sun\u00ADlight\n5.\tnight\u2013time\n9.\t#4 AND #5\n');
	const preview = page.getByRole('dialog', { name: /3 pasted lines, 3 of them cleaned/ });
	await expect(preview).toContainText('number, quotes, dashes');
	await preview.getByRole('button', { name: 'Add the cleaned lines' }).click();
	await expect(page.locator('.cm-line')).toHaveText([
		'lamp',
		'light',
		'#2 OR #1',
		'"day light" OR sunlight',
		'night-time',
		'#4 AND #5'
	]);
});

test('a filter is measured, brought in below the result with its name, and says when it was changed; lines are kept as a part for another enquiry', async ({
	page
}) => {
	await sheet(page);
	await type(page, ['music*', 'surg*', '#1 AND #2']);
	await settled(page);
	await page.getByRole('tab', { name: 'Parts and filters' }).click();
	const therapy = page.getByRole('article').filter({ hasText: 'Study of therapy' });
	await therapy.getByRole('button', { name: 'Measure' }).click();
	await expect(therapy.getByRole('row', { name: /most specific/ })).toContainText('%');
	await therapy
		.getByRole('row', { name: /balanced/ })
		.getByRole('button', { name: 'Bring in' })
		.click();
	await expect(page.locator('.cm-line')).toHaveCount(5);
	await expect(page.locator('.cm-line').nth(4)).toHaveText('#3 AND #4');
	await expect(page.getByRole('note', { name: /from Study of therapy, balanced, version 1$/ })).toBeVisible();
	await page.locator('.cm-line').nth(3).click();
	await page.keyboard.press('Control+End');
	await page
		.locator('.cm-line')
		.nth(3)
		.click({ position: { x: 400, y: 8 } });
	await page.keyboard.press('End');
	await page.keyboard.insertText(' OR placebo*');
	await expect(page.getByRole('note', { name: /from Study of therapy, balanced, version 1, changed/ })).toBeVisible();
	await settled(page);

	await page.locator('.cm-line').nth(0).click();
	await page.getByLabel('Name', { exact: true }).fill('Music words');
	await page.getByRole('button', { name: 'Keep it' }).click();
	await expect(page.getByText('Kept “Music words”, version 1.')).toBeVisible();
	await page.goto('/desk');
	await page.getByLabel('The question, as the team asks it').fill('Does singing help memory?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.getByRole('tab', { name: 'Parts and filters' }).click();
	await page.getByRole('article').filter({ hasText: 'Music words' }).getByRole('button', { name: 'Bring in' }).click();
	await expect(page.locator('.cm-line').first()).toHaveText('music*');
	await page.getByRole('article').filter({ hasText: 'Music words' }).getByRole('button', { name: 'Remove' }).click();
	await expect(page.getByRole('article').filter({ hasText: 'Music words' })).toHaveCount(0);
	await expect(page.locator('.cm-line').first()).toHaveText('music*');
});

test('a block of 60,000 characters is typed in like any other: brackets close, keys land where the cursor is, undo takes them back', async ({
	page
}) => {
	test.setTimeout(600_000);
	const block = Array.from({ length: 5_000 }, (_, at) => `singing${at}`).join(' OR ');
	expect(block.length).toBeGreaterThan(60_000);
	await sheet(page);
	await page.keyboard.insertText(block);
	await settled(page);
	await page.keyboard.press('Control+Home');
	await page.keyboard.type('(music WITHIN/3 song) OR "bright light" OR ');
	// How long saving takes is the bench's to say.
	await expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved', { timeout: 60_000 });
	const typed = await page.locator('.cm-line').first().textContent();
	expect(typed?.slice(0, 60)).toBe('(music WITHIN/3 song) OR "bright light" OR singing0 OR singi');
	await page.keyboard.press('Shift+Home');
	await page.keyboard.type('drum OR ');
	await settled(page);
	expect((await page.locator('.cm-line').first().textContent())?.slice(0, 25)).toBe('drum OR singing0 OR singi');
	for (
		let times = 0;
		times < 10 && ((await page.locator('.cm-line').first().textContent()) ?? '').startsWith('drum');
		times++
	) {
		await page.keyboard.press('Control+z');
		await page.waitForTimeout(60);
	}
	expect((await page.locator('.cm-line').first().textContent())?.startsWith('drum')).toBe(false);
});
