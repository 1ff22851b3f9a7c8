/** Every stand-in source from an empty account on a question of one's own: written, run, compared, broken on purpose, and mended. */
import { expect, request, type Page } from '@playwright/test';
import { begun } from './jobs';
import { address, KEEPER, PASSWORD, saved, signUp, test } from './people';

// The last test puts other records in a source's place for a moment: none of the others may run meanwhile.
test.describe.configure({ mode: 'default' });

/** The register shares few works with any source: there the lines are joined with OR, so that some can be compared. */
const linesIn = (music: string, joining: string) => [
	`{${music} >} OR music* OR song*`,
	'{Pain >} OR pain* OR analges*',
	`#1 ${joining} #2`
];

async function ownEnquiry(page: Page, collection: string, joining: string): Promise<void> {
	await signUp(page);
	const headers = { origin: address };
	const made = await page.request.post('/api/v1/enquiries', {
		headers,
		data: { question: 'Does music lessen pain after an operation?', framework: 'PICO' }
	});
	expect(made.status()).toBe(201);
	const { id } = (await made.json()) as { id: string };
	const lines = linesIn(collection === 'skerry' ? 'Music Treatment' : 'Music for patients', joining).map(
		(source, at) => ({
			do: 'insert',
			in: ['lines'],
			item: { id: `l${at}`, source, concept: null, strand: null, role: 'words', label: '', note: '', off: false },
			after: at === 0 ? null : `l${at - 1}`
		})
	);
	const edits = [{ do: 'set', at: ['collection'], value: collection }, ...lines];
	const edited = await page.request.post(`/api/v1/enquiries/${id}/edits`, {
		headers,
		data: { revision: 0, client: 'x', name: 'x', edits }
	});
	expect(edited.status()).toBe(200);
	await page.goto(`/enquiries/${id}/renderings`);
}

/** Headings by their likeliest counterparts; what has none, and a wildcard that nothing can stand for, is left out with a reason. */
async function decide(page: Page): Promise<void> {
	const gaps = page.locator('[data-note="to decide"]');
	const likeliest = page.getByRole('button', { name: /Choose the likeliest for \d+ headings/ });
	if ((await likeliest.count()) > 0) await likeliest.click();
	await expect(likeliest).toHaveCount(0);
	await saved(page);
	for (let open = await gaps.count(); open > 0; open = await gaps.count()) {
		const note = gaps.first();
		await note.getByRole('button', { name: 'Decide' }).click();
		await note.getByLabel(/^What to do with/).selectOption('leave out');
		const every = note.getByLabel('every heading, in this source');
		if ((await every.count()) > 0) await every.check();
		await note.getByLabel('Reason, kept with it').fill('The other words carry it here');
		await note.getByRole('button', { name: 'Keep the decision' }).click();
		await expect(async () => expect(await gaps.count()).toBeLessThan(open)).toPass();
	}
	await saved(page);
}

async function writtenForCorran(page: Page, joining: string): Promise<void> {
	await ownEnquiry(page, 'skerry', joining);
	await page.getByLabel('Write it for another platform').selectOption('corran');
	await page
		.getByRole('group', { name: 'Sources' })
		.getByRole('button', { name: /Corran/ })
		.click();
}

const SOURCES = ['skerry', 'tidewater', 'corran', 'wherry', 'fairway'] as const;

