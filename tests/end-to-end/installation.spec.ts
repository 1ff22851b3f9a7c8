/** The administrator's work on the screen: vocabularies, collections, profiles and addresses, in and out. */
import { createServer, type Server } from 'node:http';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { expect, type Page } from '@playwright/test';
import { address, KEEPER, newEnquiry, PASSWORD, plainRecord, saved, signUp, somebody, test } from './people';

const HARBOUR = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .
@prefix dct: <http://purl.org/dc/terms/> .
@prefix h: <https://harbour.example/> .
h:scheme a skos:ConceptScheme ; dct:title "Harbour Terms" ; dct:hasVersion "2" .
h:rest a skos:Concept ; skos:prefLabel "Rest Periods" ; skos:altLabel "Quiet Time" .
h:noise a skos:Concept ; skos:prefLabel "Ward Noise" .
`;
const FAULTY = `${HARBOUR}h:lost a skos:Concept ; skos:scopeNote "It has no name." .\nh:noise skos:broader h:nowhere .\n`;

const record = (id: string, title: string, heading: string | null) =>
	plainRecord(id, {
		titles: [title],
		headings: heading === null ? [] : [{ vocabulary: 'harbour', heading, main: true, qualifiers: [] }]
	});
const RECORDS = [
	record('H1', 'Quiet time on wards', 'rest'),
	record('H2', 'Sound levels at night', 'noise'),
	record('H3', 'Quiet time and sleep', null)
];
const lines = (records: readonly object[]) => records.map((one) => `${JSON.stringify(one)}\n`).join('');

async function signIn(page: Page): Promise<void> {
	await page.goto('/sign-in');
	await page.getByLabel('E-mail address').fill(KEEPER);
	await page.getByLabel('Password').fill(PASSWORD);
	await page.getByRole('button', { name: 'Sign in', exact: true }).click();
	await expect(page).toHaveURL(/\/desk$/);
	await page.goto('/administration');
}

const loader = (page: Page, what: string) => page.locator('details').filter({ hasText: what });

test('a vocabulary and a collection come in by file, serve an enquiry, and go again', async ({ page }) => {
	test.setTimeout(360_000);
	await signIn(page);
	await page.getByRole('link', { name: 'Load, compare, remove' }).click();
	await expect(page).toHaveURL(/vocabularies$/);
	await page
		.getByLabel('File on this computer')
		.setInputFiles({ name: 'Harbour.ttl', mimeType: '', buffer: Buffer.from(FAULTY) });
	await page.getByRole('button', { name: 'Read the file' }).click();
	await expect(
		page.getByRole('row', { name: /harbour\.example\/lost has no preferred label and is left out/ })
	).toBeVisible();
	await expect(
		page.getByText('“Ward Noise” names nowhere as broader, which is not in the file; that is left out')
	).toBeVisible();
	await page.getByRole('button', { name: 'Load, skipping invalid entries' }).click();
	await expect(page.getByText('Loaded: 2 headings, skipping invalid entries.')).toBeVisible();
	await page.goto('/administration');

	const collection = loader(page, 'Load a collection');
	await collection.getByText('Load a collection').click();
	const choose = (text: string) =>
		collection
			.getByLabel('File on this computer')
			.setInputFiles({ name: 'zz-harbour.ndjson', mimeType: 'application/x-ndjson', buffer: Buffer.from(text) });
	await collection.getByLabel('Display name').fill('Harbour Abstracts');
	await collection.getByLabel('Taken from the source on').fill('2026-11-01');
	await collection.getByLabel('Harbour Terms').check();
	await choose(`${lines(RECORDS)}{"id": 7}\n`);
	await collection.getByRole('button', { name: 'Load' }).click();
	await expect(page.locator('main').getByText(/Line 4 is not a record: .* Nothing was changed\./)).toBeVisible();
	await choose(lines(RECORDS));
	await collection.getByRole('button', { name: 'Load' }).click();
	await expect(page.getByText('Loaded: 3 records.')).toBeVisible();
	const row = page.getByRole('table', { name: 'Collections' }).getByRole('row', { name: /Harbour Abstracts/ });
	await expect(row).toContainText('2026-11-01');
	const response = await page.request.get('/api/v1/collections/zz-harbour');
	const out = (await response.text()).trimEnd().split('\n');
	expect(out.map((text) => JSON.parse(text) as unknown)).toEqual(RECORDS);

	// An enquiry counts on it: heading and text words, and its own judgements.
	const owner = await somebody(address);
	const enquiry = await newEnquiry(owner);
	const line = (id: string, source: string) => ({
		id,
		source,
		concept: null,
		strand: null,
		role: 'words',
		label: '',
		note: '',
		off: false
	});
	const edits = [
		{ do: 'set', at: ['collection'], value: 'zz-harbour' },
		{ do: 'insert', in: ['lines'], item: line('one', '{harbour:Quiet Time}'), after: null },
		{ do: 'insert', in: ['lines'], item: line('two', 'quiet NOT set:irrelevant'), after: 'one' }
	];
	await owner.context.post(`/api/v1/enquiries/${enquiry}/judgements`, {
		data: { judgements: [{ record: 'H3', verdict: 'irrelevant' }] }
	});
	expect(
		(
			await owner.context.post(`/api/v1/enquiries/${enquiry}/edits`, {
				data: { revision: 0, client: 'x', name: 'x', edits }
			})
		).status()
	).toBe(200);
	const counts = (await (await owner.context.get(`/api/v1/enquiries/${enquiry}/counts`)).json()) as {
		lines: { count: number }[];
	};
	expect(counts.lines.map((one) => one.count)).toEqual([1, 1]);

	// What indexes a collection stays; what an enquiry uses asks twice.
	const keeper = await page.context().newPage();
	await keeper.goto('/vocabularies');
	const vocabularyRow = keeper.getByRole('table', { name: 'Vocabularies' }).getByRole('row', { name: /Harbour Terms/ });
	await vocabularyRow.getByRole('button', { name: 'Remove Harbour Terms' }).click();
	await vocabularyRow.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(vocabularyRow).toContainText('It indexes Harbour Abstracts. Remove that first.');
	await row.getByRole('button', { name: 'Remove Harbour Abstracts' }).click();
	await row.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(row).toContainText(/enquir(y|ies) uses? it\./);
	await row.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(row).toHaveCount(0);
	// The enquiry names one of its headings: it is asked twice, too.
	await vocabularyRow.getByRole('button', { name: 'Remove' }).click();
	await vocabularyRow.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(vocabularyRow).toContainText('One enquiry uses it. They keep its headings by name');
	await vocabularyRow.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(vocabularyRow).toHaveCount(0);
	const after = (await (await owner.context.get(`/api/v1/enquiries/${enquiry}/counts`)).json()) as {
		lines: { state: string }[];
	};
	expect(after.lines.map((one) => one.state)).toEqual(['uncounted', 'uncounted']);
	await owner.context.delete(`/api/v1/enquiries/${enquiry}`);
});

test.describe('from an address', () => {
	let outside: Server;
	let origin: string;
	test.beforeAll(async () => {
		outside = createServer((request, response) => {
			if (request.url === '/moved.ttl') response.writeHead(302, { location: '/harbour.ttl' }).end();
			else if (request.url === '/harbour.ttl') response.writeHead(200, { 'content-type': 'text/turtle' }).end(HARBOUR);
			else response.writeHead(404).end();
		});
		await new Promise<void>((done) => outside.listen(0, '127.0.0.1', done));
		origin = `http://127.0.0.1:${(outside.address() as AddressInfo).port}`;
	});
	test.afterAll(() => {
		outside.close();
	});

	test('only what the list allows is reached', async ({ page }) => {
		await signIn(page);
		const vocabularies = await page.context().newPage();
		await vocabularies.goto('/vocabularies');
		const load = async (path: string) => {
			await vocabularies.getByLabel('or an address').fill(`${origin}${path}`);
			await vocabularies.getByLabel('Short name').fill('zz-outside');
			await vocabularies.getByRole('button', { name: 'Read the file' }).click();
		};
		await load('/harbour.ttl');
		await expect(vocabularies.getByText(`${origin} is not among the addresses that may be reached.`)).toBeVisible();
		await page.getByLabel('Address', { exact: true }).fill(`${origin}/harbour.ttl`);
		await page.getByLabel('What for').fill('test vocabularies');
		await page.getByRole('button', { name: 'Allow' }).click();
		const listed = page.getByRole('table', { name: 'Addresses' }).getByRole('row', { name: new RegExp(origin) });
		await expect(listed).toContainText('test vocabularies');
		await load('/moved.ttl');
		await expect(vocabularies.getByText('sends on to /harbour.ttl; ask for that address itself.')).toBeVisible();
		await load('/nowhere.ttl');
		await expect(vocabularies.getByText('answered 404 and gave no file.')).toBeVisible();
		await load('/harbour.ttl');
		await vocabularies.getByRole('button', { name: 'Load 2 headings' }).click();
		await expect(vocabularies.getByText('Loaded: 2 headings.')).toBeVisible();
		await vocabularies.getByRole('button', { name: 'Load another file' }).click();
		await listed.getByRole('button', { name: `Remove ${origin}` }).click();
		await listed.getByRole('button', { name: 'Remove', exact: true }).click();
		await expect(listed).toHaveCount(0);
		await load('/harbour.ttl');
		await expect(vocabularies.getByText('is not among the addresses')).toBeVisible();
		await page.request.delete('/api/v1/vocabularies/zz-outside', { headers: { origin: address } });
	});
});

