/** What the walker walks in: one enquiry in one to three windows, and what must always hold there. */
import type { BrowserContext, Page } from '@playwright/test';
import {
	applyEdits,
	readStrategy,
	recognise,
	resultLine,
	usedBy,
	type Edit,
	type EnquiryDocument,
	type Json
} from '../../core/src/index.ts';
import { checkDossier, checkRenderings } from './renderings.ts';

const COUNTED = /\D/g;

export interface Window {
	readonly page: Page;
	/** False while its edits cannot reach the server. */
	connected: boolean;
}

/** What the walker knows: which words it has typed and nobody has removed since. */
export interface Model {
	readonly typed: Map<string, string>;
	/** What is being done, for the report. */
	doing: string;
	words: number;
	/** Identities of everything that has been in the document, lines among it. */
	readonly lines: Set<string>;
}

export class World {
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
			await owner.request.put(`${address}/api/v1/enquiries/${id}/members`, {
				data: { email, role: 'editor' },
				headers: { origin: address }
			});
		}
		const { document } = (await (await owner.request.get(`${address}/api/v1/enquiries/${id}`)).json()) as {
			document: EnquiryDocument;
		};
		const world = new World(address, id, [], document);
		for (let at = 0; at < windows; at++) {
			const page = await (people[at % people.length] ?? owner).newPage();
			page.on('dialog', (dialog) => void dialog.accept().catch(() => undefined));
			page.on('console', (message) => {
				// A connection that the walker cuts is told in the console.
				if (message.type() === 'error' && !/net::ERR|Failed to load resource|fetch/i.test(message.text()))
					world.errors.push(message.text());
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
		const response = await (this.windows[0] as Window).page.request.get(
			`${this.address}/api/v1/enquiries/${this.enquiry}`
		);
		return (await response.json()) as { revision: number; document: EnquiryDocument };
	}

	/** The last commands that the server has, for the report of a failure. */
	async history(): Promise<string> {
		const page = this.windows[0]?.page;
		const response = await page?.request
			.get(`${this.address}/api/v1/enquiries/${this.enquiry}/steps`)
			.catch(() => null);
		const { steps = [] } = (await response?.json().catch(() => ({}))) as {
			steps?: readonly { mine: boolean; name: string; kind: string; edits: unknown }[];
		};
		return steps
			.map(({ mine, name, kind, edits }) => `${mine ? 'first' : 'second'} ${kind} ${name} ${JSON.stringify(edits)}`)
			.join('\n')
			.slice(-6_000);
	}

	/** Nobody types, every window has saved, and every figure belongs to the text. */
	async rest(): Promise<void> {
		const started = Date.now();
		for (const [at, { page }] of this.connected()) {
			const settled = () =>
				['saved', 'conflict'].includes(document.querySelector('[data-save]')?.getAttribute('data-save') ?? '');
			await page.waitForFunction(settled, undefined, { timeout: 20_000 }).catch(async () => {
				throw new Error(
					`window ${at + 1} does not save: ${await page.locator('[data-save]').first().getAttribute('data-save')}`
				);
			});
		}
		await (this.windows[0] as Window).page.waitForTimeout(1_500);
		for (const [at, { page }] of this.connected()) {
			if (!page.url().endsWith('/strategy')) continue;
			const figured = () => document.querySelectorAll('.right-mark.dim .count').length === 0;
			await page.waitForFunction(figured, undefined, { timeout: 20_000 }).catch(async () => {
				throw new Error(
					`figures of window ${at + 1} stay old: ${(await page.locator('.right-mark.dim').allInnerTexts()).join(' | ')}; ${await page.locator('.cm-content').innerText()}`
				);
			});
		}
		this.slowest = Math.max(this.slowest, Date.now() - started - 1_500);
	}
	private connected(): [number, Window][] {
		return [...this.windows.entries()].filter(([, one]) => one.connected);
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
				// What is typed while a question is open is part of one's own text: the question shows one place, the sheet the rest.
				conflicted.push(await page.locator('.trouble').innerText(), await page.locator('main').innerText());
				// On another page the rest is not shown: the panel says that it waits, and the browser keeps it.
				const panel = await page.locator('section[aria-label="Conflict"]').innerText();
				if (/waits? for your answer/.test(panel)) conflicted.push(await keptInBrowser(page));
				continue;
			}
			if (!page.url().endsWith('/strategy')) continue;
			const shown = await page
				.locator('.cm-line')
				.evaluateAll((lines) =>
					lines.map((line) => (line.querySelector('.cm-placeholder') ? '' : (line.textContent ?? '')))
				);
			const saved = await this.texts(page, document);
			// The line that somebody is in may end in a label that is not cut off yet; folded lines are not on the page.
			const folded = await page.locator('.band .fold[aria-expanded="false"]').count();
			if (folded === 0 && shown.map(trimmed).join('\n') !== saved.map(trimmed).join('\n'))
				fail(`the screen shows\n${shown.join('\n')}\nand saved is\n${saved.join('\n')}`);
		}
		await this.checkHistory(model, document, fail);
		this.checkLines(model, document, fail);
		await this.checkCounts(document, fail);
		await this.checkVerdicts(fail);
		const everything = JSON.stringify(document) + conflicted.join('\n') + (await this.rejected());
		for (const [word, where] of model.typed)
			if (!everything.includes(word))
				fail(
					`${word} was typed (${where}), and is in no text, field, conflict or message. Saved (revision ${revision}): ${document.lines.map((line) => line.source).join(' / ')}. Windows: ${(await this.told()).join('; ')}`
				);
		if (this.errors.length > 0) fail(`in the console: ${this.errors.join('; ')}`);
	}

	/** What is made of the strategy: its renderings read back and counted, and the dossier beside the screens. Slower, and done at the end of a walk. */
	async checkWritten(): Promise<void> {
		const fail = (what: string): never => {
			throw new Error(what);
		};
		const ask = { request: (this.windows[0] as Window).page.request, address: this.address, enquiry: this.enquiry };
		await checkRenderings(ask, fail);
		await checkDossier(ask, fail);
	}

	/** The lines as they read, with the labels of headings as the page has them. */
	private async texts(page: Page, document: EnquiryDocument): Promise<string[]> {
		const response = await page.request.get(`${this.address}/api/v1/enquiries/${this.enquiry}/counts`);
		const { lines } = (await response.json()) as { lines: { text: string }[] };
		return lines.length === document.lines.length && lines.length > 0 ? lines.map((line) => line.text) : [''];
	}
	/** What each window shows, for the report. */
	private told(): Promise<string[]> {
		return Promise.all(
			this.windows.map(async ({ page }) => {
				const save = await page.locator('[data-save]').first().getAttribute('data-save');
				const lines = await page.locator('.cm-line').allInnerTexts();
				return `${page.url().split('/').at(-1)} ${save} ${lines.join(' / ')}`;
			})
		);
	}

	private async rejected(): Promise<string> {
		const texts = await Promise.all(
			this.windows.map(({ page }) =>
				page
					.locator('.trouble, textarea, input')
					.evaluateAll((shown) =>
						shown.map((one) => ('value' in one ? String(one.value) : (one.textContent ?? ''))).join('\n')
					)
					.catch(() => '')
			)
		);
		return texts.join('\n');
	}

	/** What is saved is the history, carried out again. */
	private async checkHistory(model: Model, document: EnquiryDocument, fail: (what: string) => never): Promise<void> {
		const { steps } = (await (
			await (this.windows[0] as Window).page.request.get(`${this.address}/api/v1/enquiries/${this.enquiry}/steps`)
		).json()) as {
			steps: { edits: Edit[] }[];
		};
		for (const [, id] of JSON.stringify(steps).matchAll(/"id":"([^"]+)"/g)) if (id) model.lines.add(id);
		if (steps.length >= 400) return;
		const replayed = applyEdits(
			this.start as unknown as Json,
			steps.flatMap((step) => step.edits)
		);
		if ('refused' in replayed) return fail(`the history cannot be replayed: ${replayed.refused}`);
		if (JSON.stringify(sorted(replayed.document)) !== JSON.stringify(sorted(document as unknown as Json)))
			fail('what is saved is not the history replayed');
	}

	private checkLines(model: Model, document: EnquiryDocument, fail: (what: string) => never): void {
		for (const line of document.lines) model.lines.add(line.id);
		for (const [at, line] of document.lines.entries()) {
			const now = recognise(document, line, null);
			if (now.role !== line.role)
				fail(`line ${at + 1} has the role ${line.role}, and its text says ${now.role}: ${line.source}`);
			for (const id of usedBy(line.source).lines)
				if (!model.lines.has(id)) fail(`line ${at + 1} points at a line that never was: ${line.source}`);
		}
	}

	/** Records that are shown have the verdict that was given last, and the sheet says how many there are. */
	private async checkVerdicts(fail: (what: string) => never): Promise<void> {
		const response = await (this.windows[0] as Window).page.request.get(
			`${this.address}/api/v1/enquiries/${this.enquiry}/judgements`
		);
		const { relevant, irrelevant, judgements } = (await response.json()) as {
			relevant: number;
			irrelevant: number;
			judgements: { record: string; verdict: string | null }[];
		};
		const inForce = new Map(judgements.map((one) => [one.record, one.verdict]));
		const found = (verdict: string) => [...inForce.values()].filter((one) => one === verdict).length;
		if (found('relevant') !== relevant || found('irrelevant') !== irrelevant)
			fail(
				`${relevant} records are said to be relevant and ${irrelevant} not; the judgements are ${JSON.stringify([...inForce])}`
			);
		for (const { page, connected } of this.windows) {
			if (!connected || !page.url().endsWith('/strategy')) continue;
			const shown = await page.locator('#records li button[aria-label^="Relevant:"]').evaluateAll((buttons) =>
				buttons.map((button) => ({
					record: (button.getAttribute('aria-label') ?? '').replace('Relevant: ', ''),
					isPressed: button.getAttribute('aria-pressed') === 'true'
				}))
			);
			for (const { record, isPressed } of shown)
				if (isPressed !== (inForce.get(record) === 'relevant'))
					fail(
						`${record} is shown as ${isPressed ? '' : 'not '}relevant, and its verdict is ${inForce.get(record) ?? 'none'}`
					);
			const said = await page.getByText(/records? marked relevant/).allInnerTexts();
			if (relevant + irrelevant > 0 && !said.join().replace(/\s+/g, ' ').startsWith(String(relevant)))
				fail(`the sheet says “${said.join()}”, and ${relevant} records are relevant`);
		}
	}

	/** The counts on the screens are those of the saved text, counted anew. */
	private async checkCounts(document: EnquiryDocument, fail: (what: string) => never): Promise<void> {
		const response = await (this.windows[0] as Window).page.request.get(
			`${this.address}/api/v1/enquiries/${this.enquiry}/counts`
		);
		const view = (await response.json()) as {
			final: string | null;
			lines: { id: string; state: string; count: number | null }[];
		};
		const expected = resultLine(readStrategy(document, [], new Date().getFullYear()), document.result);
		// Headings are known to the server alone: a line with one may be the result only there.
		if (expected && view.final !== expected.id && !document.lines.some((line) => line.source.includes('{')))
			fail(`the result is ${view.final}, and the text says ${expected.id}`);
		for (const { page, connected } of this.windows) {
			if (!connected || !page.url().endsWith('/strategy')) continue;
			if ((await page.locator('[data-save]').getAttribute('data-save')) !== 'saved') continue;
			if ((await page.locator('.band .fold[aria-expanded="false"]').count()) > 0) continue;
			const shown = await page
				.locator('.right-mark')
				.evaluateAll((marks) => marks.map((mark) => mark.querySelector('.count')?.textContent ?? ''));
			for (const [at, line] of view.lines.entries()) {
				const figure = (shown[at] ?? '').replace(COUNTED, '');
				if (line.state === 'counted' && shown.length === view.lines.length && figure !== String(line.count))
					fail(`line ${at + 1} shows ${figure} and retrieves ${line.count}`);
			}
		}
	}
}

/** Edits that are not saved yet, as the browser keeps them. */
const keptInBrowser = (page: Page): Promise<string> =>
	page.evaluate(() =>
		Object.entries(localStorage)
			.filter(([key]) => key.startsWith('lantern-pending:'))
			.map(([, kept]) => String(kept))
			.join('\n')
	);
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