for (const profile of SOURCES)
	test(`${profile}: written, run by connection, compared; what a wrong line loses is told and mended`, async ({
		page
	}) => {
		test.setTimeout(600_000);
		// Another collection than the source's own, so that there is something to compare.
		const [joining, broken] = profile === 'fairway' ? ['OR', 2] : ['AND', 1];
		await ownEnquiry(page, profile === 'skerry' ? 'tidewater' : 'skerry', joining);
		await page.getByLabel('Write it for another platform').selectOption(profile);
		const tab = page.getByRole('group', { name: 'Sources' }).getByRole('button').nth(1);
		await tab.click();
		await saved(page);
		await expect(page.getByRole('region', { name: 'Line 1', exact: true })).toBeVisible();
		await decide(page);

		const counts = page.getByRole('region', { name: /^Counts at/ });
		await counts.getByRole('button', { name: 'Run by connection' }).click();
		await expect(counts.getByRole('row')).toHaveCount(4, { timeout: 60_000 });
		const found = await counts.locator('tbody td:nth-child(2)').allTextContents();
		expect(
			found.map((one) => Number(one.replace(/\D/g, '')) > 0),
			found.join(' ')
		).toEqual([true, true, true]);

		const tried = page.getByRole('region', { name: /^Try it on/ });
		const kept = async () => {
			const answered = page.waitForResponse(/renderings\/try$/);
			await tried.getByRole('button', { name: 'Try it' }).click();
			await answered;
			await expect(tried).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 });
			const text = (await tried.textContent()) ?? '';
			const [, some, lost] = /([\d\s.,\u202F]+) kept, ([\d\s.,\u202F]+) lost/.exec(text) ?? [];
			return { kept: Number(some?.replace(/\D/g, '')), lost: Number(lost?.replace(/\D/g, '')) };
		};
		const first = await kept();
		expect(first.kept).toBeGreaterThan(0);

		// A line that finds nothing there: works of both sources are lost, and the line is named.
		await page.getByRole('button', { name: new RegExp(`^Change line ${broken} for .* alone$`) }).click();
		await page.getByLabel('In the notation').fill('ti:zzyxlantern');
		await page.getByLabel('Reason, kept with it').fill('To see what it costs');
		await page.getByRole('button', { name: 'Keep it' }).click();
		await saved(page);
		const worse = await kept();
		expect(worse.kept + worse.lost).toBe(first.kept + first.lost);
		expect(worse.lost).toBeGreaterThan(first.lost);
		if (joining === 'AND') expect(worse.kept).toBe(0);
		await expect(tried).toContainText(new RegExp(`Line ${broken} loses \\d+ first`));

		await page
			.getByRole('region', { name: `Line ${broken}`, exact: true })
			.getByRole('button', { name: 'Undo this' })
			.click();
		await saved(page);
		expect(await kept()).toEqual(first);
	});

