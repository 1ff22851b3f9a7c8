/**
 * How long files of references take until they are counted and compared on a running server: 50,000 with abstracts, then
 * as many again from three more sources, of which some were in the file before. Beside it how long an independent library
 * (citation-js with its RIS plugin) needs to parse the same text. Writes both to the file that is named, for the table.
 */
import { createRequire } from 'node:module';
import { writeFileSync } from 'node:fs';
import { argv } from 'node:process';
import { toRis, type BibliographicRecord } from '@wide-lantern/core';
import { request } from '@playwright/test';
import { benchRecords } from './records.ts';

const [, , address = '', file = '', size = '50000'] = argv;
const OF_A_FILE = Number(size);
const SOURCES = ['Harbour', 'Quay', 'Jetty', 'Pier'];
/** References that the library is given; its time is for as many as a file has. */
const SAMPLE = 1_000;

const context = await request.newContext({ baseURL: address, extraHTTPHeaders: { origin: address }, timeout: 600_000 });
await context.post('/sign-up', {
	form: { name: 'Bench', email: `imports-${Date.now()}@test.example`, password: 'harbour lights at dusk' },
	maxRedirects: 0
});
async function json<Answer>(path: string, data?: object): Promise<Answer> {
	const response = await (data ? context.post(path, { data }) : context.get(path));
	if (!response.ok()) throw new Error(`${path}: ${await response.text()}`);
	return (await response.json()) as Answer;
}
const pause = () => new Promise((done) => setTimeout(done, 100));

/** Each file has a tenth of the one before it, without its DOI. */
const part = OF_A_FILE - OF_A_FILE / 10;
const records = [...benchRecords(OF_A_FILE + part * (SOURCES.length - 1))].map((record, at): BibliographicRecord => ({
	...record,
	authors: [`${record.titles[0]?.split(' ')[0] ?? 'Ostwick'}, ${String.fromCharCode(65 + (at % 26))}`],
	year: 1990 + (at % 36),
	journal: `Journal ${at % 400}`,
	identifiers: [`10.99999/bench.${at}`]
}));
const texts = SOURCES.map((source, at) =>
	records
		.slice(at * part, at * part + OF_A_FILE)
		.map((record, place) =>
			toRis({
				record: { ...record, source, identifiers: at > 0 && place < OF_A_FILE / 10 ? [] : record.identifiers },
				kept: []
			})
		)
		.join('')
);

const { id } = await json<{ id: string }>('/api/v1/enquiries', {
	question: 'How long does it take?',
	framework: 'PICO'
});
const imported: number[] = [];
const compared: number[] = [];
/** Until a line is counted on the works as they are then. */
const counted: number[] = [];
for (const [at, source] of SOURCES.entries()) {
	const began = performance.now();
	const sent = await context.post(`/api/v1/enquiries/${id}/batches?name=${source}.ris&source=${source}&purpose=run`, {
		data: Buffer.from(texts[at] ?? ''),
		headers: { 'content-type': 'application/octet-stream' }
	});
	const job = (await sent.json()) as { id: string };
	for (;;) {
		const { state, message } = await json<{ state: string; message: string | null }>(`/api/v1/jobs/${job.id}`);
		if (state === 'done') break;
		if (state === 'failed') throw new Error(message ?? 'The import failed.');
		await pause();
	}
	imported.push(Math.round(performance.now() - began));
	for (;;) {
		const found = await json<{ figures: { works: number } | null; outdated: boolean }>(
			`/api/v1/enquiries/${id}/duplicates`
		);
		if (found.figures && !found.outdated) break;
		await pause();
	}
	compared.push(Math.round(performance.now() - began));
	const changed = performance.now();
	if (at === 0)
		await json(`/api/v1/enquiries/${id}/edits`, {
			revision: 0,
			client: 'bench',
			name: 'works',
			edits: [{ do: 'set', at: ['collection'], value: `works-${id}` }]
		});
	for (;;) {
		const { indexing } = await json<{ indexing: unknown }>(`/api/v1/enquiries/${id}/counts`);
		if (indexing === null) break;
		await pause();
	}
	counted.push(Math.round(performance.now() - changed));
}
const { figures } = await json<{ figures: { records: number; works: number } }>(`/api/v1/enquiries/${id}/duplicates`);

const load = createRequire(import.meta.url);
const { Cite } = load('@citation-js/core') as { Cite: new (text: string) => { data: unknown[] } };
load('@citation-js/plugin-ris');
const sample = records
	.slice(0, SAMPLE)
	.map((record) => toRis({ record, kept: [] }))
	.join('');
const since = performance.now();
const parsed = new Cite(sample).data.length;
const library = Math.round(((performance.now() - since) / parsed) * OF_A_FILE);
await context.dispose();
writeFileSync(
	file,
	JSON.stringify({
		references: OF_A_FILE,
		megabytes: Math.round((texts[0]?.length ?? 0) / 1e6),
		imported,
		compared,
		counted,
		records: figures.records,
		works: figures.works,
		library
	})
);
