/**
 * Takes one picture of each main view of the running demo, at 1280×800:
 * `npx tsx scripts/pictures.ts ADDRESS [FOLDER] [VIEW …]`. The README shows those in docs/screenshots.
 */
import { chromium, type Page } from '@playwright/test';

const [address = 'http://127.0.0.1:4173', folder = 'docs/screenshots', ...wanted] = process.argv.slice(2);

const views: Readonly<Record<string, (page: Page, enquiry: string) => Promise<void>>> = {
	desk: async (page) => void (await page.goto('/desk')),
	brief: async (page, enquiry) => void (await page.goto(`${enquiry}/brief`)),
	concepts: async (page, enquiry) => {
		await page.goto(`${enquiry}/concepts`);
		await page
			.getByText(/Delirium >\s*\d/)
			.first()
			.waitFor();
	},
	headings: async (page, enquiry) => {
		await page.goto(`${enquiry}/headings`);
		await page.getByLabel('Look up in the vocabulary').fill('acute confusion');
		await page.getByRole('article').waitFor();
	},
	vocabularies: async (page) => {
		await page.goto('/vocabularies');
		const table =
			'Code;Preferred term;Used for;BT;Definition;Since\nL1;Lamps;Lanterns|Lights;;Anything that gives light, not heat.;1980\nL2;Oil lamps;Oil lanterns;Lamps;;soon\nL3;Night lights;Night lamps;Lamps;Small lamps that burn all night.;1991\n';
		await page
			.getByLabel('File on this computer')
			.setInputFiles({ name: 'lamps.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
		await page.getByRole('button', { name: 'Read the file' }).click();
		await page.getByText('Say what each column holds').waitFor();
		await page.getByRole('button', { name: 'Read the table' }).scrollIntoViewIfNeeded();
	},
	strategy: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.locator('.right-mark .count').first().waitFor();
		await page
			.locator('.cm-line')
			.nth(0)
			.click({ position: { x: 60, y: 12 } });
	},
	// The first account of an installation looks after it: take this one on fresh demo data.
	installation: async (page) => {
		await page.context().clearCookies();
		await page.goto('/sign-up');
		await page.locator('html[data-ready]').waitFor({ state: 'attached' });
		await page.getByLabel('Your name, as others').fill('Tove Arnesk');
		await page.getByLabel('E-mail address').fill('tove@demo.example');
		await page.getByLabel('Password').fill('harbour lights at dusk');
		await page.getByRole('button', { name: 'Create account' }).click();
		await page.waitForURL(/desk$/);
		await page.goto('/administration');
	},
	records: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.getByRole('button', { name: 'Read them' }).click();
		await page.locator('#records li button').first().click();
	},
	renderings: async (page, enquiry) => {
		await page.goto(`${enquiry}/renderings`);
		await page.getByRole('region', { name: 'Line 1', exact: true }).waitFor();
		await page.getByRole('region', { name: 'Line 2', exact: true }).evaluate((line) => line.scrollIntoView());
		await page.evaluate('scrollBy(0, -60)');
	},
	teach: async (page) => {
		await page.goto('/profiles/teach?from=tidewater');
		await page.locator('[data-passed=true]').first().waitFor();
	},
	dossier: async (page, enquiry) => void (await page.goto(`${enquiry}/dossier`)),
	night: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.getByRole('button', { name: 'Switch between day and night' }).click();
		await page.locator('.right-mark .count').first().waitFor();
	},
	duplicates: async (page, enquiry) => {
		await page.goto(`${enquiry}/records`);
		await page.getByRole('tab', { name: /^Duplicates/ }).click();
		await page.getByRole('region', { name: /Pair to decide/ }).waitFor();
	},
	overlap: async (page, enquiry) => {
		await page.goto(`${enquiry}/records`);
		await page.getByRole('tab', { name: 'Overlap of sources' }).click();
		await page.getByRole('figure').waitFor();
	},
	formats: async (page, enquiry) => {
		await page.goto(`${enquiry}/records`);
		await page.getByRole('heading', { name: 'Imported files' }).waitFor();
		const text = ['Night lighting', 'Quiet hours', 'Window-side beds'].map(
			(subject, at) =>
				`entry :: C-${4711 + at}\ncalled :: ${subject} and delirium in intensive care\nmade by :: Bardale, CN; Osstad, MO\nyear of issue :: ${2014 + at}\nsays :: Adults in intensive care were followed from admission to discharge, and the nurses who looked after them noted every eight hours whether they were confused; nights with less light and noise were calmer.\nfiled under :: ! Delirium / prevention; Intensive Care Units; light\n\n`
		);
		const buffer = Buffer.from(text.join(''));
		await page.locator('input[type=file]').setInputFiles({ name: 'causeway-list.txt', mimeType: 'text/plain', buffer });
		await page.getByRole('button', { name: 'Teach this format' }).click();
		await page.getByRole('table', { name: 'Fields' }).waitFor();
	},
	glean: async (page, enquiry) => {
		await page.goto(`${enquiry}/glean`);
		await page.getByLabel('Records to glean from').selectOption('known');
		await page.getByRole('button', { name: /^Glean/ }).click();
		await page.getByRole('listbox', { name: 'Candidates' }).focus();
		// Light, in the order that the list has at first.
		await page.keyboard.press('ArrowDown');
		await page.keyboard.press('ArrowDown');
		await page.locator('[aria-selected=true]').getByText(/\d/).first().waitFor();
		await page.getByText('In records').waitFor();
	},
	// These change the demo, so they come last.
	imported: async (page, enquiry) => {
		await page.goto(`${enquiry}/records`);
		const subjects = ['Night lighting', 'Noise', 'Window-side beds', 'Daylight', 'Eye masks', 'Dimmed lights'];
		const references = subjects.flatMap((subject, at) => [
			'TY  - JOUR',
			`AU  - ${['Bardale, CN', 'Vercroft, BJ', 'Osstad, MO'][at % 3]}`,
			`TI  - ${subject} and delirium in intensive care`,
			'T2  - Critical Hours',
			`PY  - ${2012 + at}`,
			'ER  - '
		]);
		await page.getByLabel('Source').first().fill('Tidewater Care Record');
		await page.getByLabel('Records stated').fill('7');
		await page.locator('input[type=file]').setInputFiles({
			name: 'tidewater-2026-11-30.ris',
			mimeType: 'text/plain',
			buffer: Buffer.from([...references, 'TY  - JOUR', 'AU  - Zanadin, T', 'ER  - ', ''].join('\n'))
		});
		await page.getByRole('button', { name: 'Import this file' }).click();
		await page.getByRole('button', { name: 'tidewater-2026-11-30.ris', exact: true }).click();
		await page.getByRole('table', { name: /^Records of/ }).waitFor();
	},
	versions: async (page, enquiry) => {
		await page.goto(`${enquiry}/strategy`);
		await page.locator('.right-mark .count').first().waitFor();
		await page.getByRole('tab', { name: 'Versions' }).click();
		await page.getByLabel('Name of the version').fill('Sent to the reviewer');
		await page.getByRole('button', { name: 'Keep this version' }).click();
		await page.getByText('Kept as').waitFor();
		await page.getByRole('tab', { name: 'Trials' }).click();
		await page
			.getByRole('row', { name: /Words of A Delirium in titles only/ })
			.getByRole('button', { name: 'Keep' })
			.click();
		await page.getByRole('tab', { name: 'Versions' }).click();
		await page.locator('[data-compared]').waitFor();
		await page.getByRole('tabpanel').evaluate((panel) => panel.scrollIntoView());
	},
	// With a few words left of the concept of light, so that something is missed: take this one on fresh demo data.
	proving: async (page, enquiry) => {
		const api = `/api/v1${enquiry}`;
		const { revision, document } = (await (await page.request.get(api)).json()) as {
			revision: number;
			document: { lines: readonly { id: string }[] };
		};
		const texts = ['lamp* OR illuminat*', '"light therap*" OR circadian OR "bright light"'];
		const edits = texts.map((value, at) => ({ do: 'set', at: ['lines', document.lines[at + 2]?.id, 'source'], value }));
		await page.request.post(`${api}/edits`, {
			data: { revision, client: 'pictures', name: 'fewer words', edits },
			headers: { origin: address }
		});
		await page.goto(`${enquiry}/proving`);
		await page.getByRole('button', { name: /^Try/ }).first().click();
		await page.getByText(/^What .* would add/).waitFor();
	}
};

const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: [
		'--no-sandbox',
		'--disable-gpu',
		'--disable-quic',
		'--no-first-run',
		'--disable-background-networking',
		'--disable-component-update',
		'--disable-sync'
	]
});
for (const [name, go] of Object.entries(views)) {
	if (wanted.length > 0 && !wanted.includes(name)) continue;
	const page = await browser.newPage({
		baseURL: address,
		viewport: { width: 1280, height: 800 },
		colorScheme: 'light'
	});
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