test('a heading’s counterpart chosen at a rendering is kept for every enquiry, and fields are searched the way that was chosen', async ({
	page
}) => {
	await writtenForCorran(page, 'AND');
	const second = page.getByRole('region', { name: 'Line 2', exact: true });
	await expect(second).toBeVisible();
	const open = second.locator('[data-note="to decide"]').filter({ hasText: '{Pain >}' });
	// On a server that has been tested before, it is decided already.
	if ((await open.count()) > 0) {
		await open.getByRole('button', { name: 'Decide' }).click();
		await open.getByLabel('Keep it for').selectOption({ label: 'every enquiry, as: nearly the same' });
		await open.getByRole('button', { name: 'Keep the decision' }).click();
	}
	await expect(
		second
			.locator('[data-note="adjusted"]')
			.filter({ hasText: /Pain is Nociception Disorder in Corran Therapeutics Catalogue \(/ })
	).toBeVisible();
	await expect(second.locator('.there')).toContainText("'Nociception Disorder'~");

	const fields = page.getByRole('region', { name: 'Fields at Corran Therapeutics Catalogue' });
	await fields
		.getByLabel('In the fields title, abstract, author keywords')
		.selectOption({ label: 'the set any – Corran Therapeutics Catalogue also searches heading words here' });
	await expect(second.locator('.there')).toContainText('any~pain*~');
	await expect(
		page.locator('[data-note="widened"]').filter({ hasText: 'also searches heading words' }).first()
	).toBeVisible();
	await saved(page);
	await page.reload();
	await page
		.getByRole('group', { name: 'Sources' })
		.getByRole('button', { name: /Corran/ })
		.click();
	await expect(second.locator('.there')).toContainText('any~pain*~');

	// Another enquiry, another account: the counterpart is there.
	await page.context().clearCookies();
	await writtenForCorran(page, 'OR');
	await expect(second.locator('.there')).toContainText("'Nociception Disorder'~");
});

test('a stand-in source answers from what ships with it and from nothing else', async () => {
	const anybody = await request.newContext({ baseURL: address });
	const keeper = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
	await keeper.post('/sign-in', { form: { email: KEEPER, password: PASSWORD }, maxRedirects: 0 });
	const ask = () => anybody.get('/sru/fairway?version=1.2&operation=searchRetrieve&query=pain&maximumRecords=1');
	const put = async (text: string) => {
		const response = await keeper.put(
			'/api/v1/collections/fairway?name=Fairway%20Trials%20Register%2C%20sample&taken=2026-11-20',
			{ headers: { 'content-type': 'application/x-ndjson' }, data: text }
		);
		return (await begun(keeper, response)).state;
	};
	expect((await ask()).status()).toBe(200);
	const shipped = await (await keeper.get('/api/v1/collections/fairway')).text();
	const [first = ''] = shipped.split('\n');
	try {
		const own = JSON.stringify({
			...(JSON.parse(first) as object),
			titles: ['Pain in our own house: not for everybody']
		});
		expect(await put(`${own}\n`)).toBe('done');
		const refused = await ask();
		expect(refused.status()).toBe(404);
		expect(await refused.text()).not.toContain('not for everybody');
		// Everything but one record is not what ships either.
		expect(await put(shipped.slice(first.length + 1))).toBe('done');
		expect((await ask()).status()).toBe(404);
	} finally {
		expect(await put(shipped)).toBe('done');
	}
	expect((await ask()).status()).toBe(200);
});

test('a source is asked what it says of itself; a profile that does not fit is told so, and one without an answer, too', async ({
	page
}) => {
	await signUp(page);
	await page.goto('/profiles');
	const row = (name: string | RegExp) => page.getByRole('table', { name: 'Profiles' }).getByRole('row', { name });
	await row(/^Fairway Trials Register/)
		.getByRole('button', { name: /^Ask Fairway/ })
		.click();
	const said = page.getByRole('status', { name: 'What Fairway Trials Register says of itself' });
	await expect(said).toContainText('at most 1 000 records at once');
	await expect(said).toContainText(/Languages: .*fairway/);
	await expect(said).toContainText('It fits the profile.');

	const shipped = (await (await page.request.get('/api/v1/profiles/fairway')).json()) as {
		platform: object;
		source: object;
	};
	const own = async (id: string, source: object) =>
		(
			await page.request.put(`/api/v1/profiles/${id}`, {
				headers: { origin: address },
				data: { ...shipped, id, name: id, version: 1, source: { ...shipped.source, ...source } }
			})
		).status();
	const stamp = Date.now().toString(36);
	expect(await own(`odd-${stamp}`, { name: `Odd ${stamp}`, queryType: 'skerry' })).toBe(200);
	expect(await own(`far-${stamp}`, { name: `Far ${stamp}`, address: 'http://sources.example/sru' })).toBe(200);
	await page.reload();
	await row(new RegExp(`^Odd ${stamp}`))
		.getByRole('button', { name: /^Ask Odd/ })
		.click();
	await expect(page.getByRole('status', { name: `What Odd ${stamp} says of itself` })).toContainText(
		'The profile asks it in “skerry”, which is not among the languages that it names.'
	);
	await row(new RegExp(`^Far ${stamp}`))
		.getByRole('button', { name: /^Ask Far/ })
		.click();
	await expect(page.getByRole('status', { name: `What Far ${stamp} says of itself` })).toContainText(
		'is not among the addresses that this installation may reach'
	);
});
