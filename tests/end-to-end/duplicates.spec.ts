/** Duplicates: found after files of two sources, decided by keys, undone, separated, counted on as works, seen as overlap. */
import { expect, type Page } from '@playwright/test';
import { saved, signUp, test } from './people';

const KEYS = { delay: 40 };

interface Paper {
	readonly title: string;
	readonly author?: string;
	readonly year?: number;
	readonly doi?: string;
	readonly page?: string;
	readonly journal?: string;
	readonly abstract?: string;
}
const ris = (papers: readonly Paper[]) =>
	papers
		.map(({ title, author = '', year, doi, page, journal, abstract }) =>
			[
				'TY  - JOUR',
				...(author ? [`AU  - ${author}`] : []),
				`TI  - ${title}`,
				...(journal ? [`T2  - ${journal}`] : []),
				...(year ? [`PY  - ${year}`] : []),
				...(page ? ['VL  - 14', `SP  - ${page}`] : []),
				...(doi ? [`DO  - ${doi}`] : []),
				...(abstract ? [`AB  - ${abstract}`] : []),
				'ER  - \r\n'
			].join('\r\n')
		)
		.join('\r\n');
const SWIM =
	'Sixty people with sore knees swam twice a week for ten weeks or went on as before; pain fell by a third among the swimmers, walking became quicker, and few gave up before the end of the course.';
/** The same works in two sources, as each writes them: one with another DOI digit, one without anything but a title, a protocol. */
const SKERRY: readonly Paper[] = [
	{
		title: 'Swimming eases sore knees: a randomised trial',
		author: 'Ostwick, Mara',
		year: 2018,
		doi: '10.99999/k.1',
		page: '101-109',
		journal: 'Journal of Warm Water',
		abstract: SWIM
	},
	{
		title: 'Warm water and stiff hips in later life',
		author: 'Kelwick, AB',
		year: 2015,
		journal: 'Journal of Warm Water'
	},
	{ title: 'Pools for everybody', author: 'Zanrick, P', year: 2011, page: '7', journal: 'Bathing Today' }
];
const CORRAN: readonly Paper[] = [
	{
		title: 'SWIMMING EASES SORE KNEES: A RANDOMISED TRIAL.',
		author: 'OSTWICK M.',
		year: 2018,
		page: '101',
		journal: 'J. Warm Water',
		abstract: SWIM.slice(0, 150)
	},
	{ title: 'Warm water and stiff hips in later life', year: 2015 },
	{
		title: 'Swimming eases sore knees: study protocol',
		author: 'OSTWICK M.',
		year: 2016,
		page: '55',
		journal: 'Plans of Trials'
	}
];

async function importFile(page: Page, name: string, source: string, papers: readonly Paper[]): Promise<void> {
	await page
		.locator('input[type=file]')
		.setInputFiles([{ name, mimeType: 'text/plain', buffer: Buffer.from(ris(papers)) }]);
	await page.getByLabel('Source').first().fill('');
	await page.getByLabel('Source').first().pressSequentially(source, KEYS);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
}

