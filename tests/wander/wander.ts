/**
 * A walker that behaves like people: from a seed, one to three windows of two people do everyday things
 * on one enquiry, key by key, in any order. After each rest what must always hold is checked. A failure
 * is shrunk to the shortest sequence by fast-check.
 */
import { randomUUID } from 'node:crypto';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import fc from 'fast-check';
import { applyEdits, conceptLetter, readStrategy, recognise, resultLine, usedBy, type Edit, type EnquiryDocument, type Json } from '../../core/src/index.ts';

export interface WanderOptions {
	readonly address: string;
	readonly seed: number;
	/** Sequences, and commands in each of them, at most. */
	readonly runs: number;
	readonly commands: number;
	/** Milliseconds after which no further sequence is begun. */
	readonly time?: number;
	readonly say?: (line: string) => void;
	/** Of a failure that was reported: that sequence alone. */
	readonly path?: string;
}

export interface Wandered {
	readonly failed: boolean;
	readonly runs: number;
	readonly steps: number;
	/** Longest time from the last key until every figure belonged to the text, in milliseconds. */
	readonly slowest: number;
	readonly report: string;
}

const PASSWORD = 'harbour lights at dusk';
const WORDS = ['music*', 'nurs*', 'anxi*', 'child*', 'surg*', '"blood pressure"', 'light*', 'sleep', '{Anxiety}', '{Delirium >}', 'exercis*'];
const COUNTED = /\D/g;

interface Window {
	readonly page: Page;
	/** False while its edits cannot reach the server. */
	connected: boolean;
}

/** What the walker knows: which words it has typed and nobody has removed since. */
interface Model {
	readonly typed: Map<string, string>;
	/** What is being done, for the report. */
	doing: string;
	words: number;
	/** Identities of everything that has been in the document, lines among it. */
	readonly lines: Set<string>;
}

class World {
	readonly errors: string[] = [];
	slowest = 0;
	steps = 0;

	private constructor(
		readonly address: string,
		readonly enquiry: string,
		readonly windows: Window[],
		readonly start: EnquiryDocument
	) {}

	static async open(address: string, people: readonly BrowserContext[], windows: number): Promise<World> {
		const [owner] = people;
		if (!owner) throw new Error('There is nobody to walk.');
		const made = await owner.request.post(`${address}/api/v1/enquiries`, {
			data: { question: 'Does music before surgery help?', framework: 'free form' },
			headers: { origin: address }
		});
		const { id } = (await made.json()) as { id: string };
		for (const [at, person] of people.entries()) {
			if (at === 0) continue;
			const email = (person as BrowserContext & { email?: string }).email;
			await owner.request.put(`${address}/api/v1/enquiries/${id}/members`, { data: { email, role: 'editor' }, headers: { origin: address } });
		}
		const { document } = (await (await owner.request.get(`${address}/api/v1/enquiries/${id}`)).json()) as { document: EnquiryDocument };
		const world = new World(address, id, [], document);
		for (let at = 0; at < windows; at++) {
			const page = await (people[at % people.length] ?? owner).newPage();
			page.on('dialog', (dialog) => void dialog.accept().catch(() => undefined));
			page.on('console', (message) => {
				// A connection that the walker cuts is told in the console.
				if (message.type() === 'error' && !/net::ERR|Failed to load resource|fetch/i.test(message.text())) world.errors.push(message.text());
			});
			page.on('pageerror', (error) => world.errors.push(error.message));
			await page.goto(`${address}/enquiries/${id}/strategy`);
			await page.locator('.cm-content').waitFor();
			world.windows.push({ page, connected: true });
		}
		return world;
	}

	async close(): Promise<void> {
		for (const { page } of this.windows) await page.close({ runBeforeUnload: false });
	}

	async document(): Promise<{ readonly revision: number; readonly document: EnquiryDocument }> {
		const response = await (this.windows[0] as Window).page.request.get(`${this.address}/api/v1/enquiries/${this.enquiry}`);
		return (await response.json()) as { revision: number; document: EnquiryDocument };
	}

