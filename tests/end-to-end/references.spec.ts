/** References from files: imported into an empty account, counted on, read, exported, and visible to nobody else. */
import { expect, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { settled } from './jobs';
import { address, saved, signUp, somebody, test } from './people';
import { psql } from './servers';

const KEYS = { delay: 50 };

interface Reference {
	readonly title: string;
	readonly abstract?: string;
	readonly doi?: string;
}
const ris = (references: readonly Reference[]) =>
	references
		.map(
			({ title, abstract = '', doi = '' }) =>
				`TY  - JOUR\r\nAU  - Ostwick, Mara\r\nTI  - ${title}\r\nAB  - ${abstract}\r\nPY  - 2019\r\nKW  - choirs\r\nsinging\r\nDO  - ${doi}\r\nSN  - 1234-5678\r\nER  - \r\n\r\n`
		)
		.join('');
const SINGING = ris([
	{ title: 'Singing for breathlessness', abstract: 'Adults sang.', doi: 'https://doi.example/10.99999/S.1' },
	{ title: 'Choirs and breath', abstract: 'Breathlessness eased in a café choir.' },
	{ title: 'Walking groups', abstract: 'No songs here.' }
]);
const file = (name: string, text: string | Buffer) => ({
	name,
	mimeType: 'text/plain',
	buffer: typeof text === 'string' ? Buffer.from(text) : text
});

async function begin(page: Page): Promise<string> {
	await signUp(page);
	await page
		.getByLabel('The question, as the team asks it')
		.pressSequentially('Does singing ease breathlessness?', { delay: 20 });
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/enquiries\/[^/]+\/\w+/);
	await page.getByRole('link', { name: 'Records' }).click();
	await expect(page.getByRole('heading', { name: 'Records', level: 1 })).toBeVisible();
	return /\/enquiries\/([^/]+)/.exec(page.url())?.[1] ?? '';
}

async function choose(page: Page, ...files: readonly ReturnType<typeof file>[]): Promise<void> {
	await page.locator('input[type=file]').setInputFiles([...files]);
}

