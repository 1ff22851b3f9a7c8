/** What people do, one thing at a time and in any order: as they would, they wait for a page before they type, and look whether their keys arrived. */
import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import fc from 'fast-check';
import { conceptLetter } from '../../core/src/index.ts';
import type { Model, Window, World } from './world.ts';

const WORDS = [
	'music*',
	'nurs*',
	'anxi*',
	'child*',
	'surg*',
	'"blood pressure"',
	'light*',
	'sleep',
	'{Anxiety}',
	'{Delirium >}',
	'exercis*',
	'set:relevant'
];

/** One thing that somebody does in one window. */
class Act implements fc.AsyncCommand<Model, World> {
	constructor(
		private readonly name: string,
		private readonly window: number,
		private readonly act: (window: Window, model: Model, world: World) => Promise<void>
	) {}
	check(): boolean {
		return true;
	}
	async run(model: Model, world: World): Promise<void> {
		const window = world.windows[this.window % world.windows.length] as Window;
		world.steps++;
		model.doing = `${this.toString()}, step ${world.steps}`;
		await window.page.bringToFront();
		await this.act(window, model, world);
	}
	toString(): string {
		return `${this.name} in window ${this.window + 1}`;
	}
}

type Step = 'brief' | 'concepts' | 'headings' | 'strategy' | 'renderings' | 'dossier';
const at = (page: Page, step: Step): boolean => page.url().split('?')[0]?.endsWith(`/${step}`) === true;

/** Goes to a step by its link in the keel, and waits until it is there. */
async function goTo({ page }: Window, step: Step): Promise<void> {
	if (at(page, step)) return;
	await page
		.getByRole('navigation')
		.getByRole('link', { name: new RegExp(step, 'i') })
		.click();
	await page.waitForURL(new RegExp(`/${step}$`));
	await page
		.locator(step === 'strategy' ? '.cm-content' : 'h1')
		.first()
		.waitFor();
}

async function toSheet(where: Window): Promise<void> {
	await goTo(where, 'strategy');
	await where.page.locator('.cm-content').focus();
}

/** Keys of one person, 20 to 60 ms each: as quick as an expert, so that an hour holds many. */
async function types(page: Page, text: string): Promise<void> {
	for (const [place, key] of [...text].entries()) {
		await page.keyboard.type(key);
		await page.waitForTimeout(20 + ((place * 13) % 40));
	}
}

/** Nobody types on when their words do not appear. */
async function seen({ page }: Window, word: string): Promise<void> {
	const appears = (wanted: string) =>
		document.body.textContent.includes(wanted) ||
		[...document.querySelectorAll('input, textarea')].some((one) => (one as HTMLInputElement).value.includes(wanted));
	await page.waitForFunction(appears, word, { timeout: 5_000 }).catch(async () => {
		const focus = await page.evaluate(
			() =>
				`${document.activeElement?.tagName} ${document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.className}`
		);
		throw new Error(`${word} was typed and does not appear; the page is ${page.url()}, the focus on ${focus}`);
	});
}

const fresh = (model: Model): string => `w${(model.words++).toString(36)}z${randomUUID().slice(0, 4)}`;
/** Words that something removes on purpose are no longer looked for. */
const mayVanish = (model: Model) => model.typed.clear();

async function clickLine(page: Page, line: number): Promise<void> {
	const lines = page.locator('.cm-line');
	await lines.nth(line % Math.max(1, await lines.count())).click({ position: { x: 3, y: 3 } });
}

