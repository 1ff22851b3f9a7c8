/**
 * From the key to the painted count, in the real page on the bench's records: loads them into a
 * running server, opens a strategy of fifteen lines in Chromium and types in it, key by key. The same
 * keys are typed into a page that does nothing but ask a bare server and show its answer, from the same
 * kind of stream: what remains is the way through browser, network and system.
 * Prints the times; writes them to the file that is named, for the table.
 */
import { closeSync, createReadStream, mkdtempSync, openSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { argv } from 'node:process';
import { Readable } from 'node:stream';
import { chromium, request } from '@playwright/test';
import { lineOf } from './ours.ts';
import { notation, termsFor } from './queries.ts';
import { benchRecords, Dice, wordOf } from './records.ts';

const [, , address = '', file = '', size = '100000'] = argv;
const context = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
await context.post('/sign-up', {
	form: { name: 'Bench', email: 'bench@test.example', password: 'harbour lights at dusk' },
	maxRedirects: 0
});

/** Records for a collection as a file that is made before anything is measured: all at once are more than one text may hold. */
const folder = mkdtempSync(join(tmpdir(), 'lantern-typing-'));
const recordFile = join(folder, 'records.ndjson');
{
	const out = openSync(recordFile, 'w');
	for (const record of benchRecords(Number(size)))
		writeSync(out, `${JSON.stringify({ ...record, source: 'bench' })}\n`);
	closeSync(out);
}
const recordStream = () => Readable.toWeb(createReadStream(recordFile)) as ReadableStream<Uint8Array>;
const { cookies } = await context.storageState();
const cookie = cookies.map((one) => `${one.name}=${one.value}`).join('; ');

/** Sends a file and waits for its job. @returns its state */
async function send(method: 'PUT' | 'POST', path: string, body: ReadableStream<Uint8Array> | string): Promise<string> {
	const response = await fetch(`${address}${path}`, {
		method,
		headers: { origin: address, cookie, 'content-type': 'application/octet-stream' },
		body,
		duplex: 'half'
	} as RequestInit);
	if (!response.ok) throw new Error(await response.text());
	const { id } = (await response.json()) as { id: string };
	for (;;) {
		const { state, message } = (await (await context.get(`/api/v1/jobs/${id}`)).json()) as {
			state: string;
			message: string | null;
		};
		if (state === 'failed') throw new Error(message ?? 'The job has failed.');
		if (state !== 'waiting' && state !== 'running') return state;
		await new Promise((done) => setTimeout(done, 500));
	}
}
await send('PUT', '/api/v1/collections/bench', recordStream());
const made = await context.post('/api/v1/enquiries', { data: { question: 'How fast is it?', framework: 'PICO' } });
const { id } = (await made.json()) as { id: string };
const dice = new Dice(3);
const leaf = Array.from({ length: 12 }, (_, at) => lineOf(`l${at}`, notation([termsFor(dice, 8)])));
const lines = [...leaf, lineOf('j1', 'ANY(#1-#6)'), lineOf('j2', 'ANY(#7-#12)'), lineOf('end', '#13 AND #14')];
const edits = [
	{ do: 'set', at: ['collection'], value: 'bench' },
	...lines.map((item, at) => ({ do: 'insert', in: ['lines'], item, after: lines[at - 1]?.id ?? null }))
];
const saved = await context.post(`/api/v1/enquiries/${id}/edits`, {
	data: { revision: 0, client: 'bench', name: 'bench', edits }
});
if (!saved.ok()) throw new Error(await saved.text());

const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: [
		'--no-sandbox',
		'--disable-gpu',
		'--disable-quic',
		'--no-first-run',
		'--disable-background-networking',
		'--disable-component-update',
		'--disable-sync'
	]
});
const page = await (
	await browser.newContext({
		baseURL: address,
		storageState: await context.storageState(),
		viewport: { width: 1280, height: 800 }
	})
).newPage();
await page.goto(`/enquiries/${id}/strategy`);
// The first time, the index is built.
await page.locator('.right-mark .count').nth(14).waitFor({ timeout: 300_000 });
// As text: what is compiled for Node.js does not run in the page.
await page.evaluate(`
	window.times = [];
	addEventListener('keydown', () => {
		const pressed = performance.now();
		const sheet = document.querySelector('[data-asked]');
		const before = Number(sheet.dataset.asked);
		const content = document.querySelector('.cm-content');
		const text = content.textContent;
		let looked = 0;
		const look = () => {
			// A key that moves the cursor, or types over a bracket that closed itself, changes nothing and asks nothing.
			if (++looked === 2 && content.textContent === text) return;
			const asked = Number(sheet.dataset.asked);
			// Painted with the frame that comes after the answer has been shown.
			if (asked > before && Number(sheet.dataset.answered) >= asked) requestAnimationFrame(() => setTimeout(() => window.times.push(performance.now() - pressed)));
			else requestAnimationFrame(look);
		};
		requestAnimationFrame(look);
	}, true);
`);
/** Types at a fast typist's pace into three lines. @returns the times, ascending, in milliseconds */
async function typed(): Promise<number[]> {
	await page.evaluate('void (window.times = [])');
	for (const line of [2, 7, 10]) {
		await page.locator('.cm-line').nth(line).click();
		await page.keyboard.press('End');
		await page.waitForTimeout(300);
		const text = ` OR ${wordOf(300)} OR ${wordOf(90).slice(0, 3)}* OR "${wordOf(70)} ${wordOf(80)}" OR (${wordOf(75)} WITHIN/3 ${wordOf(200)})`;
		for (const key of text)
			await page.keyboard.press(key === ' ' ? 'Space' : key, { delay: 10 }).then(() => page.waitForTimeout(110));
	}
	await page.waitForTimeout(500);
	const found = (await page.evaluate<number[]>('window.times')).sort((a, b) => a - b);
	if (found.length < 50) throw new Error(`Only ${found.length} keys were answered.`);
	return found;
}
const times = await typed();

