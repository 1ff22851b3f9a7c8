/** Renderings: the demo for all five sources, tried and run by connection; a platform taught from nothing; an appendix read. */
import { expect, type Page } from '@playwright/test';
import { begun } from './jobs';
import { address, newEnquiry, saved, signUp, somebody, test } from './people';

async function openDemo(page: Page): Promise<void> {
	await page.goto('/');
	await page.getByRole('button', { name: 'Open the demo' }).click();
	await page.waitForURL(/desk/);
}

/** A copy of the demo's strategy in an account of one's own, so that tests do not meet in one enquiry. */
async function copyOfDemo(page: Page): Promise<void> {
	await openDemo(page);
	const [demo = ''] =
		/\/enquiries\/[^/]+/.exec((await page.locator('main a').first().getAttribute('href')) ?? '') ?? [];
	const file = (await (await page.request.get(`/api/v1${demo}/export`)).json()) as object;
	await page.context().clearCookies();
	await signUp(page);
	const made = await page.request.post('/api/v1/enquiries/import', {
		headers: { origin: address, 'content-type': 'application/json' },
		data: file
	});
	expect(made.status()).toBe(201);
	const { id } = (await made.json()) as { id: string };
	await page.goto(`/enquiries/${id}/renderings`);
	await expect(page.getByRole('region', { name: 'Line 1', exact: true })).toBeVisible();
}
const source = (page: Page, name: RegExp) => page.getByRole('group', { name: 'Sources' }).getByRole('button', { name });

test('the demo stands in five syntaxes; decisions are taken; what is lost on the works of both sources is told by line and mended; it is run by connection', async ({
	page
}) => {
	test.setTimeout(360_000);
	await copyOfDemo(page);
	for (const name of [/Skerry/, /Tidewater/, /Corran/, /Wherry/, /Fairway/])
		await expect(source(page, name)).toBeVisible();
	await expect(page.getByText('subject[Delirium; below] either subject[Confusion]')).toBeVisible();

	// What waits for a decision is counted beside the step, and leads to its platform.
	await expect(page.getByRole('link', { name: /Renderings 3 to look at/ })).toBeVisible();
	await page.getByRole('link', { name: /Corran Therapeutics Catalogue: \d+ to decide or to do by hand/ }).click();
	await expect(source(page, /Corran/)).toHaveAttribute('aria-pressed', 'true');
	const note = page.locator('[data-note="to decide"]').filter({ hasText: '{Delirium >}' }).first();
	await note.getByRole('button', { name: 'Decide' }).click();
	await note.getByLabel('Reason, kept with it').fill('Its note says the same');
	await note.getByRole('button', { name: 'Keep the decision' }).click();
	await expect(page.getByText("topic~down 'Delirious State'~").first()).toBeVisible();
	await expect(page.locator('[data-note="decided"]').first()).toContainText('Its note says the same');
	await page.getByRole('button', { name: /Choose the likeliest for \d+ headings/ }).click();
	await expect(page.locator('[data-note="to decide"]')).toHaveCount(0);
	await saved(page);
	await expect(page.getByRole('link', { name: /Renderings 2 to look at/ })).toBeVisible();

	// A heading that is wrong for the source loses works; the comparison names the line, and deciding again brings them back.
	const counts = page.getByRole('region', { name: /^Counts at Corran/ });
	await counts.getByRole('button', { name: 'Run by connection' }).click();
	await expect(counts.getByRole('row')).toHaveCount(9, { timeout: 60_000 });
	await expect(counts).toContainText('by connection');
	// What was asked with its lines written in is compared as it is shown.
	await expect(counts.getByTitle('The line was different then')).toHaveCount(0);
	await expect(page.getByText('changed since it was run')).toHaveCount(0);
	const tried = page.getByRole('region', { name: /^Try it on Corran/ });
	await tried.getByRole('button', { name: 'Try it' }).click();
	await expect(tried).toContainText(/found by the rendering:\s+\d+ kept, 0 lost/, { timeout: 60_000 });
	await expect(source(page, /Corran/)).toContainText('100 % kept');

	await page.getByRole('button', { name: 'Change line 2 for Corran Therapeutics Catalogue alone' }).click();
	await page.getByLabel('In the notation').fill('ti:wandering');
	await page.getByLabel('Reason, kept with it').fill('To see what it costs');
	await page.getByRole('button', { name: 'Keep it' }).click();
	await page.getByRole('button', { name: 'Change line 1 for Corran Therapeutics Catalogue alone' }).click();
	await page.getByLabel('What this source has instead').selectOption('skip');
	await page.getByLabel('Reason, kept with it').fill('To see what it costs');
	await page.getByRole('button', { name: 'Keep it' }).click();
	await expect(page.getByText('left out here')).toBeVisible();
	await saved(page);
	await tried.getByRole('button', { name: 'Try it' }).click();
	await expect(tried).toContainText(/0 kept, [1-9]\d* lost/, { timeout: 60_000 });
	await expect(tried).toContainText(/Line [12] loses \d+ first/);
	await expect(page.getByText('changed since it was run').first()).toBeVisible();
	await page.getByRole('region', { name: 'Line 1', exact: true }).getByRole('button', { name: 'Undo this' }).click();
	await page.getByRole('region', { name: 'Line 2', exact: true }).getByRole('button', { name: 'Undo this' }).click();
	await saved(page);
	await tried.getByRole('button', { name: 'Try it' }).click();
	await expect(tried).toContainText(/[1-9]\d* kept, 0 lost/, { timeout: 60_000 });

	await page.getByRole('button', { name: 'Copy as one string' }).click();
	await expect(page.getByRole('status').filter({ hasText: /one string copied|did not allow/ })).toBeVisible();

	// The register writes short strings only and says so; counts can be pasted, too.
	await source(page, /Wherry/).click();
	const wherry = page.getByRole('region', { name: /^Counts at Wherry/ });
	await wherry.getByRole('button', { name: 'Paste counts' }).click();
	await wherry.getByRole('textbox').fill('1 204\n87\n5\n12\n12');
	await wherry.getByRole('button', { name: 'Save as today’s counts' }).click();
	await expect(wherry).toContainText('pasted');
	await saved(page);
	await page.getByRole('link', { name: 'Dossier' }).click();
	await expect(
		page.getByText(/Compared on \d{4}-\d{2}-\d{2} on the works that both sources hold/).first()
	).toBeVisible();
});

