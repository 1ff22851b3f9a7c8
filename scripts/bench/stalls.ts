/**
 * How long one request can hold up everybody else: texts, edits and files that are heavy on purpose are
 * sent to a running server at 1, 10 and 100 times a size, while another thread asks it for a sign of life.
 * Each is sent three times, in another form each time; the middle one of their longest waits counts,
 * since the machine itself stops everything for a moment now and then. Writes the worst to the file that
 * is named, for the table.
 */
import { writeFileSync } from 'node:fs';
import { argv } from 'node:process';
import { Worker } from 'node:worker_threads';
import { request } from '@playwright/test';
import { lineOf } from './ours.ts';

const [, , address = '', file = ''] = argv;

/** Asks without a pause, and keeps the longest wait since it was last asked for it, in milliseconds. */
const PULSE = `
	const { parentPort, workerData } = require('node:worker_threads');
	const { Agent, get } = require('node:http');
	const agent = new Agent({ keepAlive: true, maxSockets: 1 });
	let longest = 0;
	const beat = () => {
		const asked = performance.now();
		get(workerData + '/health', { agent }, (answer) => {
			answer.resume();
			answer.on('end', () => {
				longest = Math.max(longest, performance.now() - asked);
				setTimeout(beat, 2);
			});
		}).on('error', () => setTimeout(beat, 50));
	};
	beat();
	parentPort.on('message', () => { parentPort.postMessage(longest); longest = 0; });
`;
const pulse = new Worker(PULSE, { eval: true, workerData: address });
const longestWait = (): Promise<number> =>
	new Promise((done) => {
		pulse.once('message', done);
		pulse.postMessage('longest');
	});
const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds));

const context = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address }, timeout: 120_000 });
await context.post('/sign-up', {
	form: { name: 'Bench', email: `stalls-${Date.now()}@test.example`, password: 'harbour lights at dusk' },
	maxRedirects: 0
});

interface Enquiry {
	readonly id: string;
	revision: number;
}
async function newEnquiry(): Promise<Enquiry> {
	const made = await context.post('/api/v1/enquiries', { data: { question: 'Who waits?', framework: 'PICO' } });
	if (!made.ok()) throw new Error(await made.text());
	return { id: ((await made.json()) as { id: string }).id, revision: 0 };
}
async function edit(
	enquiry: Enquiry,
	edits: readonly unknown[],
	client = 'bench',
	revision = enquiry.revision
): Promise<string> {
	const answer = await context.post(`/api/v1/enquiries/${enquiry.id}/edits`, {
		data: { revision, client, name: 'bench', edits }
	});
	const said = (await answer.json()) as { revision?: number; message?: string };
	if (answer.ok()) enquiry.revision = said.revision ?? enquiry.revision;
	return answer.ok() ? 'saved' : `${answer.status()} ${said.message ?? ''}`.slice(0, 60);
}
const countLines = async (enquiry: Enquiry) =>
	String((await context.get(`/api/v1/enquiries/${enquiry.id}/counts`)).status());

const waits: { readonly what: string; readonly size: number; readonly wait: number; readonly said: string }[] = [];
/** @param heavy is given the number of the round, so that nothing it sends was read before */
async function measure(what: string, size: number, heavy: (round: number) => Promise<string>): Promise<void> {
	const rounds: number[] = [];
	let [took, said] = [0, ''];
	for (let round = 1; round <= 3; round++) {
		await pause(150);
		await longestWait();
		const began = performance.now();
		said = await heavy(round).catch((error: unknown) => String(error).slice(0, 60));
		rounds.push(await longestWait());
		took += (performance.now() - began) / 3;
	}
	const [least = 0, wait = 0, most = 0] = rounds.sort((a, b) => a - b);
	waits.push({ what, size, wait, said });
	process.stdout.write(
		`${what.padEnd(34)} ${String(size).padStart(9)}  waited ${wait.toFixed(0).padStart(5)} ms (${least.toFixed(0)} to ${most.toFixed(0)}), took ${took.toFixed(0).padStart(6)} ms  ${said}\n`
	);
}

const TEXTS: Readonly<Record<string, (length: number) => string>> = {
	'plus signs': (length) => 'ab+'.repeat(length / 3),
	'quotes that never close': (length) => '"a '.repeat(length / 3),
	'words without operators': (length) => 'ab cd '.repeat(length / 6),
	'a block of words': (length) => Array.from({ length: length / 12 }, (_, at) => `word${at}`).join(' OR '),
	'a block of headings': (length) => `${'{Delirium >} OR '.repeat(length / 16)}{Delirium}`,
	'unknown headings': (length) => `${'{Nothing here} OR '.repeat(length / 18)}{Nothing}`,
	'lines that are not there': (length) => `${'#77 OR '.repeat(length / 7)}#78`,
	'brackets that open': (length) => '('.repeat(length),
	'brackets in brackets': (length) => `${'['.repeat(length / 2)}${']'.repeat(length / 2)}`,
	'years and fields': (length) => `${'ti:(ab OR cd) OR '.repeat(length / 17)}ab`
};

