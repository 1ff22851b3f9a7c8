/**
 * Takes one picture of each main view of the running demo, at 1280×800:
 * `npx tsx scripts/pictures.ts ADDRESS [FOLDER] [VIEW …]`. The README shows those in docs/screenshots.
 */
import { chromium, type Page } from '@playwright/test';

const [address = 'http://127.0.0.1:4173', folder = 'docs/screenshots', ...wanted] = process.argv.slice(2);

const views: Readonly<Record<string, (page: Page, enquiry: string) => Promise<void>>> = {
	'sign-in': async (page) => {
		await page.context().clearCookies();
		await page.goto('/sign-in');
	},
	desk: async (page) => void (await page.goto('/desk')),
	brief: async (page, enquiry) => void (await page.goto(`${enquiry}/brief`)),
	concepts: async (page, enquiry) => void (await page.goto(`${enquiry}/concepts`)),
	headings: async (page, enquiry) => {
		await page.goto(`${enquiry}/headings`);
		await page.getByLabel('Look up in the vocabulary').fill('acute confusion');
		await page.getByRole('article').waitFor();
	},
	strategy: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.locator('.right-mark .count').first().waitFor();
		await page
			.locator('.cm-line')
			.nth(0)
			.click({ position: { x: 60, y: 12 } });
	},
	records: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.getByRole('button', { name: 'Read them' }).click();
		await page.locator('#records li button').first().click();
	},
	renderings: async (page, enquiry) => void (await page.goto(`${enquiry}/renderings`)),
	dossier: async (page, enquiry) => void (await page.goto(`${enquiry}/dossier`)),
	night: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.getByRole('button', { name: 'Switch between day and night' }).click();
		await page.locator('.right-mark .count').first().waitFor();
	}
};

const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync']
});
for (const [name, go] of Object.entries(views)) {
	if (wanted.length > 0 && !wanted.includes(name)) continue;
	const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
	page.on('pageerror', (error) => console.error(name, error.message));
	page.on('console', (message) => message.type() === 'error' && console.error(name, message.text()));
	await page.goto('/sign-in');
	await page.getByRole('button', { name: 'Open the demo' }).click();
	const link = page.getByRole('link', { name: /Daylight-like lighting/ });
	const enquiry = ((await link.getAttribute('href')) ?? '').replace(/\/[a-z]+$/, '');
	await go(page, enquiry);
	await page.waitForTimeout(900);
	await page.screenshot({ path: `${folder}/${name}.png` });
	await page.close();
}
await browser.close();