test('three files from two sources: numbers, a wrong encoding, a file that is none; then lines are counted on them', async ({
	page
}) => {
	const enquiry = await begin(page);
	await choose(page, file('skerry.ris', `${SINGING}TY  - JOUR\r\nAU  - Nobody\r\nER  - \r\n`));
	await expect(page.getByRole('button', { name: 'Import this file' })).toBeDisabled();
	await page.getByLabel('Source').first().pressSequentially('Skerry Health Abstracts', KEYS);
	await page.getByLabel('Records stated').pressSequentially('6', KEYS);
	// What is no list of records waits, and says so.
	await choose(page, file('letter.txt', 'Dear all'));
	await expect(page.getByText('This format is not recognised yet.')).toBeVisible();
	await page.getByRole('button', { name: 'Teach this format' }).click();
	await expect(page.getByRole('alert').filter({ hasText: 'Nothing in this file repeats' })).toBeVisible();
	await page.getByRole('button', { name: 'Cancel' }).click();
	await page.getByRole('button', { name: 'Import this file' }).click();
	const table = page.getByRole('table', { name: 'Imported files' });
	const skerry = table.getByRole('row').filter({ hasText: 'skerry.ris' });
	// Stated 6, read 3, of which 3 are missing; one could not be read.
	await expect(skerry.getByRole('cell').nth(4)).toHaveText('3');
	await expect(skerry.getByRole('cell').nth(5)).toHaveText('3');
	await expect(skerry.getByRole('cell').nth(6)).toHaveText('1');
	await page.getByRole('button', { name: 'Do not import letter.txt' }).click();

	// The same file is noticed, and may be imported again; then it is removed.
	await choose(page, file('copy.ris', `${SINGING}TY  - JOUR\r\nAU  - Nobody\r\nER  - \r\n`));
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(page.getByRole('alert').filter({ hasText: 'was imported before, as “skerry.ris”' })).toBeVisible();
	await page.getByRole('button', { name: 'Import it again' }).click();
	await expect(table.getByRole('row')).toHaveCount(3);
	await page.getByRole('button', { name: 'Remove copy.ris' }).click();
	await page.getByRole('button', { name: 'Remove it' }).click();
	await expect(table.getByRole('row')).toHaveCount(2);

	// From another source, in Windows-1252, and as CSL-JSON.
	await page.getByLabel('Source').first().fill('');
	await page.getByLabel('Source').first().pressSequentially('Tidewater Care Record', KEYS);
	const items = [
		{
			id: 'w1',
			type: 'article-journal',
			title: 'Breathlessness at night\u0000',
			abstract: 'Half of a character: \ud83d',
			author: [{ family: 'Bardale', given: 'C' }]
		}
	];
	await choose(
		page,
		file('tide.txt', Buffer.from(ris([{ title: 'Songs at the café' }]), 'latin1')),
		file('wherry.json', JSON.stringify(items))
	);
	// The number belongs to one file; of several, each is entered in the table.
	await expect(page.getByLabel('Records stated')).toBeDisabled();
	await page.getByRole('button', { name: 'Import 2 files' }).click();
	await expect(table.getByRole('row')).toHaveCount(4);
	await page.getByLabel('Records that the source of tide.txt stated').pressSequentially('1', KEYS);
	await page.keyboard.press('Tab');
	await expect(table.getByRole('row').filter({ hasText: 'tide.txt' }).getByRole('cell').nth(5)).toHaveText('0');
	await expect(table.getByRole('row').filter({ hasText: 'tide.txt' })).toContainText('Windows-1252');
	await expect(page.getByText('5 records in 3 files')).toBeVisible();

	// What was read, and what could not be.
	await page.getByRole('button', { name: 'skerry.ris', exact: true }).click();
	const records = page.getByRole('table', { name: 'Records of skerry.ris' });
	await expect(records.getByRole('row')).toHaveCount(4);
	await records.getByRole('button', { name: 'Title' }).click();
	await expect(records.getByRole('row').nth(1)).toContainText('Choirs and breath');
	await expect(page.getByText('It has neither a title nor an abstract.')).toBeVisible();
	await expect(page.getByText('AU - Nobody')).toBeVisible();

	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await expect(page.getByText('Lines are counted on these records.')).toBeVisible();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('breath* AND (sing* OR choir* OR song*)', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('2', { timeout: 60_000 });
	await page.reload();
	await expect(page.getByText('Counts: Records of this enquiry, 5')).toBeVisible();
	await expect(page.locator('.right-mark .count').first()).toHaveText('2', { timeout: 60_000 });

	// A further file is added to the index; when a file is removed, what stays is taken over and nothing is read again.
	const indexed = () =>
		psql(
			'lantern',
			'-c',
			`select outcome->>'kept', outcome->>'records' from jobs where kind = 'index' and state = 'done' and subject = 'own-${enquiry}' order by created_at desc limit 1`
		);
	expect(indexed()).toBe('0|5');
	await page.getByRole('link', { name: 'Records' }).click();
	await expect(table.getByRole('row')).toHaveCount(4);
	await choose(page, file('later.ris', ris([{ title: 'Choirs and breathing after illness' }])));
	await page.getByLabel('Source').first().fill('Corran Evidence Shelf');
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(table.getByRole('row')).toHaveCount(5);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(page.locator('.right-mark .count').first()).toHaveText('3', { timeout: 60_000 });
	expect(indexed()).toBe('5|6');
	await page.getByRole('link', { name: 'Records' }).click();
	await page.getByRole('button', { name: 'Remove skerry.ris' }).click();
	await page.getByRole('button', { name: 'Remove it' }).click();
	await expect(table.getByRole('row')).toHaveCount(4);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(page.locator('.right-mark .count').first()).toHaveText('1', { timeout: 60_000 });
	expect(indexed()).toBe('3|3');
});

test('a file of references goes out with all that it came with', async ({ page }) => {
	const enquiry = await begin(page);
	await page.getByLabel('Source').first().pressSequentially('Skerry', KEYS);
	await choose(page, file('skerry.ris', SINGING));
	await page.getByRole('button', { name: 'Import this file' }).click();
	const row = page.getByRole('row').filter({ hasText: 'skerry.ris' });
	const downloading = page.waitForEvent('download');
	await row.getByRole('link', { name: 'RIS', exact: true }).click();
	const download = await downloading;
	expect(download.suggestedFilename()).toMatch(/^skerry-\d{4}-\d{2}-\d{2}\.ris$/);
	const text = await readFile(await download.path(), 'utf8');
	expect(text.match(/^TY {2}- JOUR\r$/gm)).toHaveLength(3);
	for (const line of [
		'TI  - Choirs and breath',
		'KW  - choirs',
		'KW  - singing',
		'SN  - 1234-5678',
		'DO  - 10.99999/s.1'
	])
		expect(text).toContain(`${line}\r\n`);
	const batches = (await (await page.request.get(`/api/v1/enquiries/${enquiry}/batches`)).json()) as {
		batches: { id: string }[];
	};
	const csl = await page.request.get(`/api/v1/enquiries/${enquiry}/batches/${batches.batches[0]?.id}/file?as=csl-json`);
	expect(((await csl.json()) as { title: string }[]).map(({ title }) => title)).toEqual([
		'Singing for breathlessness',
		'Choirs and breath',
		'Walking groups'
	]);
});

test('imported records are seen by the people of the enquiry and by nobody else', async ({ page }) => {
	const enquiry = await begin(page);
	await page.getByLabel('Source').first().pressSequentially('Skerry', KEYS);
	await choose(page, file('skerry.ris', SINGING));
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(page.getByRole('row').filter({ hasText: 'skerry.ris' })).toBeVisible();

	const other = await somebody(address, 'Other');
	const own = `own-${enquiry}`;
	expect((await other.context.get(`/api/v1/collections/${own}`)).status()).toBe(404);
	expect((await other.context.get(`/api/v1/enquiries/${enquiry}/batches`)).status()).toBe(404);
	// An enquiry of theirs that names the collection is not counted on it.
	const made = (await (
		await other.context.post('/api/v1/enquiries', { data: { question: 'Whose records?', framework: 'PICO' } })
	).json()) as { id: string };
	const line = {
		id: 'a',
		source: 'singing',
		concept: null,
		strand: null,
		role: 'words',
		label: '',
		note: '',
		off: false
	};
	const edited = await other.context.post(`/api/v1/enquiries/${made.id}/edits`, {
		data: {
			revision: 0,
			client: 'other',
			name: 'try',
			edits: [
				{ do: 'set', at: ['collection'], value: own },
				{ do: 'insert', in: ['lines'], item: line, after: null }
			]
		}
	});
	expect(edited.status()).toBe(200);
	const counts = (await (await other.context.get(`/api/v1/enquiries/${made.id}/counts`)).json()) as {
		lines: { state: string; count: number | null }[];
	};
	expect(counts.lines.map(({ state, count }) => [state, count])).toEqual([['uncounted', null]]);
	const indexing = await other.context.post(`/api/v1/enquiries/${made.id}/indexing`, { data: { do: 'start' } });
	expect(indexing.status()).toBe(409);

	// A file that is cut off, empty, or names no source changes nothing.
	const upload = (query: string, data: Buffer) =>
		page.request.post(`/api/v1/enquiries/${enquiry}/batches?${query}`, {
			data,
			headers: { origin: address, 'content-type': 'application/octet-stream' }
		});
	expect((await upload('name=x&source=&purpose=run', Buffer.from(SINGING))).status()).toBe(422);
	expect((await upload('name=x&source=Skerry&purpose=fun', Buffer.from(SINGING))).status()).toBe(422);
	expect((await upload('name=x&source=Skerry&purpose=run', Buffer.alloc(0))).status()).toBeGreaterThanOrEqual(400);
	const binary = (await (await upload('name=x&source=Skerry&purpose=run', Buffer.from([137, 80, 0, 0, 1]))).json()) as {
		id: string;
	};
	expect(await settled(page.request, binary.id)).toMatchObject({
		state: 'failed',
		message: expect.stringContaining('not a text file') as unknown
	});
	const list = (await (await page.request.get(`/api/v1/enquiries/${enquiry}/batches`)).json()) as { batches: object[] };
	expect(list.batches).toHaveLength(1);
});

test('a BibTeX file, a table and XML from three sources; the works go out in portions, each written as it should be', async ({
	page
}) => {
	const enquiry = await begin(page);
	const shapes = [
		[
			'Skerry',
			file(
				'skerry.bib',
				'@article{o1, author = {Ostwick, Mara}, title = {Singing for {COPD}: a pilot}, journal = {Breath}, year = 2019, volume = 4, pages = {11--19}}\n@article{o2, title = {never closed\n'
			)
		],
		[
			'Corran',
			file(
				'corran.csv',
				'Record Number,Article Title,Authors,Publication Year,Journal,Volume,Pages,Reviewed\r\nC1,"Singing for COPD: a pilot",OSTWICK M.,2019,Breath,4,11,=yes\r\nC2,"Choirs, and breath",Zanrick P,2020,Breath,5,3,\r\n'
			)
		],
		[
			'Harbour',
			file(
				'harbour.xml',
				'<?xml version="1.0"?><dcs xmlns:dc="http://purl.org/dc/elements/1.1/"><dc><dc:title>Humming at home</dc:title><dc:creator>Kelwick, A</dc:creator><dc:date>2021</dc:date></dc></dcs>'
			)
		]
	] as const;
	for (const [source, one] of shapes) {
		await choose(page, one);
		await page.getByLabel('Source').first().fill('');
		await page.getByLabel('Source').first().pressSequentially(source, KEYS);
		await page.getByRole('button', { name: 'Import this file' }).click();
		await expect(page.getByRole('button', { name: one.name, exact: true })).toBeVisible();
	}
	const table = page.getByRole('table', { name: 'Imported files' });
	await expect(table.getByRole('row', { name: /skerry\.bib/ })).toContainText('BibTeX');
	await expect(table.getByRole('row', { name: /corran\.csv/ })).toContainText('Table');
	await expect(table.getByRole('row', { name: /harbour\.xml/ })).toContainText('Dublin Core');
	await page.getByRole('button', { name: 'skerry.bib', exact: true }).click();
	await expect(page.getByText('Line 2: Its last bracket is missing.')).toBeVisible();

	await page.getByRole('tab', { name: /^Duplicates/ }).click();
	await expect(page.locator('dl.figures > div').filter({ hasText: 'Works' }).locator('dd')).toHaveText('3');
	await page.getByText('In portions').click();
	await page.getByLabel('Portions of').fill('');
	await page.getByLabel('Portions of').pressSequentially('2', KEYS);
	await expect(page.getByRole('link', { name: '3 to 3' })).toBeVisible();
	await page.getByLabel('Format').selectOption('csv');
	const download = page.waitForEvent('download');
	await page.getByRole('link', { name: '1 to 2' }).click();
	const csv = await readFile((await (await download).path()) ?? '', 'utf8');
	expect(csv.trim().split('\r\n')).toHaveLength(3);
	expect(csv).toContain('Skerry; Corran');

	const whole = (as: string) => page.request.get(`/api/v1/enquiries/${enquiry}/duplicates/file?as=${as}`);
	const ris = await (await whole('ris')).text();
	expect(ris.match(/^TY {2}- /gm)).toHaveLength(3);
	expect(ris).toContain('DB  - Skerry; Corran');
	const bib = await (await whole('bibtex')).text();
	expect(bib).toContain('pages = {11--19}');
	expect((await whole('word')).status()).toBe(422);
	const items = (await (await whole('csl-json')).json()) as { title: string }[];
	expect(items.map((one) => one.title).sort()).toEqual([
		'Choirs, and breath',
		'Humming at home',
		'Singing for COPD: a pilot'
	]);
});