test('what a source makes of bare words is shown with what it hides, and frozen into a line', async ({ page }) => {
	await copyOfDemo(page);
	await source(page, /Tidewater/).click();
	await page.getByRole('button', { name: 'What bare words become' }).click();
	await page
		.getByLabel('Words, as a newcomer types them')
		.pressSequentially('acute confusion of zzyx lamp', { delay: 60 });
	await page.getByRole('button', { name: 'Look', exact: true }).click();
	const words = page.getByRole('region', { name: /^What Tidewater/ });
	await expect(words).toContainText('acute confusion becomes the heading Acute confusion');
	await expect(words).toContainText('of is ignored without warning');
	await expect(words).toContainText('zzyx fell through');
	await expect(words).toContainText('lamps');
	// The heading leads to itself.
	await words.getByRole('button', { name: 'Acute confusion', exact: true }).click();
	await expect(
		page.getByRole('complementary', { name: 'Lens' }).getByRole('heading', { name: 'Acute confusion' })
	).toBeVisible();
	await words.getByText('Its own account of the query').click();
	await words.getByLabel('The source’s account').fill('t::"acute confusion" or t::wandering');
	await page.getByRole('button', { name: 'Look', exact: true }).click();
	await expect(words.getByRole('listitem').filter({ hasText: 'wandering' })).toContainText('added');
	await words.getByRole('button', { name: 'Freeze the account as a line' }).click();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await expect(page.locator('.cm-line').last()).toHaveText('ti:("acute confusion" OR wandering)');
});

const EXAMPLES: Readonly<Record<string, string>> = {
	title: 'hl(harbour)',
	abstract: 'sum(harbour)',
	keyword: 'key(harbour)',
	usual: 'hl,sum,key(harbour)',
	'two-fields': 'hl,sum(harbour)',
	phrase: 'hl("stone harbour")',
	or: 'hl(harbour ; lantern)',
	and: 'hl(harbour) + hl(lantern)',
	not: 'hl(harbour) - hl(lantern)',
	ending: 'hl(harbour*)',
	near: 'hl(harbour <3> lantern)',
	lines: 'L2 + L3',
	'any-lines': 'L1..L3',
	years: '2011--2019',
	comment: '// sample note'
};