test('two sources: merged where certain, asked where not, linked where related; decided by keys, undone, separated, counted', async ({
	page
}) => {
	await signUp(page);
	await page
		.getByLabel('The question, as the team asks it')
		.pressSequentially('Does swimming ease knee pain?', { delay: 15 });
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/enquiries\/[^/]+\/\w+/);
	await page.getByRole('link', { name: 'Records' }).click();
	await importFile(page, 'skerry.ris', 'Skerry', SKERRY);
	await importFile(page, 'corran.ris', 'Corran', CORRAN);

	const tab = page.getByRole('tab', { name: /^Duplicates/ });
	await expect(tab).toHaveText('Duplicates (1 to decide)');
	await tab.click();
	const figure = (name: string) => page.locator('dl.figures > div').filter({ hasText: name }).locator('dd');
	await expect(figure('Works')).toHaveText('5');
	await expect(figure('Duplicates removed')).toHaveText(/^1\s*1 automatically$/);

	// The pair that nothing but a title and a year speaks for.
	const pair = page.getByRole('region', { name: /Pair to decide, 1 of 1/ });
	await expect(pair).toContainText('Warm water and stiff hips in later life');
	// Another window sees what is decided here.
	const other = await page.context().newPage();
	await other.goto(page.url());
	await other.getByRole('tab', { name: 'Duplicates (1 to decide)' }).click();
	await page.bringToFront();
	// Letters typed elsewhere decide nothing.
	await page.keyboard.press('s');
	await expect(figure('Works')).toHaveText('5');
	await pair.focus();
	await page.keyboard.press('s');
	await expect(figure('Works')).toHaveText('4');
	await expect(figure('Duplicates removed')).toHaveText(/^2\s*1 automatically, 1 by hand$/);
	await expect(other.getByRole('tab', { name: 'Duplicates', exact: true })).toBeVisible();
	await expect(other.getByText('1 automatically, 1 by hand')).toBeVisible();
	await other.close();
	// The queue is empty now: the works are compared again by themselves, so that counts know the decision.
	await expect(page.getByText('No pair is waiting')).toBeVisible();
	await page.getByRole('button', { name: /^Undo: same work/ }).click();
	await expect(figure('Works')).toHaveText('5');
	await expect(pair).toBeVisible();
	await pair.focus();
	await page.keyboard.press('d');
	await expect(page.getByText('No pair is waiting')).toBeVisible();
	await expect(figure('Works')).toHaveText('5');

	// A protocol is linked to its results, with what tells them apart.
	await page.getByText('Related, not merged (1)').click();
	await expect(page.getByRole('region', { name: /Related works, 1 of 1/ })).toContainText('protocol and results');

	// What was merged, where each value comes from, and one put back.
	await page.getByText('Merged', { exact: true }).click();
	const work = page.getByRole('table', { name: /References of Swimming eases/ });
	await expect(work.getByRole('row')).toHaveCount(3);
	await expect(work.getByRole('row', { name: /Skerry/ })).toContainText('title');
	await work.getByRole('button', { name: 'Separate' }).last().click();
	await expect(page.getByText('No work has several references.')).toBeVisible();
	await expect(figure('Works')).toHaveText('6');
	await page.getByRole('button', { name: /^Undo: different works/ }).click();
	await expect(figure('Works')).toHaveText('5');

	// Lines are counted on works: the trial once.
	await page.getByRole('button', { name: 'Count lines on these works' }).click();
	await expect(page.getByText('Lines are counted on these works.')).toBeVisible();
	await saved(page);
	await page.getByRole('link', { name: 'Strategy' }).click();
	await page.locator('.cm-content').click();
	await page.keyboard.type('swim*', KEYS);
	await expect(page.locator('.right-mark .count').first()).toHaveText('2');

	// Decisions outlive a reload; each source with what only it holds.
	await page.getByRole('link', { name: 'Records' }).click();
	await expect(page.getByRole('heading', { name: 'Records', level: 1 })).toBeVisible();
	await page.reload();
	await page.getByRole('tab', { name: 'Overlap of sources' }).click();
	const sources = page.getByRole('table', { name: 'Works of each source' });
	await expect(sources.getByRole('row', { name: /Corran/ })).toHaveText(/Corran\s*3\s*3\s*2/);
	await expect(sources.getByRole('row', { name: /Skerry/ })).toHaveText(/Skerry\s*3\s*3\s*2/);
	await expect(page.getByText('1 of 5 works are held by several sources.')).toBeVisible();

	// A file that goes takes its duplicates with it.
	await page.getByRole('tab', { name: 'Files' }).click();
	await page.getByRole('button', { name: 'Remove corran.ris' }).click();
	await page.getByRole('button', { name: 'Remove it' }).click();
	await page.getByRole('tab', { name: /^Duplicates/ }).click();
	await expect(figure('Works')).toHaveText('3');
	await expect(figure('Duplicates removed')).toHaveText(/^0/);
});
