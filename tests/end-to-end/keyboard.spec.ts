/**
 * A whole enquiry without a mouse: from an empty desk to the dossier, every step reached and used by keys. Keys that
 * type text are not counted; all others are. A whole enquiry once took 214 of them; which way was gone then is not known.
 */
import { expect, type Page } from '@playwright/test';
import { saved, signUp, test } from './people';

class Hands {
	pressed = 0;
	constructor(readonly page: Page) {}
	async press(...keys: string[]): Promise<void> {
		for (const key of keys) {
			this.pressed++;
			await this.page.keyboard.press(key);
			await this.page.waitForTimeout(50);
		}
	}
	async type(text: string): Promise<void> {
		await this.page.keyboard.type(text, { delay: 45 });
	}
	/** Name of what has the focus, as it is read out. */
	name(): Promise<string> {
		return this.page.evaluate(() => {
			const element = document.activeElement as HTMLElement | null;
			const labelled = (element as HTMLInputElement | null)?.labels?.[0]?.textContent;
			return (element?.getAttribute('aria-label') ?? labelled ?? element?.textContent ?? '').trim();
		});
	}
	/** Goes on with Tab until something of this name has the focus. */
	async tabTo(name: RegExp, most = 25): Promise<void> {
		for (let step = 0; step < most; step++) {
			if (name.test(await this.name())) return;
			await this.press('Tab');
		}
		expect(await this.name(), `${name} is reached by at most ${most} keys`).toMatch(name);
	}
	/** An action by its name, from wherever the focus is. */
	async act(words: string): Promise<void> {
		await this.press('Control+k');
		await this.page.getByRole('combobox', { name: 'Action' }).waitFor();
		await this.type(words);
		await this.press('Enter');
	}
}

test('an enquiry goes from an empty desk to its dossier by keyboard alone, with fewer than 107 keys beside text', async ({
	page
}) => {
	test.setTimeout(360_000);
	await signUp(page);
	const hands = new Hands(page);

	// On an empty desk the question has the focus.
	await expect(page.getByLabel('The question, as the team asks it')).toBeFocused();
	await hands.type('Does dancing prevent falls in older adults?');
	await hands.press('Tab', 'Tab', 'Enter');
	await page.waitForURL(/\/brief$/);

	// The brief: parts become concepts.
	await hands.tabTo(/^Population in this question/);
	await hands.type('Older adults');
	await hands.tabTo(/^Search Population as a new concept/, 4);
	await hands.press('Enter');
	await hands.tabTo(/^Intervention in this question/);
	await hands.type('Dancing');
	await hands.tabTo(/^Search Intervention as a new concept/, 4);
	await hands.press('Enter');
	await hands.tabTo(/^Outcome in this question/);
	await hands.type('Falls');
	await hands.tabTo(/^Search Outcome as a new concept/, 4);
	await hands.press('Enter');

	// Concepts: words, one after the other; Enter in the empty field goes on to the next concept.
	await hands.press('Alt+2');
	await expect(page).toHaveURL(/\/concepts$/);
	await hands.tabTo(/^Add words to Older adults/);
	await hands.type('old* adult*');
	await hands.press('Enter');
	await hands.type('elder*');
	await hands.press('Enter', 'Enter');
	await expect.poll(() => hands.name()).toBe('Add words to Dancing');
	await hands.type('danc*');
	await hands.press('Enter', 'Enter');
	await expect.poll(() => hands.name()).toBe('Add words to Falls');
	await hands.type('fall*');
	await hands.press('Enter');
	await saved(page);

	// The strategy is assembled, a line is typed, two lines are combined.
	await hands.press('Alt+6');
	await expect(page).toHaveURL(/\/strategy$/);
	await page.locator('.cm-content').waitFor();
	await hands.act('assemble the lines');
	await expect(page.locator('.cm-line').nth(3)).toContainText('@A AND @B AND @C');
	await saved(page);
	await expect(page.locator('.right-mark .count').nth(3)).toHaveText(/^\d/);

	// What is to be looked at next, wherever it is.
	await hands.press('Alt+1');
	await expect(page).toHaveURL(/\/brief$/);
	await hands.press('F8');

	// Renderings and dossier are reached, and read from their heading on.
	await hands.press('Alt+8');
	await expect(page).toHaveURL(/\/renderings$/);
	await expect(page.locator('#content h1')).toHaveText('Renderings');
	await hands.press('Alt+9');
	await expect(page).toHaveURL(/\/dossier$/);
	await expect(page.getByRole('main')).toContainText('danc*');

	// The keys are explained beside the work, and closed again.
	await hands.press('?');
	await expect(page.getByRole('complementary', { name: 'Help' })).toContainText('Alt');
	await hands.press('Alt+h');
	await expect(page.getByRole('complementary', { name: 'Help' })).toHaveCount(0);

	expect(hands.pressed).toBeLessThan(107);
	console.log(`Keys pressed beside text: ${hands.pressed}`);
});
