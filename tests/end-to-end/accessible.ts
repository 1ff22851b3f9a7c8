/** What every screen must hold: axe finds nothing at three widths, and nothing scrolls sideways, also enlarged. */
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** At work, with the lens folded, and on a phone. */
const WIDTHS = [1280, 1024, 390] as const;
/** A window of 1280 by 800 at a zoom of 200 % (WCAG 2.2, 1.4.4 and 1.4.10): the page is laid out in half as many pixels. */
const ENLARGED = { width: 640, height: 400 };

const sideways = (page: Page) =>
	page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** @param name of the screen, for what is found */
export async function inspect(page: Page, name: string): Promise<void> {
	for (const width of WIDTHS) {
		await page.setViewportSize({ width, height: 800 });
		const { violations } = await new AxeBuilder({ page })
			.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
			.analyze();
		expect(
			violations.map(
				(one) =>
					`${name} at ${width}: ${one.id}: ${one.nodes
						.map((node) => node.target.join(' '))
						.slice(0, 3)
						.join(' | ')}`
			)
		).toEqual([]);
		expect(await sideways(page), `${name} scrolls sideways at ${width}`).toBeLessThanOrEqual(0);
	}
	await page.setViewportSize(ENLARGED);
	expect(await sideways(page), `${name} scrolls sideways at 200 %`).toBeLessThanOrEqual(0);
	await page.setViewportSize({ width: WIDTHS[0], height: 800 });
}