const window = fc.nat(2);
const sheetActs = [
	fc.tuple(window, fc.nat(WORDS.length - 1), fc.boolean()).map(
		([here, word, own]) =>
			new Act('type a line', here, async (where, model) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+End');
				if ((await where.page.locator('.cm-line').last().textContent()) !== '')
					await where.page.keyboard.press('Enter');
				const term = own ? fresh(model) : (WORDS[word] ?? 'music*');
				await types(where.page, `music* OR ${term}`);
				if (!own) return;
				await seen(where, term);
				model.typed.set(term, model.doing);
			})
	),
	fc.tuple(window, fc.nat(20)).map(
		([here, line]) =>
			new Act('type into a line', here, async (where, model) => {
				await toSheet(where);
				await clickLine(where.page, line);
				await where.page.keyboard.press('End');
				const term = fresh(model);
				await types(where.page, ` OR ${term}x`);
				await where.page.keyboard.press('Backspace');
				await seen(where, term);
				model.typed.set(term, model.doing);
			})
	),
	window.map(
		(here) =>
			new Act('combine the last two lines', here, async (where) => {
				await toSheet(where);
				const count = await where.page.locator('.cm-line').count();
				if (count < 2) return;
				await where.page.keyboard.press('Control+End');
				await where.page.keyboard.press('Enter');
				await types(where.page, `#${count - 1} AND #${count}`);
			})
	),
	fc.tuple(window, fc.constantFrom('Alt+o', 'Alt+a')).map(
		([here, key]) =>
			new Act(`mark two lines and press ${key}`, here, async (where) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+Home');
				await where.page.keyboard.press('Shift+ArrowDown');
				await where.page.keyboard.press('Shift+ArrowDown');
				await where.page.keyboard.press(key);
			})
	),
	fc
		.tuple(
			window,
			fc.constantFrom('Alt+s', 'Alt+ArrowUp', 'Alt+ArrowDown', 'Alt+b', 'Alt+g', 'Alt+f', 'F8'),
			fc.nat(20)
		)
		.map(
			([here, key, line]) =>
				new Act(`${key} on a line`, here, async (where) => {
					await toSheet(where);
					await clickLine(where.page, line);
					await where.page.keyboard.press(key);
				})
		),
	fc.tuple(window, fc.constantFrom('Control+z', 'Control+y'), fc.integer({ min: 1, max: 4 })).map(
		([here, key, times]) =>
			new Act(`${key} ${times} times`, here, async (where, model) => {
				await toSheet(where);
				mayVanish(model);
				for (let time = 0; time < times; time++) {
					await where.page.keyboard.press(key);
					await where.page.waitForTimeout(120);
				}
			})
	),
	window.map(
		(here) =>
			new Act('cut a line', here, async (where, model) => {
				await toSheet(where);
				mayVanish(model);
				await where.page.keyboard.press('Control+Home');
				await where.page.keyboard.press('Control+Shift+k');
			})
	),
	window.map(
		(here) =>
			new Act('paste three lines', here, async (where, model) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+End');
				await where.page.keyboard.press('Enter');
				const term = fresh(model);
				await where.page.evaluate((text) => {
					const data = new DataTransfer();
					data.setData('text/plain', text);
					document
						.querySelector('.cm-content')
						?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
				}, `music*\nanxi* OR ${term}\nnurs*`);
				await seen(where, term);
				model.typed.set(term, model.doing);
			})
	),
	window.map(
		(here) =>
			new Act('assemble, or bring up to date', here, async (where) => {
				await toSheet(where);
				const assemble = where.page.getByRole('button', { name: /^(Assemble|Update from concepts)$/ });
				if (await assemble.isEnabled()) await assemble.click();
				await where.page.waitForTimeout(600);
				await where.page.keyboard.press('Escape');
			})
	)
];

const conceptActs = [
	window.map(
		(here) =>
			new Act('add a concept with a word', here, async (where, model, world) => {
				const { page } = where;
				const { document } = await world.document();
				if (document.concepts.length >= 5) return;
				await goTo(where, 'concepts');
				await page.getByLabel('Name of a new concept').click();
				await types(page, `Idea ${conceptLetter(document.concepts.length)}`);
				await page.keyboard.press('Enter');
				const band = page.getByRole('region', { name: /^Concept/ }).last();
				await band.getByLabel(/^Add words/).click();
				const term = fresh(model);
				await types(page, term);
				await page.keyboard.press('Enter');
				await seen(where, term);
				model.typed.set(term, model.doing);
			})
	),
	window.map(
		(here) =>
			new Act('leave a concept out, or search it again', here, async (where) => {
				const { page } = where;
				await goTo(where, 'concepts');
				const again = page.getByRole('button', { name: 'Search it again' }).first();
				if (await again.isVisible()) return again.click();
				const leave = page.getByRole('button', { name: 'Leave out …' }).first();
				if (!(await leave.isVisible())) return;
				await leave.click();
				await types(page, 'too few');
				await page.keyboard.press('Enter');
			})
	),
	window.map(
		(here) =>
			new Act('drag a word to the last concept', here, async (where) => {
				const { page } = where;
				await goTo(where, 'concepts');
				const chip = page.locator('section.band').first().locator('li.chip-term').last();
				const target = page.locator('section.band').last().locator('ul.chips').last();
				if ((await page.locator('section.band').count()) < 2 || !(await chip.isVisible())) return;
				await target.scrollIntoViewIfNeeded();
				const [from, to] = [await chip.boundingBox(), await target.boundingBox()];
				if (!from || !to) return;
				await page.mouse.move(from.x + 6, from.y + from.height / 2);
				await page.mouse.down();
				await page.mouse.move(to.x + 20, to.y + to.height / 2, { steps: 12 });
				await page.waitForTimeout(200);
				await page.mouse.up();
				await page.waitForTimeout(300);
			})
	),
	fc.tuple(window, fc.constantFrom('anxiety', 'delir', 'sleep')).map(
		([here, words]) =>
			new Act(`take the heading for ${words}`, here, async (where) => {
				const { page } = where;
				await goTo(where, 'headings');
				const box = page.getByPlaceholder(/^Look a word up/);
				if (!(await box.isVisible())) return;
				await box.click();
				await types(page, words);
				const take = page.getByRole('button', { name: /^Add to/ });
				await take.waitFor({ timeout: 10_000 }).catch(() => undefined);
				if (await take.isEnabled().catch(() => false)) await take.click();
			})
	)
];