	/** Nobody types, every window has saved, and every figure belongs to the text. */
	async rest(): Promise<void> {
		const started = Date.now();
		for (const { page, connected } of this.windows) {
			if (!connected) continue;
			await page.waitForFunction(() => ['saved', 'conflict'].includes(document.querySelector('[data-save]')?.getAttribute('data-save') ?? ''), undefined, {
				timeout: 20_000
			});
		}
		await (this.windows[0] as Window).page.waitForTimeout(1_500);
		for (const { page, connected } of this.windows) {
			if (!connected || !page.url().endsWith('/strategy')) continue;
			await page.waitForFunction(() => document.querySelectorAll('.right-mark.dim .count').length === 0, undefined, { timeout: 20_000 });
		}
		this.slowest = Math.max(this.slowest, Date.now() - started - 1_500);
	}

	/** What must always hold. */
	async check(model: Model): Promise<void> {
		await this.rest();
		const { revision, document } = await this.document();
		const fail = (what: string): never => {
			throw new Error(what);
		};
		const conflicted: string[] = [];
		for (const { page, connected } of this.windows) {
			if (!connected) continue;
			const save = await page.locator('[data-save]').getAttribute('data-save');
			if (save === 'conflict') {
				conflicted.push(await page.locator('.trouble').innerText());
				continue;
			}
			if (!page.url().endsWith('/strategy')) continue;
			const shown = await page
				.locator('.cm-line')
				.evaluateAll((lines) => lines.map((line) => (line.querySelector('.cm-placeholder') ? '' : (line.textContent ?? ''))));
			const saved = await this.texts(page, document);
			// The line that somebody is in may end in a label that is not cut off yet; folded lines are not on the page.
			const folded = await page.locator('.band .fold[aria-expanded="false"]').count();
			if (folded === 0 && shown.map(trimmed).join('\n') !== saved.map(trimmed).join('\n'))
				fail(`the screen shows\n${shown.join('\n')}\nand saved is\n${saved.join('\n')}`);
		}
		await this.checkHistory(model, document, fail);
		this.checkLines(model, document, fail);
		await this.checkCounts(document, fail);
		const everything = JSON.stringify(document) + conflicted.join('\n') + (await this.rejected());
		for (const [word, where] of model.typed)
			if (!everything.includes(word)) fail(`${word} was typed (${where}), and is in no text, field, conflict or message (revision ${revision})`);
		if (this.errors.length > 0) fail(`in the console: ${this.errors.join('; ')}`);
	}

	/** The lines as they read, with the labels of headings as the page has them. */
	private async texts(page: Page, document: EnquiryDocument): Promise<string[]> {
		const response = await page.request.get(`${this.address}/api/v1/enquiries/${this.enquiry}/counts`);
		const { lines } = (await response.json()) as { lines: { text: string }[] };
		return lines.length === document.lines.length && lines.length > 0 ? lines.map((line) => line.text) : [''];
	}
	private async rejected(): Promise<string> {
		const texts = await Promise.all(
			this.windows.map(({ page }) =>
				page
					.locator('.trouble, textarea, input')
					.evaluateAll((shown) => shown.map((one) => ('value' in one ? String(one.value) : (one.textContent ?? ''))).join('\n'))
					.catch(() => '')
			)
		);
		return texts.join('\n');
	}

	/** What is saved is the history, carried out again. */
	private async checkHistory(model: Model, document: EnquiryDocument, fail: (what: string) => never): Promise<void> {
		const { steps } = (await (await (this.windows[0] as Window).page.request.get(`${this.address}/api/v1/enquiries/${this.enquiry}/steps`)).json()) as {
			steps: { edits: Edit[] }[];
		};
		for (const [, id] of JSON.stringify(steps).matchAll(/"id":"([^"]+)"/g)) if (id) model.lines.add(id);
		if (steps.length >= 400) return;
		const replayed = applyEdits(
			this.start as unknown as Json,
			steps.flatMap((step) => step.edits)
		);
		if ('refused' in replayed) return fail(`the history cannot be replayed: ${replayed.refused}`);
		if (JSON.stringify(sorted(replayed.document)) !== JSON.stringify(sorted(document as unknown as Json))) fail('what is saved is not the history replayed');
	}

