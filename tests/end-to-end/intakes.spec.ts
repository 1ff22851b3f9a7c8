/** Vocabularies brought by searchers themselves: read, looked at, loaded, compared, refused; and written in every open form. */
import { createReadStream, createWriteStream, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { jobOf, settled } from './jobs';
import { address, saved, signUp, somebody, test } from './people';

const TABLE = [
	'Code;Preferred term;Used for;BT;Definition;Since',
	'L1;Lamps;"Lanterns|Lights";;"Anything that gives light; not heat.";1980',
	'L2;Oil lamps;Oil lanterns;Lamps;;soon',
	'L3;Night lights;"Night lamps|Bedside lights";Lamps;Small lamps that burn all night.;1991',
	''
].join('\n');
const NEXT = [
	'id,label,entry terms,scope note,broader,since',
	'L1,Lamps,Lanterns,"Anything that gives light; not heat.",,1980',
	'L3,Bedside lights,Night lights|Night lamps,Small lamps that burn all night.,,1991',
	'L4,Skylights,,,L1,2026',
	''
].join('\n');
const file = (name: string, text: string) => ({ name, mimeType: '', buffer: Buffer.from(text) });

test('a searcher loads a table of their own, uses it, loads its next edition and sees what changed', async ({
	page
}) => {
	await signUp(page);
	await page.goto('/vocabularies');
	await page.getByLabel('File on this computer').setInputFiles(file('Lamp list.csv', TABLE));
	await page.getByLabel('Short name').fill('zz-lamps');
	await page.getByRole('button', { name: 'Read the file' }).click();
	// The columns are guessed; one of them is taken out and put back by hand.
	const broader = page.getByLabel('Meaning of column BT');
	await expect(broader).toHaveValue('broader');
	await broader.selectOption('');
	await broader.selectOption('broader');
	await page.getByRole('button', { name: 'Read the table' }).click();
	await expect(page.getByText('Read: 3 headings with 5 other names')).toBeVisible();
	await expect(
		page.getByRole('row', {
			name: 'row 3 “Oil lamps” has “soon” as its first year, which is not a year; it is skipped'
		})
	).toBeVisible();
	await page.getByLabel('Display name').fill('Lamp List');
	await page.getByLabel('Edition').fill('first');
	await page.getByRole('button', { name: 'Load, skipping invalid entries' }).click();
	await expect(page.getByText('Loaded: 3 headings')).toBeVisible();

	// It is looked up like any other, and its heading goes to a concept.
	const made = await page.request.post('/api/v1/enquiries', {
		data: { question: 'Do lamps help?', framework: 'PICO' },
		headers: { origin: address }
	});
	const { id } = (await made.json()) as { id: string };
	await page.goto(`/enquiries/${id}/concepts`);
	await page.getByPlaceholder('A new concept').fill('Lamps');
	await page.keyboard.press('Enter');
	await saved(page);
	await page.goto(`/enquiries/${id}/headings`);
	await page.getByLabel('Look up in the vocabulary').fill('bedside light');
	await page
		.getByRole('button', { name: /Night lights/ })
		.first()
		.click();
	await expect(page.getByRole('article').getByText('Small lamps that burn all night.')).toBeVisible();
	await page.getByRole('button', { name: /^Add to A/ }).click();
	await saved(page);

	await page.goto('/vocabularies');
	await page.getByLabel('File on this computer').setInputFiles(file('next.csv', NEXT));
	await page.getByLabel('Short name').fill('zz-lamps');
	await expect(page.getByText('becomes its next edition')).toBeVisible();
	await page.getByRole('button', { name: 'Read the file' }).click();
	await page.getByRole('button', { name: 'Read the table' }).click();
	await page.getByLabel('Display name').fill('Lamp List');
	await page.getByLabel('Edition').fill('second');
	await page.getByRole('button', { name: 'Load 3 headings' }).click();
	await expect(page.getByText('Loaded: 3 headings')).toBeVisible();
	await page.getByText('2 editions are kept: compare').click();
	const changes = page.locator('.changes');
	await expect(changes).toContainText('Skylights is new');
	await expect(changes).toContainText('Bedside lights was “Night lights”');
	await expect(changes).toContainText('Oil lamps has been deleted, and no other heading has its name');
	await page.getByRole('button', { name: /^moved/ }).click();
	await expect(changes).toHaveText(/Bedside lights was below “Lamps”, now below nothing/);

	// The enquiry that uses one of its headings is told, once.
	await page.goto(`/enquiries/${id}/headings`);
	const news = page.getByRole('region', { name: 'New edition of Lamp List' });
	await expect(news).toContainText('Bedside lights was “Night lights”');
	await expect(news).not.toContainText('Skylights');
	await news.getByRole('button', { name: 'Bedside lights' }).first().click();
	await expect(page.getByRole('article', { name: 'Heading Bedside lights' })).toBeVisible();
	await news.getByRole('button', { name: 'Mark as reviewed' }).click();
	await expect(news).toHaveCount(0);
	await saved(page);
	await page.reload();
	await expect(page.getByRole('heading', { name: /in every vocabulary$/ })).toBeVisible();
	await expect(news).toHaveCount(0);
	await page.goto('/vocabularies');

	// Another searcher may look, but neither replace nor remove it.
	const other = await somebody(address);
	const refused = await other.context.post('/api/v1/intakes?vocabulary=zz-lamps', {
		data: Buffer.from(TABLE),
		headers: { 'content-type': 'application/octet-stream' }
	});
	expect(refused.status()).toBe(403);
	expect((await other.context.delete('/api/v1/vocabularies/zz-lamps')).status()).toBe(403);
	const searching = await page.context().newPage();
	await searching.goto(`/enquiries/${id}/headings`);
	await expect(searching.getByRole('heading', { name: 'Headings' })).toBeVisible();
	const row = page.getByRole('table', { name: 'Vocabularies' }).getByRole('row', { name: /Lamp List/ });
	await row.getByRole('button', { name: 'Remove Lamp List' }).click();
	await row.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(row).toContainText('One enquiry uses it.');
	await row.getByRole('button', { name: 'Remove', exact: true }).click();
	await expect(row).toHaveCount(0);

	// A window that was open before still looks words up in the others.
	await searching.getByLabel('Look up in the vocabulary').pressSequentially('delirium', { delay: 60 });
	await expect(searching.getByRole('region', { name: 'Lamp List', exact: true })).toContainText(
		'This vocabulary is not loaded here.'
	);
	await expect(
		searching
			.getByRole('list', { name: 'Matches in Skerry Thesaurus of Health' })
			.getByRole('button', { name: /^Delirium/ })
			.first()
	).toBeVisible();
});

test('every form goes out and comes in again, and a file belongs to one person', async () => {
	const who = await somebody(address);
	const other = await somebody(address);
	const wait = async (id: string, state: string) => {
		const job = await settled(who.context, id);
		expect(job.state).toBe(state);
		return {
			message: job.message,
			...(job.outcome as { look: { proposed: object } | null; read: { headings: number; faultCount: number } | null })
		};
	};
	const post = async (name: string, body: Buffer) => {
		const response = await who.context.post(`/api/v1/intakes?vocabulary=zz-again&name=${name}`, {
			data: body,
			headers: { 'content-type': 'application/octet-stream' }
		});
		return { status: response.status(), ...((await response.json()) as { id: string; message?: string }) };
	};
	const media = {
		turtle: 'text/turtle',
		'n-triples': 'application/n-triples',
		'rdf-xml': 'application/rdf+xml',
		'json-ld': 'application/ld+json',
		table: 'text/csv',
		tsv: 'text/tab-separated-values'
	};
	for (const [form, type] of Object.entries(media)) {
		const out = await who.context.get(`/api/v1/vocabularies/tidewater?as=${form}`);
		expect(out.headers()['content-type']).toContain(type);
		const { id } = await post(`tidewater.${form}`, await out.body());
		if (form === 'table' || form === 'tsv') {
			const { look } = await wait(id, 'asking');
			await who.context.post(`/api/v1/intakes/${id}`, { data: { do: 'read', shape: look?.proposed } });
		}
		const { read } = await wait(id, 'asking');
		expect(read, form).toMatchObject({ headings: 479, faultCount: 0 });
		expect((await other.context.get(`/api/v1/jobs/${id}`)).status()).toBe(404);
		expect((await other.context.post(`/api/v1/jobs/${id}`, { data: { do: 'cancel' } })).status()).toBe(404);
		expect((await other.context.post(`/api/v1/intakes/${id}`, { data: { do: 'load' } })).status()).toBe(404);
		expect((await who.context.post(`/api/v1/jobs/${id}`, { data: { do: 'cancel' } })).status()).toBe(200);
		expect((await jobOf(who.context, id)).state).toBe('cancelled');
		expect((await who.context.post(`/api/v1/intakes/${id}`, { data: { do: 'load' } })).status()).toBe(409);
	}
	expect((await who.context.get('/api/v1/vocabularies/tidewater?as=doc')).status()).toBe(422);
	// Nothing of what was read and left is here.
	expect((await who.context.get('/api/v1/vocabularies/zz-again')).status()).toBe(404);

	for (const [text, message] of [
		['', /empty/],
		['only a sentence', /neither RDF .* nor a table.* Nothing was changed/],
		['@prefix a: <b:c> .\n', /says nothing/],
		['<?xml version="1.0"?><!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><rdf:RDF/>', /outside of itself/]
	] as const) {
		const begun = await post('x', Buffer.from(text));
		if (text === '') expect([begun.status, begun.message]).toEqual([400, expect.stringMatching(message)]);
		else expect((await wait(begun.id, 'failed')).message).toMatch(message);
	}
	const latin = await post('latin.csv', Buffer.from([...Buffer.from('id,label\n1,K'), 0xe4, 0x73, 0x65, 0x0a]));
	await wait(latin.id, 'asking');
	await who.context.post(`/api/v1/intakes/${latin.id}`, {
		data: { do: 'read', shape: { delimiter: ',', separator: '|', columns: { id: 0, label: 1 } } }
	});
	expect((await wait(latin.id, 'failed')).message).toBe('The file is not UTF-8 text. Nothing was changed.');
});

test('a file above the ceiling is refused, and nothing stays of it', async () => {
	test.setTimeout(360_000);
	const who = await somebody(address);
	const path = join(tmpdir(), `lantern-too-large-${process.pid}.nt`);
	try {
		const out = createWriteStream(path);
		const block = Buffer.alloc(1_000_000, `${'# a remark that fills a line'.padEnd(99)}\n`);
		for (let at = 0; at < 401; at++)
			if (!out.write(block)) await new Promise<void>((drained) => out.once('drain', drained));
		await new Promise<void>((ended) => out.end(ended));
		const cookie = (await who.context.storageState()).cookies.map((one) => `${one.name}=${one.value}`).join('; ');
		const response = await fetch(`${address}/api/v1/intakes?vocabulary=zz-large`, {
			method: 'POST',
			headers: { cookie, origin: address, 'content-type': 'application/octet-stream' },
			body: createReadStream(path) as never,
			duplex: 'half'
		} as RequestInit).catch((error: unknown) => error as Error);
		// The server may close before all is sent; either way, there is nothing.
		if (response instanceof Response)
			expect([response.status, ((await response.json()) as { message: string }).message]).toEqual([
				413,
				expect.stringMatching(/larger than 400 MB.*Nothing was changed/)
			]);
	} finally {
		rmSync(path, { force: true });
	}
	expect((await who.context.get('/api/v1/vocabularies/zz-large')).status()).toBe(404);
});

test('a large file shows how far it is and is cancelled with nothing loaded', async ({ page }) => {
	await signUp(page);
	const heading = (at: number) =>
		`v:${at} a skos:Concept ; skos:prefLabel "Condition ${at} of the ward"@en ; skos:altLabel "State ${at}"@en, "Finding ${at}"@en ; skos:broader v:${Math.floor(at / 8)} .\n`;
	const text = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix v: <https://large.example/> .\n${Array.from({ length: 90_000 }, (_, at) => heading(at + 1)).join('')}`;
	await page.goto('/vocabularies');
	await page.getByLabel('File on this computer').setInputFiles(file('zz-slow.ttl', text));
	await page.getByRole('button', { name: 'Read the file' }).click();
	const reading = page.locator('main').getByText(/Reading\s+[\d.]+ MB of 1\d\.\d MB/);
	await expect(reading).toBeVisible();
	// It goes on without the page, and is found again.
	await page.goto('/desk');
	await page.goto('/vocabularies');
	await expect(page.getByRole('region', { name: 'The file zz-slow.ttl' })).toBeVisible();
	await page.getByRole('button', { name: 'Cancel' }).click();
	await expect(page.getByRole('button', { name: 'Read the file' })).toBeVisible();
	expect((await page.request.get('/api/v1/vocabularies/zz-slow')).status()).toBe(404);
});