test('a profile goes out, comes in changed, and is refused when it does not fit', async ({ page }) => {
	await signIn(page);
	const shipped = JSON.parse(readFileSync('standins/profiles/wherry.json', 'utf8')) as { version: number };
	const exported = (await (await page.request.get('/api/v1/profiles/wherry')).json()) as { version: number };
	expect(exported).toEqual(shipped);
	const put = (id: string, data: unknown) =>
		page.request.put(`/api/v1/profiles/${id}`, { data, headers: { origin: address } });
	expect((await put('zz-wherry', { ...exported, id: 'zz-wherry', version: 7 })).status()).toBe(200);
	await page.reload();
	const row = page.getByRole('table', { name: 'Profiles' }).getByRole('row', { name: /zz-wherry/ });
	await expect(row).toContainText('7');
	const unfit = await put('zz-wherry', { ...exported, id: 'zz-wherry', version: 0 });
	expect([unfit.status(), ((await unfit.json()) as { message: string }).message]).toEqual([
		422,
		'This is not a profile: /version must be >= 1. Nothing was changed.'
	]);
	expect((await put('another', exported)).status()).toBe(422);
	await row.getByRole('button', { name: /Remove/ }).click();
	await row.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(row).toHaveCount(0);
});

test('records are marked while they are read, and check lines count them', async ({ page }) => {
	await page.goto('/sign-in');
	await page.getByRole('button', { name: 'Open the demo' }).click();
	const response = await page.request.get('/api/v1/enquiries');
	const [demo] = (await response.json()) as { id: string }[];
	const exported = (await (await page.request.get(`/api/v1/enquiries/${demo?.id ?? ''}/export`)).json()) as object;
	// A copy of the demo under another account, so that other tests keep theirs; a file of the first form has no judgements.
	await page.context().clearCookies();
	await signUp(page);
	const { facts: _, ...file } = exported as { facts: unknown };
	const copy = await page.request.post('/api/v1/enquiries/import', {
		data: { ...file, version: 1 },
		headers: { origin: address }
	});
	const { id } = (await copy.json()) as { id: string };
	await page.goto(`/enquiries/${id}/strategy`);
	await page.getByRole('button', { name: 'Read them' }).click();
	const first = page.locator('#records li').first();
	await first.getByRole('button', { name: /^Relevant:/ }).click();
	await page
		.locator('#records li')
		.nth(1)
		.getByRole('button', { name: /^Not relevant:/ })
		.click();
	await saved(page);
	await expect(page.getByText('1 record marked relevant (set:relevant), 1 not (set:irrelevant)')).toBeVisible();
	await expect(first.getByRole('button', { name: /^Relevant:/ })).toHaveAttribute('aria-pressed', 'true');
});
