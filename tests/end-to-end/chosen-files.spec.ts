/** Lines are counted on some of the files and source by source; vocabularies are read from RDF and XML that nobody foresaw. */
import { expect, type Page } from '@playwright/test';
import { inspect } from './accessible';
import { saved, signUp, test } from './people';
import { psql } from './servers';

const KEYS = { delay: 30 };
const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
const ris = (...titles: readonly string[]) =>
	titles
		.map(
			(title) => `TY  - JOUR\nAU  - Kelwick, AB\nTI  - ${title}\nPY  - 2020\nVL  - 4\nSP  - ${title.length}\nER  - \n`
		)
		.join('');

async function importFile(page: Page, source: string, name: string, text: string): Promise<void> {
	await page.locator('input[type=file]').setInputFiles([file(name, text)]);
	await page.getByLabel('Source').first().fill('');
	await page.getByLabel('Source').first().pressSequentially(source, KEYS);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
}

test('lines are counted on chosen files with duplicates merged, and on each source; the collection follows its files', async ({
	page
}) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').pressSequentially('Do choirs help breathing?', KEYS);
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/enquiries\/[^/]+\/\w+/);
	await page.getByRole('link', { name: 'Records' }).click();
	await importFile(page, 'Skerry', 'skerry.ris', ris('Choirs and breath', 'Humming at home', 'Reading aloud'));
	await importFile(page, 'Harbour', 'harbour.ris', ris('Choirs and breath', 'Choirs for carers'));
	await importFile(page, 'Quay', 'later.ris', ris('Choirs, much later'));

	// Two of the three files, by keyboard.
	const chosen = page.getByRole('region', { name: 'Collections of chosen files' });
	await expect(chosen.getByRole('button', { name: 'Make the collection' })).toHaveCount(0);
	await chosen.getByRole('checkbox', { name: /^skerry\.ris/ }).focus();
	await page.keyboard.press('Space');
	await page.keyboard.press('Tab');
	await page.keyboard.press('Space');
	await expect(chosen.getByLabel('Name of the collection')).toHaveValue('Rough search: Skerry and Harbour');
	await chosen.getByLabel('Name of the collection').fill('');
	await chosen.getByLabel('Name of the collection').pressSequentially('Before Quay', KEYS);
	await page.keyboard.press('Enter');
	const table = chosen.getByRole('table', { name: 'Collections of chosen files' });
	const row = table.getByRole('row', { name: /Before Quay/ });
	await expect(row).toContainText('skerry.ris, harbour.ris');
	await expect(row).toContainText(/4\s*one for each work/);
	await inspect(page, 'collections of files');
	await chosen.getByRole('button', { name: 'Count lines on Before Quay' }).click();
	await expect(row).toContainText('Lines are counted here.');
	await saved(page);

	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('choir*', KEYS);
	await page.keyboard.press('Enter');
	await page.keyboard.type('hum*', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('2');
	await saved(page);
	await page.getByRole('tab', { name: 'By source' }).click();
	const counts = page.getByRole('region', { name: 'Lines by source' });
	// A work of both sources is counted in each of them, and "only here" in neither.
	await expect(counts.getByRole('row', { name: /choir/ })).toHaveText(
		/1\s*choir\*\s*2\s*2\s*1 only here\s*1\s*0 only here/
	);
	await expect(counts.getByRole('row', { name: /hum/ })).toContainText(/1\s*0\s*0 only here\s*1\s*1 only here/);
	await inspect(page, 'counts by source');
	// They follow what is typed.
	await page.locator('.cm-line').nth(1).click();
	await page.keyboard.press('End');
	await page.keyboard.type(' OR reading', KEYS);
	await expect(counts.getByRole('row', { name: /reading/ })).toContainText(/2\s*0\s*0 only here\s*2\s*2 only here/);

	// What a record comes from goes out with it.
	const enquiry = /enquiries\/([^/]+)/.exec(page.url())?.[1] ?? '';
	const saving = await page.request.get(`/api/v1/enquiries/${enquiry}/duplicates/file?as=ris`);
	expect(await saving.text()).toMatch(
		/TI {2}- Choirs and breath[\s\S]*?N1 {2}- Imported from Skerry \(rough search, skerry\.ris, [\d-]{10}\); Harbour \(rough search, harbour\.ris, [\d-]{10}\)/
	);

	// A file is added to the collection while lines are counted on it: its index is added to, and the line counts more.
	await page.getByRole('link', { name: 'Records' }).click();
	await chosen.getByRole('button', { name: 'Choose the files of Before Quay' }).click();
	await expect(chosen.getByRole('checkbox', { name: /^skerry\.ris/ })).toBeFocused();
	await expect(chosen.getByRole('checkbox', { name: /^harbour\.ris/ })).toBeChecked();
	await chosen.getByRole('checkbox', { name: /^later\.ris/ }).focus();
	await page.keyboard.press('Space');
	await chosen.getByRole('button', { name: 'Save the files' }).click();
	await expect(row).toContainText('skerry.ris, harbour.ris, later.ris');
	await expect(row).toContainText(/5\s*one for each work/);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(page.locator('.right-mark .count').first()).toHaveText('3');
	const { chosen: made } = (await (await page.request.get(`/api/v1/enquiries/${enquiry}/batches`)).json()) as {
		chosen: readonly { id: string }[];
	};
	const newest = psql(
		'lantern',
		'-c',
		`select outcome from jobs where kind = 'index' and subject = '${made[0]?.id ?? ''}' order by created_at desc limit 1`
	);
	expect(JSON.parse(newest)).toEqual({ records: 5, kept: 4 });

	// A file that is removed leaves the collection, too.
	await page.getByRole('link', { name: 'Records' }).click();
	await page.getByRole('button', { name: 'Remove harbour.ris' }).click();
	await page.getByRole('button', { name: 'Remove it' }).click();
	await expect(row).toContainText(/4\s*one for each work/);
	await expect(row).not.toContainText('harbour.ris');
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await chosen.getByRole('button', { name: 'Remove the collection Before Quay' }).click();
	await expect(table).toHaveCount(0);
});

