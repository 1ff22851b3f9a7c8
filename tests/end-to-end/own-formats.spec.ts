/** Files that nobody foresaw: a format is taught by its example and used again, headings are found among keywords, pieces are repaired, files are dropped anywhere. */
import { expect, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { inspect } from './accessible';
import { address, saved, signUp, test } from './people';

const KEYS = { delay: 40 };

async function begin(page: Page): Promise<void> {
	await signUp(page);
	await page
		.getByLabel('The question, as the team asks it')
		.pressSequentially('Do gardens calm people with dementia?', { delay: 20 });
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/enquiries\/[^/]+\/\w+/);
}
const records = async (page: Page) => {
	await page.getByRole('link', { name: 'Records' }).click();
	await expect(page.getByRole('heading', { name: 'Records', level: 1 })).toBeVisible();
};
const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });

/** Another run on the same installation has taught other names. */
const STAMP = Date.now().toString(36).toUpperCase();
const TITLES = [
	'A walled garden beside the ward and its visitors',
	'Growing herbs together in a long-stay unit',
	'Calm hours outdoors for people who wander at night'
];
const QUAY = TITLES.map(
	(title, at) => `REF : 55${at}
NAME${STAMP} : ${title}
PEOPLE : Ostwick, Mara; Bardale, Colin
ISSUED : Spring 201${at}
SAID : People with dementia spent an hour a day in a garden, and those who looked after them noted how calm they were.
  Most of them were calmer on the days outdoors.
TOPICS : !Dementia / nursing; Anxiety; ${at === 0 ? 'walled gardens' : 'plants'}
`
).join('');

