/** Glean: from the records of a rough line, worked through by keys; terms go to concepts and lines, decisions survive. */
import { expect } from '@playwright/test';
import { inspect } from './accessible';
import { countedOnOwnRecords } from './own-records';
import { address, saved, somebody, test } from './people';

const KEYS = { delay: 30 };
const SINGING = ['choir singing', 'group singing', 'humming', 'choir singing', 'vocal training'];
const BREATH = ['breathlessness', 'shortness of breath', 'breathlessness', 'laboured breathing'];
const OTHERS = ['hip fracture', 'school meals', 'hand washing', 'night shifts', 'tooth decay'];
/** Every reference about singing says so in an abstract that is built like the others. */
const ris = [
	...Array.from({ length: 60 }, (_, at) => {
		const [what, which] = [SINGING[at % 5] ?? '', BREATH[at % 4] ?? ''];
		return [
			`${what} for ${which} in lung disease ${at}`,
			`Background: adults with lung disease were asked about ${what}. Results: ${which} eased in group ${at}.`
		];
	}),
	...Array.from({ length: 240 }, (_, at) => {
		const what = OTHERS[at % 5] ?? '';
		return [
			`${what} in towns ${at}`,
			`Background: families were asked about ${what}. Results: it varied in group ${at}.`
		];
	})
]
	.map(
		([title, abstract], at) =>
			`TY  - JOUR\nAU  - Kelwick, AB\nTI  - ${title}\nAB  - ${abstract}\nPY  - ${2000 + (at % 25)}\nDO  - 10.99999/g.${at}\nER  - \n`
	)
	.join('');

test('candidates of a rough line are worked through by keys, go to concepts, and decisions survive the next gleaning', async ({
	page
}) => {
	test.setTimeout(360_000);
	await countedOnOwnRecords(page, 'Does singing ease breathlessness?', 'Harbour', ris);
	await page.getByRole('link', { name: 'Glean' }).click();
	await expect(page.getByText('Nothing was gleaned yet.')).toBeVisible();
	// Nothing to glean from is said, and nothing is lost.
	await page.getByRole('button', { name: 'Glean', exact: true }).click();
	await expect(page.getByRole('alert')).toContainText('holds none of the known articles');

	await page.getByRole('link', { name: 'Concepts' }).click();
	for (const name of ['Singing', 'Breathlessness']) {
		await page.getByLabel('A new concept').fill(name);
		await page.keyboard.press('Enter');
	}
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('singing OR humming', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('48');
	await saved(page);

	await page.getByRole('link', { name: 'Glean' }).click();
	await page.getByLabel('Records to glean from').selectOption({ label: 'Records of line 1' });
	await page.getByRole('button', { name: 'Glean', exact: true }).click();
	await expect(page.getByText(/candidates? from 48 records/)).toBeVisible({ timeout: 60_000 });
	const list = page.getByRole('listbox', { name: 'Candidates' });
	const option = (name: string) => list.getByRole('option').filter({ hasText: new RegExp(`^\\s*${name}`) });
	await expect(option('breathlessness')).toBeVisible();
	// What every abstract has by its structure is none.
	await expect(list).not.toContainText('background');
	await inspect(page, 'glean');

	// Examples and counts equal a hand count: every second one of 48 … 24 by BREATH, without those on vocal training.
	await page.getByLabel('Filter candidates').pressSequentially('breathlessness', KEYS);
	await list.focus();
	const looked = page.getByRole('region', { name: 'The candidate that is chosen' });
	await expect(looked.getByRole('heading', { level: 2 })).toHaveText('breathlessness');
	await expect(looked).toContainText('24 of 48 records here, 30 in the whole');
	await expect(looked.getByRole('listitem').filter({ hasText: 'eased in group' }).first()).toBeVisible();
	await page.keyboard.press('b');
	await expect(looked.getByRole('status')).toContainText('breathlessness is in B Breathlessness now');
	await page.keyboard.press('/');
	await expect(page.getByLabel('Filter candidates')).toBeFocused();
	await page.getByLabel('Filter candidates').fill('lung disease');
	await list.focus();
	await page.keyboard.press('x');
	await expect(option('lung disease')).toContainText('rejected');
	await page.keyboard.press('u');
	await expect(option('lung disease')).not.toContainText('rejected');
	await page.keyboard.press('p');
	await expect(option('lung disease')).toContainText('parked');
	await page.getByLabel('Filter candidates').fill('');
	await saved(page);

	// Nothing was lost by a reload; what is decided is not asked again, also after the next gleaning.
	await page.reload();
	await expect(page.getByRole('heading', { name: 'Glean', level: 1 })).toBeVisible();
	await expect(option('lung disease')).toHaveCount(0);
	await page.getByRole('button', { name: 'Glean again' }).click();
	await expect(page.getByRole('button', { name: 'Glean again' })).toBeEnabled({ timeout: 60_000 });
	await expect(option('breathlessness')).toHaveCount(0);
	await page.getByText('Decided', { exact: true }).click();
	await expect(option('lung disease')).toContainText('parked');
	await expect(option('breathlessness')).toContainText('B');

	// The word is in its concept, with where it comes from, and goes into a line.
	await page.getByRole('link', { name: 'Concepts' }).click();
	await expect(page.getByRole('main')).toContainText('breathlessness');
	const api = `/api/v1/enquiries/${/\/enquiries\/([^/]+)/.exec(page.url())?.[1] ?? ''}`;
	const { document } = (await (await page.request.get(api)).json()) as {
		document: { concepts: readonly { words: readonly { text: string; origin: string }[] }[] };
	};
	expect(document.concepts[1]?.words).toMatchObject([
		{ text: 'breathlessness', origin: 'gleaned from records of line 1' }
	]);
});

test('who may not edit reads candidates and decides nothing, and a stranger sees none', async () => {
	const owner = await somebody(address);
	const made = await owner.context.post('/api/v1/enquiries', {
		data: { question: 'Does it help?', framework: 'PICO' }
	});
	const { id } = (await made.json()) as { id: string };
	const stranger = await somebody(address);
	for (const path of ['', '/figures', '/examples?candidate=x'])
		expect((await stranger.context.get(`/api/v1/enquiries/${id}/gleaning${path}`)).status()).toBe(404);
	const refused = await owner.context.put(`/api/v1/enquiries/${id}/gleaning/decisions`, {
		data: { decisions: [{ candidate: 'x', decision: 'thrown' }] }
	});
	expect(refused.status()).toBe(422);
	const examples = await owner.context.get(`/api/v1/enquiries/${id}/gleaning/examples?candidate=x`);
	expect(await examples.json()).toEqual({ examples: [] });
});
