/**
 * `./lantern bench`: our engine beside SQLite's and PostgreSQL's, on the same invented records in
 * one run. Prints ratios; `--write` puts them into docs/performance.md, `--building` stops after the building.
 */
import { execFileSync } from 'node:child_process';
import {
	closeSync,
	existsSync,
	mkdtempSync,
	openSync,
	readFileSync,
	readSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { argv, env, version } from 'node:process';
import {
	buildIndex,
	CollectionIndex,
	IndexBuilder,
	type BibliographicRecord,
	type VocabularyData
} from '@wide-lantern/core';
import { writeText, writeVectors } from './files.ts';
import { growthChart } from './chart.ts';
import { largeVocabulary, measureLookup } from './lookup.ts';
import { measureForms } from './vocabulary.ts';
import { Counting } from './counting.ts';
import { measureLinkage } from './linkage.ts';
import { countLines, lineOf } from './ours.ts';
import { Postgres } from './postgres.ts';
import { fts5, notation, termsFor, tsquery, type Blocks } from './queries.ts';
import { benchRecords, Dice } from './records.ts';
import { measureRenderings } from './renderings.ts';
import { Sqlite } from './sqlite.ts';

const SIZE = Number(argv.find((one) => one.startsWith('--records='))?.slice(10) ?? 100_000);
/** Threads that count with one index. */
const THREADS = 4;
/** How often an index is built. */
const TURNS = 5;
/** How often the cold strategies are asked, turn by turn with SQLite. */
const ROUNDS = 4;
const write = argv.includes('--write');
const growth = argv.includes('--growth');
const folder = mkdtempSync(join(tmpdir(), 'lantern-bench-'));
const rows: [what: string, ours: string, other: string, ratio: string, wanted: string][] = [];
const ms = (value: number) => `${value < 10 ? value.toFixed(2) : Math.round(value).toString()} ms`;
const say = (text: string) => process.stdout.write(`${text}\n`);

function timed<Result>(act: () => Result): [Result, number] {
	const started = performance.now();
	const result = act();
	return [result, performance.now() - started];
}

const percentile = (values: readonly number[], share: number) =>
	[...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0;

function compare(what: string, ours: number, name: string, other: number, wanted: string): void {
	rows.push([what, ms(ours), `${name} ${ms(other)}`, `${(other / ours).toFixed(1)} times`, wanted]);
	say(`${what}: ${ms(ours)}; ${name} ${ms(other)}; ${(other / ours).toFixed(1)} times (${wanted})`);
}

/** Every engine must answer the same, or nothing it says of speed counts. */
function same(what: string, ours: readonly number[], theirs: readonly number[]): void {
	const wrong = ours.findIndex((count, at) => count !== theirs[at]);
	if (wrong >= 0)
		throw new Error(`${what}: query ${wrong} retrieves ${ours[wrong] ?? -1} here and ${theirs[wrong] ?? -1} there`);
}

async function main(): Promise<void> {
	if (argv.includes('--duplicates')) {
		duplicates([50_000, 100_000, 200_000, 500_000]);
		return;
	}
	say(`${SIZE} records …`);
	const records: BibliographicRecord[] = [...benchRecords(SIZE)];
	writeText(join(folder, 'text.tsv'), records);
	writeVectors(join(folder, 'vectors.tsv'), records);

	const sqlite = new Sqlite(folder);
	const [built, index] = await building(sqlite, records);
	// No engine keeps the texts while it is asked; memory that is never used again would be walked over and over.
	records.length = 0;
	writeFileSync(join(folder, 'index'), new Uint8Array(index.buffer));
	const path = join(folder, 'index');
	const shared = new SharedArrayBuffer(statSync(path).size);
	const [loaded, load] = timed(() => {
		const file = openSync(path, 'r');
		readSync(file, new Uint8Array(shared));
		closeSync(file);
		return CollectionIndex.open(shared);
	});
	if (!loaded.ok) throw new Error(loaded.code);
	compare('Index loaded from its file, checksum and all', load, 'SQLite FTS5 builds', built, 'at least 50');
	const bytes = index.buffer.byteLength / index.tokens;
	rows.push(['Bytes per token, whole index', bytes.toFixed(2), '', '', 'at most 5']);
	say(`${(index.tokens / SIZE).toFixed(1)} tokens per record, ${bytes.toFixed(2)} bytes per token`);

	memory(loaded.index);
	if (argv.includes('--building')) return;
	const postgres = await Postgres.open();
	say(`PostgreSQL loaded and indexed in ${ms(await postgres.build(join(folder, 'vectors.tsv')))}`);

	const counting = new Counting(shared);
	// Three OR blocks ANDed, cold: several strategies, each evaluated with nothing kept.
	const dice = new Dice(7);
	// Others first, so that the code is as warm as in a server that runs.
	for (let turn = 0; turn < 800; turn++)
		await counting.count([lineOf('1', notation([termsFor(dice, 18), termsFor(dice, 18), termsFor(dice, 18)]))], false);
	const strategies: Blocks[] = Array.from({ length: 5 }, () => [
		termsFor(dice, 18),
		termsFor(dice, 18),
		termsFor(dice, 18)
	]);
	// Turn by turn with SQLite, each engine's quickest: other work on the machine comes in waves of seconds.
	const ours = strategies.map(() => ({ count: -1, ms: Infinity, all: [] as number[] }));
	const lite = { counts: [] as number[], milliseconds: strategies.map(() => Infinity) };
	for (let round = 0; round < ROUNDS; round++) {
		for (const [at, own] of ours.entries())
			for (let turn = 0; turn < 9; turn++) {
				// Another text each time, so that it is read anew as the other engines read it.
				const text = notation(strategies[at] as Blocks) + ' '.repeat(9 * round + turn);
				const counted = await counting.count([lineOf('1', text)], false);
				own.count = counted.counts[0] ?? -1;
				own.ms = Math.min(own.ms, counted.ms);
				own.all.push(counted.ms);
			}
		const { counts, milliseconds } = sqlite.count(strategies.map(fts5));
		lite.counts = counts;
		lite.milliseconds = milliseconds.map((time, at) => Math.min(time, lite.milliseconds[at] as number));
	}
	const post = await postgres.count(strategies.map(tsquery));
	same(
		'SQLite',
		ours.map((one) => one.count),
		lite.counts
	);
	same(
		'PostgreSQL',
		ours.map((one) => one.count),
		post.counts
	);
	const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
	const cold = sum(ours.map((one) => one.ms)) / strategies.length;
	compare(
		'Three OR blocks ANDed, cold',
		cold,
		'SQLite FTS5',
		sum(lite.milliseconds) / strategies.length,
		'at least 10'
	);
	compare('Three OR blocks ANDed, cold', cold, 'PostgreSQL', sum(post.milliseconds) / strategies.length, 'at least 40');
	say(`Our median: ${ms(sum(ours.map((one) => percentile(one.all, 0.5))) / strategies.length)}`);

	// A strategy of 40 lines, one of them changed.
	const blocks = Array.from({ length: 36 }, () => termsFor(dice, 8));
	const joining = [0, 12, 24].map((from) => blocks.slice(from, from + 12));
	const leaf = blocks.map((block, at) => lineOf(String(at + 1), notation([block])));
	const lines = [
		...leaf,
		...[0, 12, 24].map((from, at) => lineOf(String(37 + at), `ANY(#${from + 1}-#${from + 12})`)),
		lineOf('40', '#37 AND #38 AND #39')
	];
	const { counts, ms: full } = await counting.count(lines, true);
	const all = sqlite.count([
		...blocks.map((block) => fts5([block])),
		...joining.map((some) => fts5([some.flat()])),
		fts5(joining.map((some) => some.flat()))
	]);
	same('40 lines', counts, all.counts);
	const fullSqlite = sum(all.milliseconds);
	compare('40 lines, all', full, 'SQLite FTS5', fullSqlite, '');
	const edits: number[] = [];
	for (let turn = 0; turn < 300; turn++) {
		const at = dice.below(36);
		const changed = lines.map((line, number) =>
			number === at
				? lineOf(
						line.id,
						notation([[...(blocks[at] ?? []).slice(1), termsFor(dice, 6)[turn % 6] ?? { kind: 'word', word: 'x' }]])
					)
				: line
		);
		edits.push((await counting.count(changed, true)).ms);
	}
	await counting.end();
	const p95 = percentile(edits, 0.95);
	rows.push([
		'One of 40 lines changed, p95',
		ms(p95),
		`SQLite FTS5, all lines, ${ms(fullSqlite)}`,
		`${((p95 / fullSqlite) * 100).toFixed(2)} %`,
		'below 1 %'
	]);
	say(
		`One of 40 lines changed: median ${ms(percentile(edits, 0.5))}, p95 ${ms(p95)}, ${((p95 / fullSqlite) * 100).toFixed(2)} % of SQLite's ${ms(fullSqlite)}`
	);
	renderings(loaded.index);
	const vocabulary = largeVocabulary();
	lookup(vocabulary);
	await forms(vocabulary);
	duplicates([100_000]);
	typing();
	stalls();
	facts();
	people();
	imports();
	if (growth) growthTable();
	const versions = `Node.js ${version}, SQLite ${Sqlite.version()}, PostgreSQL ${await postgres.version()}`;
	await postgres.close();
	report(versions);
}

/** Turn by turn, since the machine is not as quick at every moment; each engine's quickest counts. @returns SQLite's time, and the index */
async function building(
	sqlite: Sqlite,
	records: readonly BibliographicRecord[]
): Promise<readonly [number, CollectionIndex]> {
	const times = { sqlite: [] as number[], ours: [] as number[] };
	let last: CollectionIndex | null = null;
	for (let turn = 0; turn < TURNS; turn++) {
		times.sqlite.push(sqlite.build(['ti', 'ab', 'kw'], join(folder, 'text.tsv')));
		// What SQLite has written goes to the disk before our clock starts.
		execFileSync('sync');
		const [index, took] = timed(() => buildIndex(records, () => undefined));
		times.ours.push(took);
		last = index;
	}
	for (const [name, own] of Object.entries(times)) say(`Building, ${name}: ${own.map(ms).join(', ')}`);
	const quickest = Math.min(...times.sqlite);
	compare('Index built', Math.min(...times.ours), 'SQLite FTS5', quickest, 'at least 3');
	if (!last) throw new Error('Nothing was built.');
	return [quickest, last];
}

function renderings(index: CollectionIndex): void {
	const all = measureRenderings(index);
	const slowest = (key: 'write' | 'read') => all.reduce((most, one) => (one[key] > most[key] ? one : most));
	const [write, read] = [slowest('write'), slowest('read')];
	rows.push([
		'300 lines of 20 terms written for a source, the slowest of five',
		`${ms(write.write)} (${write.source})`,
		'',
		'',
		'below one second'
	]);
	rows.push([
		'300 lines of 20 terms read back, the slowest of five',
		`${ms(read.read)} (${read.source})`,
		'',
		'',
		'below one second'
	]);
	for (const one of all) say(`${one.source}: written in ${ms(one.write)}, read back in ${ms(one.read)}`);
}

/** One copy of the index for all threads. */
function memory(index: CollectionIndex): void {
	const dice = new Dice(13);
	const question = notation([termsFor(dice, 18), termsFor(dice, 18)]);
	const told = execFileSync(
		process.execPath,
		[fileURLToPath(new URL('./sharing.mjs', import.meta.url)), join(folder, 'index'), String(THREADS), question],
		{
			encoding: 'utf8'
		}
	);
	const { before, after, counts } = JSON.parse(told) as {
		readonly before: number;
		readonly after: number;
		readonly counts: readonly number[];
	};
	const own = countLines(index, [lineOf('1', question)])[0];
	if (counts.some((count) => count !== own)) throw new Error('A thread counts otherwise with the shared index.');
	const megabytes = (bytes: number) => `${Math.round(bytes / 1e6)} MB`;
	const each = (after - before) / THREADS;
	rows.push([
		`Resident memory of a process with the index open in ${THREADS} threads`,
		`${megabytes(after)}, before ${megabytes(before)}`,
		'',
		`${megabytes(each)} a thread; the index has ${megabytes(index.buffer.byteLength)}`,
		'one copy for all'
	]);
	say(
		`Resident memory: ${megabytes(before)} before, ${megabytes(after)} with ${THREADS} threads that share the index; ${megabytes(each)} each`
	);
}

/** Reading it from a file of every form. */
async function forms(vocabulary: VocabularyData): Promise<void> {
	for (const { form, megabytes, read, reference } of await measureForms(vocabulary)) {
		rows.push([
			`${vocabulary.headings.length.toLocaleString('en-GB')} headings read from ${form}, ${megabytes.toFixed(0)} MB`,
			ms(read),
			reference === null ? '' : `oxigraph loads it in ${ms(reference)}`,
			reference === null ? '' : `${(read / reference).toFixed(1)} times as long`,
			'below one minute'
		]);
		say(`${form}: ${ms(read)}${reference === null ? '' : `, oxigraph ${ms(reference)}`}`);
	}
}

function lookup(vocabulary: VocabularyData): void {
	const { headings, made, keys, times } = measureLookup(vocabulary);
	const [median, slow] = [percentile(times, 0.5), percentile(times, 0.95)];
	rows.push([
		`Lookup in ${headings.toLocaleString('en-GB')} headings, ${keys} keys`,
		`median ${ms(median)}, p95 ${ms(slow)}; made in ${ms(made)}`,
		'',
		'',
		'p95 below 20 ms'
	]);
	say(`Lookup in ${headings} headings: median ${ms(median)}, p95 ${ms(slow)}; made in ${ms(made)}`);
}

/** Duplicates among what the invented sources export; the seeds were not used while the rules were written. */
function duplicates(sizes: readonly number[]): void {
	for (const size of sizes) {
		const { references, milliseconds, precision, recall, queued, plain } = measureLinkage(size, 7_001);
		const percent = (share: number) => `${(100 * share).toFixed(2)} %`;
		const quality = (of: { readonly precision: number; readonly recall: number }) =>
			`precision ${of.precision.toFixed(4)}, recall ${of.recall.toFixed(4)}`;
		rows.push([
			`Duplicates among ${references.toLocaleString('en-GB')} references`,
			`${(milliseconds / 1000).toFixed(1)} s; ${quality({ precision, recall })}; ${percent(queued)} wait for a person`,
			`same DOI, or same title and year: ${quality(plain)}`,
			`${((1000 * milliseconds) / references).toFixed(0)} µs a reference`,
			'below 20 s for 100,000; precision 0.999, recall 0.97, 3 % waiting'
		]);
		say(
			`Duplicates among ${references}: ${Math.round(milliseconds)} ms; ${quality({ precision, recall })}; ${percent(queued)} queued; plain rule ${quality(plain)}`
		);
	}
}

/** What typing.ts has measured in the page before, if it was asked to. */
function typing(): void {
	const file = env['LANTERN_TYPING'] ?? '';
	if (!existsSync(file)) return;
	type Times = { readonly median: number; readonly p95: number };
	const { keys, bare, batch, ...own } = JSON.parse(readFileSync(file, 'utf8')) as Times & {
		readonly keys: number;
		readonly bare: Times;
		readonly batch: Times;
	};
	const told = ({ median, p95 }: Times) => `median ${median} ms, p95 ${p95} ms`;
	rows.push([
		`From key to painted count in Chromium, ${keys} keys`,
		told(own),
		`a page and a server that do nothing: ${told(bare)}`,
		`${(own.median / bare.median).toFixed(1)} times, p95 ${(own.p95 / bare.p95).toFixed(1)} times`,
		'p95 below 100 ms'
	]);
	rows.push([
		'The same while two vocabularies and a collection are loaded',
		told(batch),
		`without them: ${told(own)}`,
		`p95 ${(batch.p95 / own.p95).toFixed(2)} times`,
		'p95 within 1.3 times'
	]);
}

/** What stalls.ts has measured on a running server before, if it was asked to. */
function stalls(): void {
	const file = env['LANTERN_STALLS'] ?? '';
	if (!existsSync(file)) return;
	const { requests, longest, what, above } = JSON.parse(readFileSync(file, 'utf8')) as {
		requests: number;
		longest: number;
		what: string;
		above: number;
	};
	rows.push([
		`${requests} requests that are heavy on purpose`,
		`others waited at most ${longest} ms (${what}; middle of three); ${above} above 100 ms`,
		'',
		'',
		'below 100 ms'
	]);
}

/** What facts.ts has measured on a running server before, if it was asked to. */
function facts(): void {
	const file = env['LANTERN_FACTS'] ?? '';
	if (!existsSync(file)) return;
	const { bare, plain, judged, first, desk } = JSON.parse(readFileSync(file, 'utf8')) as Readonly<
		Record<'bare' | 'plain' | 'judged' | 'first' | 'desk', number>
	>;
	rows.push(
		[
			'An edit of one of 30 lines, 50,000 records judged',
			`${judged} ms`,
			`nothing judged ${plain} ms, a bare request ${bare} ms`,
			`${(judged / plain).toFixed(1)} times`,
			'below 5 ms more than a bare request'
		],
		['The desk with 300 enquiries', `${desk} ms, the first time ${first} ms`, '', '', 'below 150 ms']
	);
}

/** What imports.ts has measured on a running server before, if it was asked to. */
function imports(): void {
	const file = env['LANTERN_IMPORTS'] ?? '';
	if (!existsSync(file)) return;
	const { references, megabytes, imported, compared, counted, records, works, library } = JSON.parse(
		readFileSync(file, 'utf8')
	) as Readonly<Record<'references' | 'megabytes' | 'records' | 'works' | 'library', number>> & {
		readonly imported: readonly number[];
		readonly compared: readonly number[];
		readonly counted: readonly number[];
	};
	const [first = 0, last = 0] = [imported[0], imported.at(-1)];
	rows.push(
		[
			`${references} references with abstracts imported, RIS of ${megabytes} MB`,
			`${first} ms, as the fourth file ${last} ms`,
			`citation-js parses as many in ${library} ms`,
			`${(library / first).toFixed(1)} times`,
			'below one minute'
		],
		[
			`The same, until they are compared with all others: ${records} references, ${works} works`,
			`after each file ${compared.map((took) => `${(took / 1_000).toFixed(0)} s`).join(', ')}`,
			'',
			'',
			'below 20 s for 100,000, near linear'
		],
		[
			'Then, until a line is counted on the works as they are',
			`after each file ${counted.map((took) => `${(took / 1_000).toFixed(1)} s`).join(', ')}`,
			'',
			'',
			'in the background'
		]
	);
}

/** What people.ts has measured on a running server before, if it was asked to. */
function people(): void {
	const file = env['LANTERN_PEOPLE'] ?? '';
	if (!existsSync(file)) return;
	const figures = JSON.parse(readFileSync(file, 'utf8')) as Readonly<
		Record<'people' | 'keys' | 'median' | 'p95' | 'refused', number>
	>;
	rows.push([
		`${figures.people} people who type at once, a key every 300 ms, ${figures.keys} keys`,
		`median ${figures.median} ms, p95 ${figures.p95} ms; ${figures.refused} refused`,
		'',
		'',
		'p95 below 150 ms'
	]);
}

/** Building and evaluating at three sizes, records made on the way and not kept. */
function growthTable(): void {
	const figures = [10_000, 100_000, 500_000].map((size) => {
		const builder = new IndexBuilder(() => undefined);
		let building = 0;
		for (const record of benchRecords(size)) {
			const started = performance.now();
			builder.add(record);
			building += performance.now() - started;
		}
		const [index, finishing] = timed(() => builder.finish());
		const dice = new Dice(7);
		const blocks: Blocks = [termsFor(dice, 18), termsFor(dice, 18), termsFor(dice, 18)];
		const times = Array.from({ length: 7 }, () => timed(() => countLines(index, [lineOf('1', notation(blocks))]))[1]);
		const figure = {
			size,
			build: building + finishing,
			evaluate: percentile(times, 0.5),
			bytes: index.buffer.byteLength
		};
		say(
			`${size}: built in ${ms(figure.build)}, evaluated in ${ms(figure.evaluate)}, ${Math.round(figure.bytes / 1e6)} MB`
		);
		return figure;
	});
	for (const { size, build, evaluate, bytes } of figures)
		rows.push([
			`Growth: ${size.toLocaleString('en-GB')} records`,
			`built in ${ms(build)}, three blocks in ${ms(evaluate)}`,
			`${Math.round(bytes / 1e6)} MB`,
			`${((build / size) * 1000).toFixed(0)} µs a record`,
			'linear'
		]);
	if (write) writeFileSync('docs/growth.svg', growthChart(figures));
}

function report(versions: string): void {
	const table = [['What', 'Here', 'Reference', 'Ratio', 'Wanted'], ['---', '---', '---', '---', '---'], ...rows]
		.map((row) => `| ${row.join(' | ')} |`)
		.join('\n');
	const text = `${SIZE.toLocaleString('en-GB')} records; ${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores; ${versions}.\n\n${table}\n`;
	say(`\n${text}`);
	if (!write) return;
	const path = 'docs/performance.md';
	writeFileSync(
		path,
		readFileSync(path, 'utf8').replace(/(<!-- figures -->\n)[\s\S]*(<!-- end of figures -->)/, `$1\n${text}\n$2`)
	);
}

try {
	await main();
} finally {
	rmSync(folder, { recursive: true, force: true });
}