test('a format of tagged text is taught by its example, used for the next file, and its headings are counted', async ({
	page
}) => {
	await begin(page);
	await records(page);
	await page.locator('input[type=file]').setInputFiles([file('quay.txt', QUAY)]);
	await expect(page.getByText('This format is not recognised yet.')).toBeVisible();
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	await expect(page.getByRole('button', { name: /^Import/ })).toHaveCount(0);

	await page.getByRole('button', { name: 'Teach this format' }).click();
	const sheet = page.getByRole('dialog', { name: 'Teach the format of quay.txt' });
	await expect(sheet.getByText('3 records found')).toBeVisible();
	await expect(sheet.getByLabel(`What NAME${STAMP} holds`)).toHaveValue('title');
	await expect(sheet.getByLabel('What PEOPLE holds')).toHaveValue('authors');
	await expect(sheet.getByLabel('What ISSUED holds')).toHaveValue('year');
	await expect(sheet.getByLabel('What SAID holds')).toHaveValue('abstract');
	await sheet.getByLabel('What TOPICS holds').selectOption('keywords');
	await sheet.getByLabel('Between the values of TOPICS').selectOption(';');
	await expect(sheet.getByText('Keywords: !Dementia / nursing · Anxiety · walled gardens')).toBeVisible();
	await expect(sheet.getByRole('button', { name: 'Save and use it' })).toBeDisabled();
	await inspect(page, 'teaching a format');
	await sheet.getByLabel('Name of this format').pressSequentially(`Quay list ${Date.now()}`, { delay: 15 });
	await page.keyboard.press('Enter');
	await expect(sheet).toHaveCount(0);
	await page.getByRole('button', { name: 'Import this file' }).click();
	const table = page.getByRole('table', { name: 'Imported files' });
	await expect(table.getByRole('row').filter({ hasText: 'quay.txt' }).getByRole('cell').nth(4)).toHaveText('3');

	// The next file of that kind is read without a word, and asked for headings at once.
	const more = QUAY.replaceAll('REF : 55', 'REF : 66').replaceAll('garden', 'orchard');
	await page.getByLabel('Headings of').selectOption({ label: 'Skerry Thesaurus of Health' });
	await page.locator('input[type=file]').setInputFiles([file('quay-2.txt', more)]);
	await expect(page.getByText(/Read as “Quay list/)).toBeVisible();
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(table.getByRole('row')).toHaveCount(3);

	// The first file still has keywords only: what would match is shown before it is done.
	await page.getByRole('button', { name: 'quay.txt', exact: true }).click();
	const headings = page.getByRole('region', { name: 'Headings of quay.txt' });
	await headings.getByLabel('Vocabulary').selectOption({ label: 'Skerry Thesaurus of Health' });
	await expect(headings.getByText('“!” marks the main topic')).toBeVisible();
	await expect(headings.getByRole('row').filter({ hasText: '!Dementia / nursing' })).toContainText(
		'Dementia, nursing (main topic)'
	);
	await expect(headings.getByRole('row').filter({ hasText: 'walled gardens' })).toContainText('not a heading');
	await headings.getByRole('button', { name: /^Make them headings/ }).click();
	await expect(headings.getByText(/6\s+of\s+9\s+keywords/)).toBeVisible();
	await inspect(page, 'headings among keywords');

	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('{Dementia | nursing} AND garden*', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('3', { timeout: 60_000 });
	await page.keyboard.press('Enter');
	await page.keyboard.type('kw:plants', KEYS);
	await expect(page.locator('.right-mark .count').nth(1)).toHaveText('4', { timeout: 60_000 });

	// Undone, the headings are keywords again, and the line finds those of the other file only.
	await records(page);
	await page.getByRole('button', { name: 'quay.txt', exact: true }).click();
	await headings.getByRole('button', { name: 'Undo' }).click();
	await expect(headings.getByText('Exports mix headings and keywords')).toBeVisible();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(page.locator('.right-mark .count').first()).toHaveText('0', { timeout: 60_000 });
});

test('XML is taught, a table’s columns are corrected, and a piece that could not be read is repaired', async ({
	page
}) => {
	await begin(page);
	await records(page);
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	const xml = `<list>${TITLES.map(
		(title, at) =>
			`<card><v k="a${STAMP}">${title}</v><v k="b">Ostwick, Mara</v><v k="c">201${at}</v><v k="d">x${at}/9</v></card>`
	).join('')}</list>`;
	const table = `Kaart;Naam${STAMP};Jaar\n1;${TITLES[0]};2011\n2;${TITLES[1]};2012\n`;
	await page.locator('input[type=file]').setInputFiles([file('cards.xml', xml), file('kaarten.csv', table)]);
	await expect(page.getByText('This format is not recognised yet.')).toHaveCount(2);
	for (const [name, at] of [
		['cards.xml', 0],
		['kaarten.csv', 1]
	] as const) {
		await page
			.getByRole('list', { name: 'Files to import' })
			.getByRole('listitem')
			.nth(at)
			.getByRole('button', { name: 'Teach this format' })
			.click();
		const sheet = page.getByRole('dialog', { name: `Teach the format of ${name}` });
		await expect(sheet.getByText(TITLES[0] ?? '').last()).toBeVisible();
		await sheet.getByLabel('Name of this format').pressSequentially(`${name} ${Date.now()}`, { delay: 10 });
		await sheet.getByRole('button', { name: 'Save and use it' }).click();
		await expect(sheet).toHaveCount(0);
		if (at === 0) await expect(page.getByRole('button', { name: 'Teach this format' })).toHaveCount(1);
		// The one that is left is the first with that button.
	}
	await page.getByRole('button', { name: 'Import 2 files' }).click();
	const files = page.getByRole('table', { name: 'Imported files' });
	await expect(files.getByRole('row')).toHaveCount(3);
	await expect(page.getByText('5 records in 2 files')).toBeVisible();

	const ris = `TY  - JOUR\nTI  - ${TITLES[2]}\nER  - \nTY  - JOUR\nAU  - Bardale, Colin\nER  - \n`;
	await page.locator('input[type=file]').setInputFiles([file('torn.ris', ris)]);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(files.getByRole('row')).toHaveCount(4);
	// Another file lies between its records and the one that is repaired.
	const later = `TY  - JOUR\nTI  - A later title about orchards\nER  - \n`;
	await page.locator('input[type=file]').setInputFiles([file('later.ris', later)]);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await page.getByRole('button', { name: 'torn.ris', exact: true }).click();
	await page.getByRole('button', { name: 'Repair line 4' }).click();
	const text = page.getByLabel('Text of line 4');
	await expect(text).toBeFocused();
	await page.getByRole('button', { name: 'Read it again' }).click();
	await expect(page.getByRole('alert').filter({ hasText: 'neither a title nor an abstract' })).toBeVisible();
	await text.press('Control+End');
	await page.keyboard.type('\nTI  - A title that was torn off\nER  - ', KEYS);
	await page.getByRole('button', { name: 'Read it again' }).click();
	await expect(page.getByText('A title that was torn off')).toBeVisible();
	const row = files.getByRole('row').filter({ hasText: 'torn.ris' });
	await expect(row.getByRole('cell').nth(4)).toHaveText('2');
	await expect(row.getByRole('cell').nth(6)).toHaveText('0');

	// Removed with all its records; those of the others are counted as before.
	await page.getByRole('button', { name: 'Remove torn.ris' }).click();
	await page.getByRole('button', { name: 'Remove it' }).click();
	await expect(page.getByText('6 records in 3 files')).toBeVisible();
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('orchard* OR garden* OR herb*', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('5', { timeout: 60_000 });
});

test('a row of a table and an element of XML that could not be read are repaired with what belongs to them', async ({
	page
}) => {
	await begin(page);
	await records(page);
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	const table = `Title,Authors,Year\n"${TITLES[0]}",Ostwick M,2011\n,Bardale C,2012\n`;
	const xml = `<?xml version="1.0"?><dcs xmlns:dc="http://purl.org/dc/elements/1.1/"><dc><dc:title>${TITLES[1]}</dc:title></dc><dc><dc:creator>Bardale, C &amp; others</dc:creator><dc:date>2013</dc:date></dc></dcs>`;
	for (const [name, text] of [
		['rows.csv', table],
		['elements.xml', xml]
	] as const) {
		await page.locator('input[type=file]').setInputFiles([file(name, text)]);
		await page.getByRole('button', { name: 'Import this file' }).click();
		await page.getByRole('button', { name, exact: true }).click();
		await page.getByRole('button', { name: /^Repair line/ }).click();
		const piece = page.getByLabel(/^Text of line/);
		if (name === 'rows.csv') {
			// The header row says what the cells are.
			await expect(piece).toHaveValue('Title,Authors,Year\n,Bardale C,2012');
			await piece.press('Control+Home');
			await piece.press('ArrowDown');
			await page.keyboard.type('Walks at dusk', KEYS);
		} else {
			await expect(piece).toHaveValue(/<creator[^>]*>Bardale, C &amp; others<\/creator>/);
			await piece.press('Control+Home');
			await piece.press('End');
			await page.keyboard.type('<title>Walks at dawn</title>', KEYS);
		}
		await page.getByRole('button', { name: 'Read it again' }).click();
		await expect(page.getByText(name === 'rows.csv' ? 'Walks at dusk' : 'Walks at dawn')).toBeVisible();
		const row = page.getByRole('table', { name: 'Imported files' }).getByRole('row').filter({ hasText: name });
		await expect(row.getByRole('cell').nth(4)).toHaveText('2');
		await expect(row.getByRole('cell').nth(6)).toHaveText('0');
		await page.getByRole('button', { name, exact: true }).click();
	}
});

test('files dropped on another screen of the enquiry wait in its records', async ({ page }) => {
	await begin(page);
	await expect(page.getByRole('heading', { name: 'Brief', level: 1 })).toBeVisible();
	await page.evaluate((text) => {
		const data = new DataTransfer();
		data.items.add(new File([text], 'dropped.ris'));
		const event = (name: string) =>
			document
				.querySelector('main')
				?.dispatchEvent(new DragEvent(name, { dataTransfer: data, bubbles: true, cancelable: true }));
		event('dragenter');
		event('dragover');
		event('drop');
	}, `TY  - JOUR\nTI  - ${TITLES[0]}\nER  - \n`);
	await expect(page).toHaveURL(/\/records$/);
	await expect(page.getByRole('list', { name: 'Files to import' })).toContainText('dropped.ris');
	await expect(page.getByRole('list', { name: 'Files to import' })).toContainText('RIS');
});

test('known articles come from a file and from a pasted list, each once, and are found in the records', async ({
	page
}) => {
	await begin(page);
	await records(page);
	await page.getByLabel('Source').first().pressSequentially('The team', KEYS);
	await page.getByLabel('Purpose').first().selectOption('known articles');
	const ris = TITLES.slice(0, 2)
		.map(
			(title, at) => `TY  - JOUR\nTI  - ${title}\nAU  - Ostwick, Mara\nPY  - 201${at}\nDO  - 10.99999/g.${at}\nER  - \n`
		)
		.join('');
	await page.locator('input[type=file]').setInputFiles([file('team.ris', ris)]);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await page.getByRole('button', { name: 'team.ris', exact: true }).click();
	await page.getByRole('button', { name: 'Add its records to the known articles' }).click();
	await expect(page.getByText('2 known articles added to the brief.')).toBeVisible();
	await page.getByRole('button', { name: 'Add its records to the known articles' }).click();
	await expect(page.getByText('All of them are among the known articles already.')).toBeVisible();
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await saved(page);

	await page.getByRole('link', { name: 'See them in the brief' }).click();
	await expect(page.getByLabel('Identifier of the article')).toHaveCount(2);
	await page.getByRole('button', { name: 'Paste a list' }).click();
	await inspect(page, 'known articles from a list');
	await page
		.getByLabel('Titles, references or identifiers, one per line')
		.fill(`1. Ostwick M. ${TITLES[0]}. https://doi.example/10.99999/G.0\n2. Bardale C. Lamps nobody has seen. 2020\n`);
	await expect(page.getByText('1 article to add; 1 already in the list.')).toBeVisible();
	await page.getByRole('button', { name: 'Add 1 article' }).click();
	await expect(page.getByLabel('Identifier of the article')).toHaveCount(3);
	await expect(page.getByText(/^Not in .*: check the identifier, or type the title\.$/)).toHaveCount(1);
	await page.keyboard.press('Escape');
	await saved(page);
	await page.keyboard.press('Control+z');
	await expect(page.getByLabel('Identifier of the article')).toHaveCount(2);
});

test('a line, what was judged and only new works are saved, and come back with nothing lost', async ({ page }) => {
	await begin(page);
	const enquiry = /\/enquiries\/([^/]+)/.exec(page.url())?.[1] ?? '';
	await records(page);
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	const ris = (titles: readonly string[]) =>
		titles
			.map(
				(title) =>
					`TY  - JOUR\nTI  - ${title}\nAU  - Ostwick, Mara\nPY  - 2019\nSN  - 1234\nDO  - 10.99999/g.${TITLES.indexOf(title)}\nER  - \n`
			)
			.join('');
	for (const [name, titles] of [
		['first.ris', TITLES.slice(0, 2)],
		['second.ris', TITLES.slice(1)]
	] as const) {
		await page.locator('input[type=file]').setInputFiles([file(name, ris(titles))]);
		await page.getByRole('button', { name: 'Import this file' }).click();
		await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
	}
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await saved(page);
	await page.getByRole('tab', { name: /^Duplicates/ }).click();
	// Three works of four records: the second file has been compared.
	await expect(page.locator('dl.figures')).toContainText(/Records\s*4.*Works\s*3/s);
	await page.getByLabel('Works to save').selectOption({ label: 'only those that no file before second.ris held' });
	const works = page.waitForEvent('download');
	await page.getByRole('link', { name: 'JSON, with everything' }).click();
	const fresh = JSON.parse(await readFile(await (await works).path(), 'utf8')) as { record: { titles: string[] } }[];
	expect(fresh.map(({ record }) => record.titles)).toEqual([[TITLES[2]]]);

	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('garden*', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('1', { timeout: 60_000 });
	await page.getByRole('tab', { name: 'Records' }).click();
	const saving = page.waitForEvent('download');
	await page.getByRole('link', { name: 'JSON, with everything' }).click();
	const text = await readFile(await (await saving).path(), 'utf8');
	expect(JSON.parse(text)).toMatchObject([
		{ record: { titles: [TITLES[0]], source: 'Quay Library' }, kept: [{ name: 'SN', value: '1234' }] }
	]);
	// A record that was judged, as another format.
	await page
		.getByRole('button', { name: /^Relevant/ })
		.first()
		.click();
	await saved(page);
	const judged = await page.request.get(`${address}/api/v1/enquiries/${enquiry}/records/file?judged=relevant&as=ris`);
	expect(await judged.text()).toContain(`TI  - ${TITLES[0]}`);

	// What was saved is imported again, whole.
	await records(page);
	await page.locator('input[type=file]').setInputFiles([file('again.json', text)]);
	await expect(page.getByRole('list', { name: 'Files to import' })).toContainText('Wide Lantern JSON');
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(page.getByRole('row').filter({ hasText: 'again.json' })).toContainText('Wide Lantern JSON');
});

test('a vocabulary with place codes is loaded, matched against a file, and its narrower headings are counted', async ({
	page
}) => {
	await begin(page);
	const enquiry = page.url().replace(/\/\w+$/, '');
	await page.goto('/vocabularies');
	const codes =
		'term;place codes;synonyms\nOutdoor places;N\nGardens;N10;Green spaces\nHerb gardens;N10.3|P2.1\nPlants;P2\n';
	await page.getByLabel('File on this computer').setInputFiles(file('Outdoors.csv', codes));
	const short = `zz-out-${Date.now()}`;
	await page.getByLabel('Short name').fill(short);
	await page.getByRole('button', { name: 'Read the file' }).click();
	await expect(page.getByLabel('Meaning of column place codes')).toHaveValue('places');
	await page.getByRole('button', { name: 'Read the table' }).click();
	await expect(page.getByText('Read: 4 headings')).toBeVisible();
	await page.getByLabel('Display name').fill(`Outdoors ${short}`);
	await page.getByLabel('Edition').fill('first');
	await page.getByRole('button', { name: /^Load/ }).last().click();
	await expect(page.getByText('Loaded: 4 headings')).toBeVisible();

	await page.goto(`${enquiry}/records`);
	const ris = TITLES.map(
		(title, at) =>
			`TY  - JOUR\nTI  - ${title}\nPY  - 2019\nKW  - ${['Herb gardens', 'green spaces', 'Plants'][at]}\nER  - \n`
	).join('');
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	await page.getByLabel('Headings of').selectOption({ label: `Outdoors ${short}` });
	await page.locator('input[type=file]').setInputFiles([file('outdoors.ris', ris)]);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await page.getByRole('button', { name: 'outdoors.ris', exact: true }).click();
	await expect(page.getByText(/3\s+of\s+3\s+keywords/)).toBeVisible();
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	for (const line of ['{Outdoor places >}', '{Gardens}', '{Plants >}']) {
		await page.keyboard.type(line, KEYS);
		await page.keyboard.press('Enter');
	}
	const counts = page.locator('.right-mark .count');
	await expect(counts.nth(0)).toHaveText('2', { timeout: 60_000 });
	await expect(counts.nth(1)).toHaveText('1', { timeout: 60_000 });
	await expect(counts.nth(2)).toHaveText('2', { timeout: 60_000 });
});

test('what another window imports is counted in this one, and the focus goes on to the files', async ({
	page,
	context
}) => {
	await begin(page);
	await records(page);
	const ris = (title: string) => `TY  - JOUR\nTI  - ${title}\nPY  - 2019\nER  - \n`;
	await page.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	await page.locator('input[type=file]').setInputFiles([file('first.ris', ris(TITLES[0] ?? ''))]);
	await page.getByRole('button', { name: 'Import this file' }).focus();
	await page.keyboard.press('Enter');
	await expect(page.getByRole('heading', { name: 'Imported files' })).toBeFocused();
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('garden* OR orchard*', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('1', { timeout: 60_000 });

	const second = await context.newPage();
	await second.goto(page.url().replace('/strategy', '/records'));
	await second.getByLabel('Source').first().pressSequentially('Quay Library', KEYS);
	await second.locator('input[type=file]').setInputFiles([file('second.ris', ris('An orchard behind the ward'))]);
	await second.getByRole('button', { name: 'Import this file' }).click();
	await expect(second.getByText('2 records in 2 files')).toBeVisible();
	await expect(page.locator('.right-mark .count').first()).toHaveText('2', { timeout: 60_000 });
	await expect(page.getByText('Counts: Records of this enquiry, 2', { exact: true })).toBeVisible();
});
