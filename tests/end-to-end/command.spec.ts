/**
 * The one command on a data folder of its own: started twice, a taken port, a server restarted and a
 * database lost in mid-edit, backup and restore.
 */
import { execFile } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { saved, signUp, test } from './people';

test.describe.configure({ mode: 'serial' });
const folder = mkdtempSync(join(tmpdir(), 'lantern-command-'));
chmodSync(folder, 0o755);
const [first, second] = [join(folder, 'first'), join(folder, 'second')];

/** Runs ./lantern; gives its exit code and all that it said. */
function lantern(...args: string[]): Promise<{ code: number; said: string }> {
	return new Promise((done) => {
		const run = execFile('./lantern', args, { timeout: 100_000 }, (error, out, wrong) =>
			done({ code: error ? (typeof error.code === 'number' ? error.code : 1) : 0, said: out + wrong })
		);
		run.stdin?.end();
	});
}
const addressIn = (said: string) => /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0] ?? '';

test.afterAll(async () => {
	for (const data of [first, second]) await lantern('stop', '--data', data);
	rmSync(folder, { recursive: true, force: true });
});

async function begin(page: Page, address: string): Promise<void> {
	await page.goto(`${address}/sign-up`);
	await page.getByLabel('Your name, as others').fill('Command');
	await page.getByLabel('E-mail address').fill('command@test.example');
	await page.getByLabel('Password').fill('harbour lights at dusk');
	await page.getByRole('button', { name: 'Create account' }).click();
	await page.getByLabel('The question, as the team asks it').fill('Does it come back?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
}

test('starts, says that it runs, survives a restart and a lost database in mid-edit, and is backed up and restored', async ({
	page
}) => {
	test.setTimeout(600_000);
	const started = await lantern('start', '--detach', '--no-demo', '--data', first);
	const address = addressIn(started.said);
	expect(started.code, started.said).toBe(0);
	expect(started.said).toContain('The first account that is made looks after the installation.');
	const port = new URL(address).port;
	expect((await lantern('start', '--data', first)).said).toContain(`running already: ${address}`);

	await begin(page, address);
	await expect(page.getByRole('link', { name: 'Command' })).toBeVisible();
	expect((await page.request.get(`${address}/administration`)).status()).toBe(200);
	expect((await page.request.post(`${address}/demo`, { headers: { origin: address } })).status()).toBe(404);

	/** Counts of two lines on a collection, asked until its index is open. */
	const id = /enquiries\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
	const counts = async () => {
		let lines: { count: number | null }[] = [];
		await expect
			.poll(
				async () =>
					(lines = (
						(await (await page.request.get(`${address}/api/v1/enquiries/${id}/counts`)).json()) as {
							lines: typeof lines;
						}
					).lines).map((one) => typeof one.count),
				{ timeout: 60_000 }
			)
			.toEqual(['number', 'number']);
		return lines.map((one) => one.count);
	};
	const line = (name: string, source: string) => ({
		id: name,
		source,
		concept: null,
		strand: null,
		role: 'words',
		label: '',
		note: '',
		off: false
	});
	const edits = [
		{ do: 'set', at: ['collection'], value: 'skerry' },
		{ do: 'insert', in: ['lines'], item: line('one', 'delir* OR "acute confusion"'), after: null },
		{ do: 'insert', in: ['lines'], item: line('two', '{Delirium >}'), after: 'one' }
	];
	expect(
		(
			await page.request.post(`${address}/api/v1/enquiries/${id}/edits`, {
				data: { revision: 0, client: 'x', name: 'lines', edits },
				headers: { origin: address }
			})
		).status()
	).toBe(200);
	const right = await counts();
	expect(right.every((one) => (one ?? 0) > 0)).toBe(true);

	await test.step('a server restarted in mid-edit, with index files that were damaged meanwhile', async () => {
		await page.getByLabel('Title').fill('Typed before');
		await page.getByLabel('Question', { exact: true }).click();
		await saved(page);
		const other = join(first, 'indexes', 'corran.index');
		await expect.poll(() => existsSync(other), { timeout: 60_000 }).toBe(true);
		expect((await lantern('stop', '--data', first)).said).toContain('Stopped. The data stay.');
		// One bit in the middle of one file, the second half of another: neither is believed.
		const file = join(first, 'indexes', 'skerry.index');
		const bytes = readFileSync(file);
		bytes[bytes.length >> 1] = (bytes[bytes.length >> 1] ?? 0) ^ 16;
		writeFileSync(file, bytes);
		writeFileSync(other, readFileSync(other).subarray(0, 5_000));
		await page.getByLabel('Title').fill('Typed while it was away');
		await page.getByLabel('Question', { exact: true }).click();
		await expect(page.getByText('Keep working: everything is kept in this window')).toBeVisible();
		const again = await lantern('start', '--detach', '--port', port, '--data', first);
		expect(addressIn(again.said)).toBe(address);
		await saved(page);
		await page.reload();
		await expect(page.getByLabel('Title')).toHaveValue('Typed while it was away');
		expect(await counts()).toEqual(right);
		const refused = readFileSync(join(first, 'server.log'), 'utf8')
			.split('\n')
			.filter((one) => one.includes('index-file-refused'));
		expect(refused.map((one) => (JSON.parse(one) as { collection: string }).collection).sort()).toEqual([
			'corran',
			'skerry'
		]);
		// It was built anew and filed, whole.
		await expect.poll(() => readFileSync(file).length).toBe(bytes.length);
	});

	// Our own cluster, by the process that it wrote down itself.
	const killDatabase = () =>
		process.kill(Number(readFileSync(join(first, 'cluster', 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGQUIT');

	await test.step('a database that dies in mid-edit', async () => {
		killDatabase();
		await expect.poll(async () => (await page.request.get(`${address}/health`)).status()).toBe(503);
		await page.getByLabel('Title').fill('Typed without a database');
		await page.getByLabel('Question', { exact: true }).click();
		await expect(page.getByText('Keep working: everything is kept in this window')).toBeVisible();
		expect((await page.request.get(`${address}/api/v1/enquiries`)).status()).toBe(500);
		expect((await lantern('start', '--data', first)).said).toMatch(
			/Its database had stopped and was started again[\s\S]*running already/
		);
		await saved(page);
		await page.reload();
		await expect(page.getByLabel('Title')).toHaveValue('Typed without a database');
	});

	await test.step('a database that dies while collections are indexed', async () => {
		await lantern('stop', '--data', first);
		rmSync(join(first, 'indexes'), { recursive: true });
		expect(addressIn((await lantern('start', '--detach', '--port', port, '--data', first)).said)).toBe(address);
		killDatabase();
		// The jobs end now, and cannot say so: the server goes on and waits for its database.
		const log = () => readFileSync(join(first, 'server.log'), 'utf8');
		await expect.poll(log, { timeout: 60_000 }).toMatch(/job-failed.*"kind":"index"/);
		for (let times = 0; times < 10; times++) {
			expect((await page.request.get(`${address}/health`)).status()).toBe(503);
			await page.waitForTimeout(200);
		}
		expect((await lantern('start', '--data', first)).said).toMatch(/was started again[\s\S]*running already/);
		expect(await counts()).toEqual(right);
		expect(log()).not.toContain('promise-left-alone');
		await page.reload();
	});

	await test.step('backup, and restore into another folder', async () => {
		const file = join(folder, 'all.backup');
		expect(await lantern('backup', file, '--data', first)).toMatchObject({ code: 0 });
		await page.getByLabel('Title').fill('Typed after the backup');
		await page.getByLabel('Question', { exact: true }).click();
		await saved(page);
		const restored = await lantern('restore', file, '--yes', '--data', second);
		expect(restored.said).toContain('Restored.');
		const other = await lantern('start', '--detach', '--no-demo', '--data', second);
		const response = await page.request.post(`${addressIn(other.said)}/sign-in`, {
			form: { email: 'command@test.example', password: 'harbour lights at dusk' },
			headers: { origin: addressIn(other.said) }
		});
		expect(await response.text()).toContain('/desk');
		const list = (await (await page.request.get(`${addressIn(other.said)}/api/v1/enquiries`)).json()) as {
			title: string;
		}[];
		expect(list.map((one) => one.title)).toEqual(['Typed without a database']);
		writeFileSync(join(folder, 'wrong'), 'no backup');
		await lantern('stop', '--data', second);
		expect((await lantern('restore', join(folder, 'wrong'), '--yes', '--data', second)).said).toContain(
			'is no backup of Wide Lantern. Nothing was changed.'
		);
	});
});

test('says what to do about a taken port, an unknown command and a broken cluster', async () => {
	const blocker = createServer().listen(0, '127.0.0.1');
	await new Promise((done) => blocker.once('listening', done));
	const address = blocker.address();
	const port = String(typeof address === 'object' && address ? address.port : 0);
	const taken = await lantern('start', '--detach', '--port', port, '--data', join(folder, 'third'));
	expect(taken.code).toBe(1);
	expect(taken.said).toContain(`Port ${port} is taken`);
	blocker.close();
	expect((await lantern('fly')).said).toContain('There is no command “fly”.');
	const broken = join(folder, 'broken');
	mkdirSync(join(broken, 'cluster', 'base'), { recursive: true });
	const refused = await lantern('start', '--detach', '--data', broken);
	expect(refused.code).toBe(1);
	expect(refused.said).toMatch(/is no whole cluster[\s\S]*restore a backup/);
});

test('the page says so when the database is away, and goes on when it is back', async ({ page }) => {
	await signUp(page);
	await page.getByLabel('The question, as the team asks it').fill('Is the database there?');
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page).toHaveURL(/\/brief$/);
	// What the server answers while its database is away.
	await page.route('**/edits', (route) =>
		route.fulfill({ status: 503, json: { message: 'The database does not answer at the moment.' } })
	);
	await page.getByLabel('Title').fill('Kept');
	await expect(page.getByText('Keep working: everything is kept in this window')).toBeVisible();
	await page.unroute('**/edits');
	await saved(page);
	await page.reload();
	await expect(page.getByLabel('Title')).toHaveValue('Kept');
});