/** Three jobs at once, begun again when they end, until somebody says that it is enough. */
let enough = false;
let ended = 0;
const heading = (at: number) =>
	`v:${at} a skos:Concept ; skos:prefLabel "Condition ${at} of the ward"@en ; skos:broader v:${Math.floor(at / 8)} .\n`;
const turtle = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix v: <https://large.example/> .\n${Array.from({ length: 120_000 }, (_, at) => heading(at + 1)).join('')}`;
const jobs = [
	() => send('PUT', '/api/v1/collections/batch', recordStream()),
	() => send('POST', '/api/v1/intakes?vocabulary=one&name=one.ttl', turtle),
	() => send('POST', '/api/v1/intakes?vocabulary=two&name=two.ttl', turtle)
].map(async (begin) => {
	while (!enough) {
		await begin();
		ended++;
	}
});
await new Promise((done) => setTimeout(done, 2_000));
const busyTimes = await typed();
const endedMeanwhile = ended;
enough = true;
await page.close();
await Promise.all(jobs);
rmSync(folder, { recursive: true });

/** A page and a server that do nothing but send a text and its length to and fro. */
const BARE = `<!doctype html><title>bare</title><input><output></output><script>
	window.times = [];
	const [input, output] = [document.querySelector('input'), document.querySelector('output')];
	const began = new Map();
	input.addEventListener('keydown', () => (window.pressed = performance.now()));
	input.addEventListener('input', () => {
		began.set(String(input.value.length), window.pressed);
		fetch('/echo', { method: 'POST', body: input.value });
	});
	new EventSource('/events').onmessage = ({ data }) => {
		output.textContent = data;
		requestAnimationFrame(() => setTimeout(() => window.times.push(performance.now() - began.get(data))));
	};
</script>`;
let stream: ServerResponse | null = null;
const bare = createServer((asked, answer) => {
	if (asked.url === '/events') {
		stream = answer.writeHead(200, { 'content-type': 'text/event-stream' });
		stream.write(': open\n\n');
	} else if (asked.method === 'POST') {
		let length = 0;
		asked
			.on('data', (part: Buffer) => (length += part.length))
			.on('end', () => {
				answer.writeHead(202).end();
				stream?.write(`data: ${length}\n\n`);
			});
	} else answer.writeHead(200, { 'content-type': 'text/html' }).end(BARE);
});
await new Promise<void>((done) => bare.listen(0, '127.0.0.1', done));
const bareWindow = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await bareWindow.goto(`http://127.0.0.1:${(bare.address() as AddressInfo).port}/`);
await bareWindow.locator('input').click();
await bareWindow.waitForTimeout(300);
for (let key = 0; key < times.length; key++)
	await bareWindow.keyboard.press('a', { delay: 10 }).then(() => bareWindow.waitForTimeout(110));
await bareWindow.waitForTimeout(500);
const bareTimes = (await bareWindow.evaluate<number[]>('window.times')).sort((a, b) => a - b);
bare.closeAllConnections();
bare.close();
await browser.close();
await context.dispose();
const at = (share: number, of = times) => Math.round(of[Math.min(of.length - 1, Math.floor(of.length * share))] ?? 0);
process.stdout.write(
	`From key to painted count, ${times.length} keys: median ${at(0.5)} ms, p95 ${at(0.95)} ms; a bare page and server: median ${at(0.5, bareTimes)} ms, p95 ${at(0.95, bareTimes)} ms\nWith three batch jobs under way (${endedMeanwhile} ended meanwhile): median ${at(0.5, busyTimes)} ms, p95 ${at(0.95, busyTimes)} ms, ${(at(0.95, busyTimes) / at(0.95)).toFixed(2)} times that without\n`
);
if (file !== '')
	writeFileSync(
		file,
		JSON.stringify({
			keys: times.length,
			median: at(0.5),
			p95: at(0.95),
			batch: { median: at(0.5, busyTimes), p95: at(0.95, busyTimes), ended: endedMeanwhile },
			bare: { median: at(0.5, bareTimes), p95: at(0.95, bareTimes) }
		})
	);
