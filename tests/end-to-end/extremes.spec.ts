/** Texts and lists far beyond the usual: nothing runs out of its place, and the screens stay usable. */
import type { EnquiryFile } from '@wide-lantern/core';
import { expect, type Page } from '@playwright/test';
import { newEnquiry, signUp, somebody, test } from './people';

const LONG = 'Longitudinalobservationswithoutanyspace'.repeat(52).slice(0, 2_000);
/** Names from right to left: invented ones, in Arabic and in Hebrew letters. */
const FROM_RIGHT = ['نورة القنديل', 'אורה פנס'];
const SIXTY = 'Community-based light and movement programmes for older ones';

interface Chosen {
	readonly vocabulary: string;
	readonly heading: string;
}
/** Every heading of the vocabularies that ship, as their tables name them. */
async function allHeadings(page: Page): Promise<Chosen[]> {
	const tables = ['skerry', 'tidewater', 'corran'].map(async (vocabulary) => {
		const table = await (await page.request.get(`/api/v1/vocabularies/${vocabulary}?as=tsv`)).text();
		const rows = table.trim().split('\n').slice(1);
		return rows.map((row) => ({ vocabulary, heading: row.split('\t')[0] ?? '' }));
	});
	return (await Promise.all(tables)).flat();
}

function extreme(file: EnquiryFile, headings: readonly Chosen[]): EnquiryFile {
	const concepts = Array.from({ length: 40 }, (_, at) => ({
		id: `concept-${at}`,
		name: at === 0 ? SIXTY : at < 3 ? (FROM_RIGHT[at - 1] ?? '') : `Concept number ${at + 1}`,
		note: at === 0 ? LONG : '',
		strands: [],
		headings:
			at === 1
				? headings.map((heading, nth) => ({
						id: `heading-${nth}`,
						...heading,
						reach: 'this' as const,
						main: false,
						strand: null,
						note: ''
					}))
				: [],
		words: [{ id: `word-${at}`, text: at === 0 ? LONG.slice(0, 190) : `word${at}*`, strand: null, origin: 'own idea' }],
		parked: []
	}));
	const lines = Array.from({ length: 300 }, (_, at) => ({
		id: `line-${at}`,
		source: at === 299 ? 'ANY(#1-#40)' : at === 5 ? LONG.slice(0, 1_000) : `light${at}* OR lamp${at}*`,
		concept: at === 299 ? null : `concept-${at % 40}`,
		strand: null,
		role: at === 299 ? ('joining' as const) : ('words' as const),
		label: at === 3 ? LONG : at === 4 ? (FROM_RIGHT[0] ?? '') : '',
		note: at === 3 ? LONG : '',
		off: false
	}));
	return {
		...file,
		enquiry: {
			...file.enquiry,
			title: LONG,
			question: LONG,
			parts: file.enquiry.parts.map((part) => ({ ...part, text: LONG })),
			articles: [{ id: 'article', citation: LONG, identifier: LONG }],
			dates: [{ id: 'date', timeline: 'team', what: LONG, due: '2030-01-01', done: false }],
			sources: [
				{
					id: 'source',
					kind: 'database',
					database: LONG,
					platform: LONG,
					coverage: LONG,
					reason: LONG,
					profile: null
				}
			],
			people: FROM_RIGHT.map((name, at) => ({ id: `person-${at}`, name, affiliation: LONG, does: LONG, credit: LONG })),
			inclusion: [{ id: 'in', text: LONG }],
			exclusion: [{ id: 'out', text: LONG }],
			journal: [{ id: 'entry', date: '2026-12-01', kind: 'decision', text: LONG, hours: 1 }],
			concepts,
			lines
		}
	};
}

/** What reaches beyond its place, with by how much: the page, the working room, the lens. */
async function sideways(page: Page, where: string): Promise<string[]> {
	const found = await page.evaluate(() =>
		[document.documentElement, ...document.querySelectorAll('.room, .lens')]
			.filter((place) => place.scrollWidth > place.clientWidth)
			.map((place) => {
				const edge = place.getBoundingClientRect().left + place.clientWidth + 1;
				const inner = [...place.querySelectorAll('*')].find((one) => one.getBoundingClientRect().right > edge);
				return `${place.className || 'page'} by ${place.scrollWidth - place.clientWidth}, first ${inner?.tagName} ${inner?.getAttribute('class')}`;
			})
	);
	return found.map((one) => `${where}: ${one}`);
}

test('long texts, names from right to left, 40 concepts, 300 lines and 2,000 headings keep every screen in its place', async ({
	page,
	baseURL
}) => {
	test.setTimeout(600_000);
	await signUp(page);
	const maker = await somebody(baseURL ?? '');
	const empty = await newEnquiry(maker);
	const file = (await (await maker.context.get(`/api/v1/enquiries/${empty}/export`)).json()) as EnquiryFile;
	const imported = await page.request.post('/api/v1/enquiries/import', {
		data: extreme(file, (await allHeadings(page)).slice(0, 2_000)),
		headers: { origin: baseURL ?? '' }
	});
	expect(imported.status(), await imported.text()).toBe(201);
	const { id } = (await imported.json()) as { id: string };
	const wrong: string[] = [];
	for (const width of [1280, 390]) {
		await page.setViewportSize({ width, height: 800 });
		await page.goto('/desk');
		wrong.push(...(await sideways(page, `desk at ${width}`)));
		for (const step of [
			'brief',
			'concepts',
			'headings',
			'glean',
			'strategy',
			'proving',
			'renderings',
			'dossier',
			'people'
		]) {
			await page.goto(`/enquiries/${id}/${step}`);
			await expect(page.locator('#content h1').first()).toBeAttached();
			if (step === 'strategy') await page.locator('.right-mark .count').first().waitFor();
			wrong.push(...(await sideways(page, `${step} at ${width}`)));
		}
	}
	expect(wrong).toEqual([]);
	// A key in the sheet of 300 lines lands where the cursor is, and is saved.
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.goto(`/enquiries/${id}/strategy`);
	await page.locator('.cm-line').first().click();
	await page.keyboard.press('End');
	await page.keyboard.type(' OR glow*', { delay: 60 });
	await expect(page.locator('.cm-line').first()).toContainText('light0* OR lamp0* OR glow*');
	await expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved');
});