	private checkLines(model: Model, document: EnquiryDocument, fail: (what: string) => never): void {
		for (const line of document.lines) model.lines.add(line.id);
		for (const [at, line] of document.lines.entries()) {
			const now = recognise(document, line, null);
			if (now.role !== line.role) fail(`line ${at + 1} has the role ${line.role}, and its text says ${now.role}: ${line.source}`);
			for (const id of usedBy(line.source).lines) if (!model.lines.has(id)) fail(`line ${at + 1} points at a line that never was: ${line.source}`);
		}
	}

	/** The counts on the screens are those of the saved text, counted anew. */
	private async checkCounts(document: EnquiryDocument, fail: (what: string) => never): Promise<void> {
		const response = await (this.windows[0] as Window).page.request.get(`${this.address}/api/v1/enquiries/${this.enquiry}/counts`);
		const view = (await response.json()) as { final: string | null; lines: { id: string; state: string; count: number | null }[] };
		const expected = resultLine(readStrategy(document, [], new Date().getFullYear()), document.result);
		// Headings are known to the server alone: a line with one may be the result only there.
		if (expected && view.final !== expected.id && !document.lines.some((line) => line.source.includes('{')))
			fail(`the result is ${view.final}, and the text says ${expected.id}`);
		for (const { page, connected } of this.windows) {
			if (!connected || !page.url().endsWith('/strategy')) continue;
			if ((await page.locator('[data-save]').getAttribute('data-save')) !== 'saved') continue;
			if ((await page.locator('.band .fold[aria-expanded="false"]').count()) > 0) continue;
			const shown = await page.locator('.right-mark').evaluateAll((marks) => marks.map((mark) => mark.querySelector('.count')?.textContent ?? ''));
			for (const [at, line] of view.lines.entries()) {
				const figure = (shown[at] ?? '').replace(COUNTED, '');
				if (line.state === 'counted' && shown.length === view.lines.length && figure !== String(line.count))
					fail(`line ${at + 1} shows ${figure} and retrieves ${line.count}`);
			}
		}
	}
}

const trimmed = (text: string) => text.replace(/\s*;;.*$/, '').trim();
/** Names in one order, so that two documents can be compared as text. */
function sorted(value: Json): Json {
	if (Array.isArray(value)) return value.map(sorted);
	if (typeof value !== 'object' || value === null) return value;
	return Object.fromEntries(
		Object.entries(value)
			.filter(([, inner]) => inner !== null)
			.sort(([a], [b]) => (a < b ? -1 : 1))
			.map(([name, inner]) => [name, sorted(inner)])
	);
}

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

async function toSheet({ page }: Window): Promise<void> {
	if (!page.url().endsWith('/strategy'))
		await page
			.getByRole('navigation')
			.getByRole('link', { name: /Strategy/ })
			.click();
	await page.locator('.cm-content').focus();
}
/** Keys of one person, 20 to 60 ms each: as quick as an expert, so that an hour holds many. */
async function types(page: Page, text: string): Promise<void> {
	for (const [at, key] of [...text].entries()) {
		await page.keyboard.type(key);
		await page.waitForTimeout(20 + ((at * 13) % 40));
	}
}
const fresh = (model: Model): string => `w${(model.words++).toString(36)}z${randomUUID().slice(0, 4)}`;
const mayVanish = (model: Model) => model.typed.clear();

