/** People of the tests: each test signs up its own, through the real form or, quicker, by request. */
import { blankRecord } from '../../core/src/records/blank.ts';
import { randomUUID } from 'node:crypto';
import { env } from 'node:process';
import { routeOf, undescribed } from './described';
import { expect, request, test as base, type APIRequestContext, type Page } from '@playwright/test';

/** Where the server under test answers. */
export const address = env['LANTERN_ADDRESS'] ?? 'http://127.0.0.1:4173';
/** Administrator of the installation under test. */
export const KEEPER = 'keeper@test.example';
export const PASSWORD = 'harbour lights at dusk';

/** A page whose `goto` waits until the page answers to the keyboard. */
export function patient(page: Page): Page {
	const goto = page.goto.bind(page);
	page.goto = async (url, options) => {
		const response = await goto(url, options);
		await page.locator('html[data-ready]').waitFor({ state: 'attached' });
		return response;
	};
	return page;
}

/** What the server answers to this page that is not as the contract describes it. */
function hearUndescribed(page: Page): () => Promise<readonly string[]> {
	const checks: Promise<string | null>[] = [];
	page.on('response', (response) => {
		const route = routeOf(new URL(response.url()).pathname);
		const method = response.request().method();
		const isJson = response.headers()['content-type']?.startsWith('application/json') === true;
		// Whether the server may fail is for the test to say.
		if (route === null || !isJson || response.status() >= 500) return;
		checks.push(
			response.json().then(
				(body: unknown) => undescribed(method, route, response.status(), body),
				// The page was left before the answer was read.
				() => null
			)
		);
	});
	return async () => [...new Set((await Promise.all(checks)).filter((fault) => fault !== null))];
}

export const test = base.extend({
	page: async ({ page }, use) => {
		const undescribedAnswers = hearUndescribed(page);
		await use(patient(page));
		expect(await undescribedAnswers(), 'answers to the page are as described').toEqual([]);
	}
});

/** Makes an account on the page and lands on its empty desk. */
export async function signUp(page: Page, name = 'Mara Ostwick'): Promise<string> {
	const email = `${randomUUID()}@test.example`;
	await page.goto('/sign-up');
	await page.getByLabel('Your name, as others').fill(name);
	await page.getByLabel('E-mail address').fill(email);
	await page.getByLabel('Password').fill(PASSWORD);
	await page.getByRole('button', { name: 'Create account' }).click();
	await expect(page).toHaveURL(/\/desk$/);
	return email;
}

export interface Somebody {
	readonly email: string;
	readonly context: APIRequestContext;
}

/** An account without a page. */
export async function somebody(baseURL: string, name = 'Somebody'): Promise<Somebody> {
	const email = `${randomUUID()}@test.example`;
	const context = await request.newContext({ baseURL, extraHTTPHeaders: { origin: baseURL } });
	const response = await context.post('/sign-up', {
		form: { name, email, password: PASSWORD },
		headers: { accept: 'text/html' },
		maxRedirects: 0
	});
	expect(response.status()).toBe(303);
	return { email, context };
}

export async function newEnquiry(who: Somebody, question = 'Does quiet time lower noise on wards?'): Promise<string> {
	const response = await who.context.post('/api/v1/enquiries', { data: { question, framework: 'PICO' } });
	expect(response.status()).toBe(201);
	return ((await response.json()) as { id: string }).id;
}

/** Waits until the page says that everything typed is saved. */
export async function saved(page: Page): Promise<void> {
	await expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved');
}

/** A record of a collection of one's own, with nothing in it but what is given. */
export const plainRecord = (id: string, given: object) => ({
	...blankRecord(id),
	source: 'Harbour',
	year: 2024,
	...given
});