const RDF = `@prefix h: <https://harbour.example/terms/> . @prefix p: <https://harbour.example/properties#> .
h:list a p:List ; p:name "Harbour terms" .
h:1 a p:Term ; p:preferredTerm [ p:text "Outdoor places"@en ] .
h:2 a p:Term ; p:preferredTerm [ p:text "Gardens"@en ] ; p:upper h:1 ; p:synonym "Green spaces" , "Allotments" .
h:3 a p:Term ; p:preferredTerm [ p:text "Herb gardens"@en ] ; p:upper h:2 ; p:comment "Gardens of kitchen herbs." .
`;
const XML = `<?xml version="1.0"?><list><entry code="Q1"><name kind="main">Sounds</name></entry>
<entry code="Q2"><name kind="main">Bird song</name><name kind="other">Dawn chorus</name><above ref="Q1"/></entry></list>`;

test('RDF that is not SKOS is taught by its properties, which the next edition remembers; XML by its parts', async ({
	page
}) => {
	await signUp(page);
	await page.goto('/vocabularies');
	const short = `zz-harbour-${Date.now()}`;
	const choose = async (name: string, text: string) => {
		await page.getByLabel('File on this computer').setInputFiles(file(name, text));
		await page.getByLabel('Short name').fill(short);
		await page.getByRole('button', { name: 'Read the file' }).click();
	};
	await choose('Harbour.ttl', RDF);
	await expect(page.getByText('This is RDF, but not SKOS.')).toBeVisible();
	await expect(page.getByLabel('Headings are of the class')).toContainText('Term (3)');
	await expect(page.getByLabel('Meaning of column preferredTerm › text')).toHaveValue('label');
	await expect(page.getByLabel('Meaning of column synonym')).toHaveValue('entryTerms');
	await inspect(page, 'columns of a vocabulary');
	// Nothing in its name tells what this one holds.
	const upper = page.getByLabel('Meaning of column upper', { exact: true });
	await expect(upper).toHaveValue('');
	await upper.selectOption('broader');
	// Another class has other properties; back again.
	await page.getByLabel('Headings are of the class').selectOption({ label: 'List (1)' });
	await expect(page.getByLabel('Meaning of column name')).toHaveValue('label');
	await page.getByLabel('Headings are of the class').selectOption({ label: 'Term (3)' });
	await expect(upper).toHaveValue('');
	await upper.selectOption('broader');
	await page.getByRole('button', { name: 'Read the file' }).click();
	await expect(page.getByText('Read: 3 headings with 2 other names')).toBeVisible();
	await page.getByLabel('Display name').fill('Jetty words');
	await page.getByRole('button', { name: 'Load 3 headings' }).click();
	await expect(page.getByText('Loaded: 3 headings')).toBeVisible();
	const turtle = await (await page.request.get(`/api/v1/vocabularies/${short}?as=turtle`)).text();
	expect(turtle).toContain('Allotments');
	expect(turtle.match(/skos:broader/g)).toHaveLength(2);

	await page.getByRole('button', { name: 'Load another file' }).click();
	await choose('Harbour2.ttl', `${RDF}h:4 a p:Term ; p:preferredTerm [ p:text "Balconies"@en ] ; p:upper h:1 .\n`);
	await expect(upper).toHaveValue('broader');
	await page.getByRole('button', { name: 'Cancel' }).click();

	await page.getByLabel('File on this computer').setInputFiles(file('sounds.xml', XML));
	await page.getByLabel('Short name').fill(`${short}-x`);
	await page.getByRole('button', { name: 'Read the file' }).click();
	await page.getByLabel('Meaning of column name[kind=main]').selectOption('label');
	await page.getByLabel('Meaning of column name[kind=other]').selectOption('entryTerms');
	await page.getByLabel('Meaning of column above/@ref').selectOption('broader');
	await page.getByRole('button', { name: 'Read the file' }).click();
	await expect(page.getByText('Read: 2 headings with 1 other name')).toBeVisible();
	await page.getByLabel('Display name').fill('Sounds');
	await page.getByRole('button', { name: 'Load 2 headings' }).click();
	await expect(page.getByText('Loaded: 2 headings')).toBeVisible();
	await page.goto(`/vocabularies/${short}-x`);
	await page.getByPlaceholder('Look a word up').pressSequentially('dawn chorus', KEYS);
	await expect(page.getByRole('list', { name: 'Matches' })).toContainText('Bird song');
});