const window = fc.nat(2);
/** Everything that may be done. Words that something removes on purpose are no longer looked for. */
const commands = [
	fc.tuple(window, fc.nat(WORDS.length - 1), fc.boolean()).map(
		([at, word, own]) =>
			new Act('type a line', at, async (where, model) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+End');
				if ((await where.page.locator('.cm-line').last().textContent()) !== '') await where.page.keyboard.press('Enter');
				const term = own ? fresh(model) : (WORDS[word] ?? 'music*');
				await types(where.page, `music* OR ${term}`);
				if (own) model.typed.set(term, model.doing);
			})
	),
	fc.tuple(window, fc.nat(20)).map(
		([at, line]) =>
			new Act('type into a line', at, async (where, model) => {
				await toSheet(where);
				const lines = where.page.locator('.cm-line');
				await lines.nth(line % Math.max(1, await lines.count())).click({ position: { x: 3, y: 3 } });
				await where.page.keyboard.press('End');
				const term = fresh(model);
				await types(where.page, ` OR ${term}x`);
				await where.page.keyboard.press('Backspace');
				model.typed.set(term, model.doing);
			})
	),
	window.map(
		(at) =>
			new Act('combine the last two lines', at, async (where) => {
				await toSheet(where);
				const count = await where.page.locator('.cm-line').count();
				if (count < 2) return;
				await where.page.keyboard.press('Control+End');
				await where.page.keyboard.press('Enter');
				await types(where.page, `#${count - 1} AND #${count}`);
			})
	),
	fc.tuple(window, fc.constantFrom('Alt+o', 'Alt+a')).map(
		([at, key]) =>
			new Act(`mark two lines and press ${key}`, at, async (where) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+Home');
				await where.page.keyboard.press('Shift+ArrowDown');
				await where.page.keyboard.press('Shift+ArrowDown');
				await where.page.keyboard.press(key);
			})
	),
	fc.tuple(window, fc.constantFrom('Alt+s', 'Alt+ArrowUp', 'Alt+ArrowDown', 'Alt+b', 'Alt+f', 'F8'), fc.nat(20)).map(
		([at, key, line]) =>
			new Act(`${key} on a line`, at, async (where) => {
				await toSheet(where);
				const lines = where.page.locator('.cm-line');
				await lines.nth(line % Math.max(1, await lines.count())).click({ position: { x: 3, y: 3 } });
				await where.page.keyboard.press(key);
				if (key === 'Alt+f') await where.page.keyboard.press('Alt+Shift+f').catch(() => undefined);
			})
	),
	fc.tuple(window, fc.constantFrom('Control+z', 'Control+y'), fc.integer({ min: 1, max: 4 })).map(
		([at, key, times]) =>
			new Act(`${key} ${times} times`, at, async (where, model) => {
				await toSheet(where);
				mayVanish(model);
				for (let time = 0; time < times; time++) {
					await where.page.keyboard.press(key);
					await where.page.waitForTimeout(120);
				}
			})
	),
	window.map(
		(at) =>
			new Act('cut a line', at, async (where, model) => {
				await toSheet(where);
				mayVanish(model);
				await where.page.keyboard.press('Control+Home');
				await where.page.keyboard.press('Control+Shift+k');
			})
	),
	fc.tuple(window, fc.constantFrom('Brief', 'Concepts', 'Headings', 'Renderings', 'Dossier')).map(
		([at, step]) =>
			new Act(`go to ${step} and back`, at, async ({ page }) => {
				await page
					.getByRole('navigation')
					.getByRole('link', { name: new RegExp(step) })
					.click();
				await page.waitForTimeout(300);
				await page.goBack();
				await page.waitForTimeout(300);
			})
	),
	window.map(
		(at) =>
			new Act('add a concept with a word', at, async (where, model, world) => {
				const { page } = where;
				const { document } = await world.document();
				if (document.concepts.length >= 5) return;
				await page
					.getByRole('navigation')
					.getByRole('link', { name: /Concepts/ })
					.click();
				await page.getByLabel('Name of a new concept').click();
				await types(page, `Idea ${conceptLetter(document.concepts.length)}`);
				await page.keyboard.press('Enter');
				const band = page.getByRole('region', { name: /^Concept/ }).last();
				await band.getByLabel(/^Add words/).click();
				const term = fresh(model);
				await types(page, term);
				await page.keyboard.press('Enter');
				model.typed.set(term, model.doing);
				await page.waitForTimeout(300);
			})
	),
	window.map(
		(at) =>
			new Act('leave a concept out, or search it again', at, async ({ page }) => {
				await page
					.getByRole('navigation')
					.getByRole('link', { name: /Concepts/ })
					.click();
				await page.waitForTimeout(300);
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
		(at) =>
			new Act('assemble, or bring up to date', at, async (where) => {
				await toSheet(where);
				const assemble = where.page.getByRole('button', { name: /^(Assemble|Bring up to date)$/ });
				if (await assemble.isEnabled()) await assemble.click();
				await where.page.waitForTimeout(600);
				await where.page.keyboard.press('Escape');
			})
	),
	window.map(
		(at) =>
			new Act('reload in the middle of typing', at, async (where, model) => {
				await toSheet(where);
				await where.page.keyboard.press('Control+End');
				const term = fresh(model);
				await types(where.page, ` OR ${term}`);
				model.typed.set(term, model.doing);
				await where.page.reload();
				await where.page.locator('.cm-content, h1').first().waitFor();
			})
	),
	window.map(
		(at) =>
			new Act('lose the connection, type, and regain it', at, async (where, model) => {
				await toSheet(where);
				await where.page.route('**/edits', (route) => route.abort());
				await where.page.keyboard.press('Control+End');
				const term = fresh(model);
				await types(where.page, ` OR ${term}`);
				model.typed.set(term, model.doing);
				await where.page.waitForTimeout(800);
				await where.page.unroute('**/edits');
			})
	),
	fc.tuple(window, fc.constantFrom('Keep mine', 'Keep theirs')).map(
		([at, answer]) =>
			new Act(`answer a conflict: ${answer}`, at, async ({ page }, model) => {
				const button = page.getByRole('button', { name: answer });
				if (!(await button.isVisible())) return;
				mayVanish(model);
				await button.click();
			})
	),
	window.map((at) => new Act('rest, and look', at, async (_, model, world) => world.check(model)))
];

/** Walks; resolves with what was seen, and never rejects for a failure of the application. */
export async function wander(browser: Browser, { address, seed, runs, commands: most, time, path, say = () => undefined }: WanderOptions): Promise<Wandered> {
	const people: BrowserContext[] = [];
	for (const name of ['Mara Ostwick', 'Jon Halland']) {
		const context = await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } });
		const email = `${randomUUID()}@test.example`;
		await context.request.post(`${address}/sign-up`, {
			form: { name, email, password: PASSWORD },
			headers: { origin: address, accept: 'text/html' },
			maxRedirects: 0
		});
		people.push(Object.assign(context, { email }));
	}
	let [done, steps, slowest] = [0, 0, 0];
	const property = fc.asyncProperty(fc.integer({ min: 1, max: 3 }), fc.commands(commands, { maxCommands: most, size: 'max' }), async (windows, sequence) => {
		const world = await World.open(address, people, windows);
		const model: Model = { typed: new Map(), doing: '', words: 0, lines: new Set() };
		try {
			await fc.asyncModelRun(() => ({ model, real: world }), sequence);
			await world.check(model);
			say(`run ${++done}: ${world.steps} steps in ${windows} ${windows === 1 ? 'window' : 'windows'}`);
		} finally {
			steps += world.steps;
			slowest = Math.max(slowest, world.slowest);
			await world.close();
		}
	});
	const result = await fc.check(property, {
		seed,
		numRuns: path === undefined ? runs : 1,
		...(path === undefined ? {} : { path, endOnFailure: true }),
		...(time === undefined ? {} : { interruptAfterTimeLimit: time, markInterruptAsFailure: false })
	});
	for (const context of people) await context.close();
	const report = result.failed
		? `seed ${result.seed}, path ${result.counterexamplePath ?? ''}\n${String(result.counterexample)}\n${result.errorInstance instanceof Error ? result.errorInstance.message : ''}`
		: '';
	return { failed: result.failed && result.counterexample !== null, runs: done, steps, slowest, report };
}
