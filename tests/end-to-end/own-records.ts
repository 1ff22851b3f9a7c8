/** An enquiry whose lines are counted on references of its own. */
import { expect, type Page } from '@playwright/test';
import { saved, signUp } from './people';

const KEYS = { delay: 30 };

/** From an empty account: a question, one file of references, and lines counted on them. @param ris the file */
export async function countedOnOwnRecords(page: Page, question: string, source: string, ris: string): Promise<void> {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').pressSequentially(question, KEYS);
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/enquiries\/[^/]+\/\w+/);
	await page.getByRole('link', { name: 'Records' }).click();
	await page
		.locator('input[type=file]')
		.setInputFiles([{ name: `${source.toLowerCase()}.ris`, mimeType: 'text/plain', buffer: Buffer.from(ris) }]);
	await page.getByLabel('Source').first().pressSequentially(source, KEYS);
	await page.getByRole('button', { name: 'Import this file' }).click();
	await page.getByRole('button', { name: 'Count lines on these records' }).click();
	await expect(page.getByText('Lines are counted on these records.')).toBeVisible();
	await saved(page);
}