test('a platform is taught from nothing by its examples, saved, used on another question, and changed into a second version', async ({
	page
}) => {
	test.setTimeout(360_000);
	const owner = await signUp(page);
	const name = `Jetty File ${owner.slice(0, 6)}`;
	await page.goto('/profiles');
	await page.getByRole('link', { name: 'Teach a platform' }).click();
	await page.getByLabel('The platform', { exact: true }).fill('Bollard');
	await page.getByLabel('The source on it').fill(name);
	await expect(page.getByRole('button', { name: 'Save the profile' })).toBeDisabled();
	// A strategy of before proposes what its pieces are.
	await page.getByText('Have a strategy in this syntax?').click();
	await page
		.getByLabel('A strategy in this platform’s syntax')
		.fill('hl(light) + sum(lamp*)\nhl(day) ; sum(night*) ; key(sun)\n');
	await page.getByRole('button', { name: 'Propose' }).click();
	await page.getByLabel('What hl means').selectOption('title');
	await expect(page.locator('[data-construct=title] input')).toHaveValue('hl(harbour)');
	for (const [construct, text] of Object.entries(EXAMPLES))
		await page.locator(`[data-construct=${construct}] input`).fill(text);
	for (const construct of Object.keys(EXAMPLES))
		await expect(page.locator(`[data-construct=${construct}]`)).toHaveAttribute('data-passed', 'true');
	// A contradiction is told at the example.
	await page.locator('[data-construct=not] input').fill('hl(harbour) + hl(lantern)');
	await expect(page.getByText('Two operators have the same symbol.')).toBeVisible();
	await expect(page.getByRole('button', { name: 'Save the profile' })).toBeDisabled();
	await page.locator('[data-construct=not] input').fill(EXAMPLES['not'] ?? '');
	await page.getByRole('button', { name: 'Save the profile' }).click();
	await expect(
		page.getByRole('table', { name: 'Profiles' }).getByRole('row', { name: new RegExp(name) })
	).toBeVisible();

	await page.goto('/desk');
	await page.getByLabel('The question, as the team asks it').fill('Does singing help memory?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	for (const [at, line] of ['sing* OR choir OR "group music"', 'ti:(memory WITHIN/3 recall)', '#1 AND #2'].entries()) {
		if (at > 0) await page.keyboard.press('Enter');
		await page.keyboard.insertText(line);
	}
	await saved(page);
	await page.getByRole('link', { name: 'Renderings' }).click();
	await page.getByLabel('Write it for another platform').selectOption({ label: `${name} on Bollard` });
	await expect(page.getByText('hl,sum,key(sing* ; choir ; "group music")')).toBeVisible();
	await expect(page.getByText('hl(memory <2> recall)')).toBeVisible();
	await expect(page.getByText('L1 + L2')).toBeVisible();
	await saved(page);

	// The profile changes; the rendering says that it was looked at with an older one.
	const list = await page.request.get('/profiles');
	expect(list.status()).toBe(200);
	await page.goto('/profiles');
	await page
		.getByRole('row', { name: new RegExp(name) })
		.getByRole('link', { name: 'Change' })
		.click();
	await page.locator('[data-construct=ending] input').fill('hl(harbour%)');
	await page.getByRole('button', { name: 'Save the profile' }).click();
	await expect(page.getByRole('row', { name: new RegExp(name) })).toContainText('since 1: what changed');
	// Its platform, with another source's own part.
	await page.getByLabel('The source of').selectOption('tidewater');
	await page.getByLabel('on the platform of').selectOption({ label: 'Millrace' });
	await page.getByRole('button', { name: 'Put together' }).click();
	await expect(
		page.getByText(/^Saved as Tidewater Care Record on Millrace|^Another person taught this profile/)
	).toBeVisible();
	await page.getByRole('link', { name: 'since 1: what changed' }).first().click();
	await expect(page.getByRole('row', { name: /platform.wildcards.any/ })).toContainText('%');
});