// A first round on small texts, so that the server is warm.
for (const size of [900, 900, 9_000, 95_000])
	for (const [what, make] of Object.entries(TEXTS)) {
		const enquiry = await newEnquiry();
		await edit(enquiry, [
			{ do: 'set', at: ['collection'], value: 'skerry' },
			{ do: 'insert', in: ['lines'], item: lineOf('l1', 'light*'), after: null }
		]);
		await measure(`line: ${what}`, size, async (round) => {
			const saved = await edit(enquiry, [
				{ do: 'set', at: ['lines', 'l1', 'source'], value: `${make(size)} r${round}` }
			]);
			return `${saved}, ${await countLines(enquiry)}`;
		});
	}
for (const size of [1, 10, 100])
	await measure('lines of 2,000 characters', size, async (round) => {
		const enquiry = await newEnquiry();
		const text = (TEXTS['a block of words'] as (length: number) => string)(2_000);
		const edits = Array.from({ length: size }, (_, at) => ({
			do: 'insert',
			in: ['lines'],
			item: lineOf(`l${at}`, `${text} OR r${round}n${at}`),
			after: at === 0 ? null : `l${at - 1}`
		}));
		return `${await edit(enquiry, edits)}, ${await countLines(enquiry)}`;
	});
for (const size of [20, 200, 2_000])
	await measure('lines pasted at once', size, async (round) => {
		const enquiry = await newEnquiry();
		const edits = Array.from({ length: size }, (_, at) => ({
			do: 'insert',
			in: ['lines'],
			item: lineOf(`l${at}`, `{Delirium >} OR delir* OR r${round}n${at} OR #${Math.max(1, at)}`),
			after: at === 0 ? null : `l${at - 1}`
		}));
		return `${await edit(enquiry, edits)}, ${await countLines(enquiry)}`;
	});
for (const size of [50, 500, 5_000])
	await measure('edits against edits', size, async () => {
		const enquiry = await newEnquiry();
		const edits = (by: string) =>
			Array.from({ length: size }, (_, at) => ({ do: 'set', at: ['question'], value: `${by} ${at}` }));
		await edit(enquiry, edits('one'), 'one', 0);
		return edit(enquiry, edits('two'), 'two', 0);
	});
for (const size of [600, 6_000, 60_000])
	for (const [what, text] of [
		['quotes', '"a '.repeat(size / 3)],
		['tabs', '\t'.repeat(size)],
		['blanks', `${' '.repeat(size)}x`],
		['words', 'ab cd '.repeat(size / 6)]
	] as const)
		await measure(`pasted syntax: ${what}`, size, async () => {
			const enquiry = await newEnquiry();
			const read = await context.post(`/api/v1/enquiries/${enquiry.id}/renderings/read`, {
				data: { profile: 'skerry', text }
			});
			return String(read.status());
		});
for (const size of [78_000, 780_000, 7_800_000])
	await measure('a body of nested brackets', size, async () => {
		const enquiry = await newEnquiry();
		const data = `${'['.repeat(size / 2)}${']'.repeat(size / 2)}`;
		const answer = await context.post(`/api/v1/enquiries/${enquiry.id}/edits`, {
			data,
			headers: { 'content-type': 'application/json' }
		});
		return String(answer.status());
	});
for (const size of [155_000, 1_550_000, 15_500_000])
	await measure('30 forms to sign in', size, async () => {
		const stranger = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address } });
		const form = { email: 'a'.repeat(size), password: 'b' };
		const codes = await Promise.all(
			Array.from({ length: 30 }, () =>
				stranger.post('/sign-in', { form, maxRedirects: 0 }).then(
					(one) => one.status(),
					() => 'closed'
				)
			)
		);
		await stranger.dispose();
		return [...new Set(codes)].join(', ');
	});
for (const size of [30, 300, 2_000])
	await measure('a dossier of lines', size, async (round) => {
		const enquiry = await newEnquiry();
		const text = (TEXTS['a block of words'] as (length: number) => string)(2_000);
		for (let from = 0; from < size; from += 500)
			await edit(
				enquiry,
				Array.from({ length: Math.min(500, size - from) }, (_, at) => ({
					do: 'insert',
					in: ['lines'],
					item: lineOf(`l${from + at}`, `${text} OR r${round}n${from + at}`),
					after: from + at === 0 ? null : `l${from + at - 1}`
				}))
			);
		const answer = await context.get(`/api/v1/enquiries/${enquiry.id}/dossier?as=docx`);
		return `${answer.status()}, ${(await answer.body()).byteLength} bytes`;
	});

await pulse.terminate();
await context.dispose();
const [worst] = [...waits].sort((a, b) => b.wait - a.wait);
const above = waits.filter((one) => one.wait > 100);
process.stdout.write(
	`${waits.length} heavy requests; ${above.length} held the others up for more than 100 ms; the longest ${worst?.wait.toFixed(0)} ms (${worst?.what}, ${worst?.size})\n`
);
if (file !== '' && worst)
	writeFileSync(
		file,
		JSON.stringify({ requests: waits.length, longest: Math.round(worst.wait), what: worst.what, above: above.length })
	);