const renderingActs = [
	fc.tuple(window, fc.nat(4)).map(
		([here, which]) =>
			new Act('add or remove a platform', here, async (where) => {
				const { page } = where;
				await goTo(where, 'renderings');
				const choice = page.getByLabel('Write it for another platform');
				const tabs = page.locator('.source-tab');
				if (which === 4 && (await tabs.count()) > 1) {
					await tabs.nth(1).click();
					await page.getByRole('button', { name: 'Remove this rendering' }).click();
				} else if (await choice.isVisible())
					await choice.selectOption({ index: 1 + (which % ((await choice.locator('option').count()) - 1)) });
				await page.waitForTimeout(400);
			})
	),
	window.map(
		(here) =>
			new Act('decide on the first note', here, async (where) => {
				const { page } = where;
				await goTo(where, 'renderings');
				await page.waitForTimeout(800);
				const tab = page.locator('.source-tab').nth(1);
				if (!(await tab.isVisible())) return;
				if ((await tab.getAttribute('aria-pressed')) !== 'true') await tab.click();
				const decide = page.getByRole('button', { name: 'Decide', exact: true }).first();
				if (!(await decide.isVisible())) return;
				await decide.click();
				await page.getByLabel('Reason, kept with it').first().click();
				await types(page, 'the text words carry it');
				const keep = page.getByRole('button', { name: 'Keep the decision' }).first();
				if (await keep.isEnabled()) await keep.click();
			})
	)
];

const otherActs = [
	fc.tuple(window, fc.constantFrom<Step>('brief', 'concepts', 'headings', 'renderings', 'dossier')).map(
		([here, step]) =>
			new Act(`go to ${step} and back`, here, async (where) => {
				const before = where.page.url();
				if (at(where.page, step)) return;
				await goTo(where, step);
				await where.page.goBack();
				await where.page.waitForURL(before);
				await where.page.locator('.cm-content, h1').first().waitFor();
			})
	),
	window.map(
		(here) =>
			new Act('reload in the middle of typing', here, async (where, model) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+End');
				const term = fresh(model);
				await types(where.page, ` OR ${term}`);
				await seen(where, term);
				model.typed.set(term, model.doing);
				await where.page.reload();
				await where.page.locator('html[data-ready] .cm-content').waitFor();
			})
	),
	window.map(
		(here) =>
			new Act('lose the connection, type, and regain it', here, async (where, model) => {
				await toSheet(where);
				await where.page.route('**/edits', (route) => route.abort());
				await where.page.keyboard.press('Control+End');
				const term = fresh(model);
				await types(where.page, ` OR ${term}`);
				await seen(where, term);
				model.typed.set(term, model.doing);
				await where.page.waitForTimeout(800);
				await where.page.unroute('**/edits');
			})
	),
	fc.tuple(window, fc.constantFrom('Keep mine', 'Keep theirs')).map(
		([here, answer]) =>
			new Act(`answer a conflict: ${answer}`, here, async ({ page }, model) => {
				const button = page.getByRole('button', { name: answer });
				if (!(await button.isVisible())) return;
				mayVanish(model);
				await button.click();
			})
	),
	fc.tuple(window, fc.constantFrom('Relevant', 'Not relevant'), fc.boolean()).map(
		([here, verdict, undone]) =>
			new Act(`judge a record: ${verdict}${undone ? ', and undo it' : ''}`, here, async (where, model) => {
				await toSheet(where);
				const { page } = where;
				const read = page.getByRole('button', { name: 'Read them' });
				if (!(await read.isVisible())) return;
				await read.click();
				const button = page
					.locator('#records li')
					.first()
					.getByRole('button', { name: new RegExp(`^${verdict}:`) });
				if (!(await button.isVisible({ timeout: 2_000 }).catch(() => false))) return;
				await button.click();
				if (!undone) return;
				mayVanish(model);
				await page.keyboard.press('Control+z');
			})
	),
	window.map((here) => new Act('rest, and look', here, async (_, model, world) => world.check(model)))
];

/** Everything that may be done. */
export const acts = [...sheetActs, ...conceptActs, ...renderingActs, ...otherActs];