test('a numbered appendix is read in its syntax, faults in place, counts kept and contradictions told; a better profile is offered; lines are taken over', async ({
	page
}) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Does noise on wards disturb sleep?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.getByRole('link', { name: 'Renderings' }).click();
	await page.getByRole('button', { name: 'Read a strategy from elsewhere' }).click();
	const read = page.getByRole('region', { name: 'Read a pasted strategy' });
	await read.getByLabel('In the syntax of').selectOption('skerry');
	await read
		.getByLabel('The strategy as it was copied')
		.fill(
			'1\tt|a|k::(nois@ or "alarm sound")\t1,204\n2\tt::ward@\t310\n3\tany[1:2]\t1,100\n4\t[1] and [2] {note: both}\t88\n'
		);
	await read.getByRole('button', { name: 'Read it' }).click();
	await expect(read.getByRole('status')).toContainText('faults');
	await read.getByRole('button', { name: /Tidewater Care Record on Causeway fits better: no fault/ }).click();
	await expect(read.getByRole('status').first()).toContainText('all of it is understood');
	await expect(read.getByRole('row', { name: /ANY\(#1-#2\)/ })).toBeVisible();
	await expect(read.getByText(/Line 3 has 1.100 records, fewer than the 1.204/)).toBeVisible();
	await read.getByRole('button', { name: 'Bring 4 lines into the strategy' }).click();
	await saved(page);
	// A second time it asks what is to become of the lines that are there.
	await read.getByRole('button', { name: 'Bring 4 lines into the strategy' }).click();
	await expect(read.getByText('The strategy has 4 lines already.')).toBeVisible();
	await read.getByRole('button', { name: 'Replace them' }).click();
	await expect(read.getByText('in place of those that were there')).toBeVisible();
	await saved(page);
	await read.getByRole('link', { name: 'Open the strategy' }).click();
	await expect(page.locator('.cm-line')).toHaveText([
		/^nois\* OR "alarm sound"/,
		/^ti:ward\*/,
		/^#1 OR #2|^ANY\(#1-#2\)|^ANY\(#1, #2\)/,
		/^#1 AND #2/
	]);
});

test('a source that is away, refuses or sends nonsense changes nothing, and says why', async () => {
	const owner = await somebody(address, 'Owner');
	const id = await newEnquiry(owner);
	const edits = [
		{
			do: 'insert',
			in: ['lines'],
			item: { id: 'a', source: 'noise*', concept: null, strand: null, role: 'words', label: '', note: '', off: false },
			after: null
		},
		{ do: 'insert', in: ['renderings'], item: { id: 'r', profile: 'away', first: 1, leftOut: [] }, after: null }
	];
	const shipped = (await (await owner.context.get('/api/v1/profiles/wherry')).json()) as { source: object };
	// Nothing answers on this port of loopback.
	const away = {
		...shipped,
		id: `away${id.slice(0, 6)}`,
		source: { ...shipped.source, address: 'http://127.0.0.1:9/sru' }
	};
	const elsewhere = {
		...away,
		id: `else${id.slice(0, 6)}`,
		source: { ...shipped.source, address: 'http://sources.example/sru' }
	};
	for (const profile of [away, elsewhere])
		expect((await owner.context.put(`/api/v1/profiles/${profile.id}`, { data: profile })).status()).toBe(200);
	const own = edits.map((one) =>
		one.in[0] === 'renderings' ? { ...one, item: { ...one.item, profile: away.id } } : one
	);
	own.push({
		do: 'insert',
		in: ['renderings'],
		item: { id: 's', profile: elsewhere.id, first: 1, leftOut: [] } as never,
		after: 'r' as never
	});
	expect(
		(
			await owner.context.post(`/api/v1/enquiries/${id}/edits`, {
				data: { revision: 0, client: 'x', name: 'x', edits: own }
			})
		).status()
	).toBe(200);
	const ask = async (profile: string) => {
		const asked = await owner.context.post(`/api/v1/enquiries/${id}/renderings/count`, { data: { profile } });
		const { state, message } = await begun(owner.context, asked);
		return { state, message };
	};
	expect(await ask(away.id)).toEqual({
		state: 'failed',
		message: 'The source cannot be reached. The earlier counts were kept.'
	});
	expect(await ask(elsewhere.id)).toEqual({
		state: 'failed',
		message:
			'http://sources.example is not among the addresses that this installation may reach. The earlier counts were kept.'
	});
	// Another person cannot change a profile that is not theirs.
	const other = await somebody(address, 'Other');
	expect((await other.context.put(`/api/v1/profiles/${away.id}`, { data: away })).status()).toBe(403);
	expect((await other.context.delete(`/api/v1/profiles/${away.id}`)).status()).toBe(403);
	const hostile = {
		...away,
		platform: {
			...(away as unknown as { platform: object }).platform,
			fields: { pattern: '%{text}', per: 'term', several: 'or', joiner: '' }
		}
	};
	const refused = await owner.context.put(`/api/v1/profiles/${away.id}`, { data: hostile });
	expect(refused.status()).toBe(422);
	expect(((await refused.json()) as { message: string }).message).toContain('contradicts itself');
	// Patterns that cannot be used are refused with reasons, too, and the profile stays what it was.
	const proximity = {
		...(away as unknown as { platform: { proximity: object } }).platform.proximity,
		within: '%{right}%{left}%{n}'
	};
	const unusable = { ...away, platform: { ...(away as unknown as { platform: object }).platform, proximity } };
	const again = await owner.context.put(`/api/v1/profiles/${away.id}`, { data: unusable });
	expect(again.status()).toBe(422);
	expect(((await again.json()) as { message: string }).message).toContain(
		'must begin with its left side or with a character of its own'
	);
	expect(((await (await owner.context.get(`/api/v1/profiles/${away.id}`)).json()) as typeof away).source).toEqual(
		away.source
	);
});
