/**
 * The evaluator beside two published engines on the same 20,000 records: SQLite's FTS5
 * (https://www.sqlite.org/fts5.html) and PostgreSQL's text search (PostgreSQL documentation,
 * chapter 12). All are fed our tokens, so that only the asking is compared; tokens have their own tests.
 *
 * Left out, and why. FTS5: BEFORE (its NEAR has no order), wildcards but a truncation at the end of a
 * word and of a phrase's last word, a word near itself (it takes one token for both sides), headings
 * and limits (it has none). PostgreSQL: the same wildcards, headings and limits; a truncation inside a
 * phrase is asked of it, since it can.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
	buildIndex,
	evaluateStrategy,
	linesToEvaluate,
	queryTerms,
	readStrategy,
	RecordSet,
	relevanceOf,
	type CollectionIndex
} from '@wide-lantern/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeText, writeVectors } from '../../scripts/bench/files.ts';
import { lineOf } from '../../scripts/bench/ours.ts';
import { Postgres } from '../../scripts/bench/postgres.ts';
import { fts5, notation, termsFor, tsquery, type Blocks } from '../../scripts/bench/queries.ts';
import { benchRecords, Dice, wordOf } from '../../scripts/bench/records.ts';
import { Sqlite } from '../../scripts/bench/sqlite.ts';

const folder = mkdtempSync(join(tmpdir(), 'lantern-engines-'));
let index: CollectionIndex;
let sqlite: Sqlite;
let postgres: Postgres;

beforeAll(async () => {
	const records = [...benchRecords(20_000, 99)];
	writeText(join(folder, 'text.tsv'), records);
	writeVectors(join(folder, 'vectors.tsv'), records);
	index = buildIndex(records, () => undefined);
	sqlite = new Sqlite(folder);
	sqlite.build(['ti', 'ab', 'kw'], join(folder, 'text.tsv'));
	postgres = await Postgres.open();
	await postgres.build(join(folder, 'vectors.tsv'));
}, 300_000);

afterAll(async () => {
	await postgres.close();
	rmSync(folder, { recursive: true, force: true });
});

function ours(text: string): number[] {
	const lines = [lineOf('1', text)];
	const none = RecordSet.none(index.size);
	const [line] = evaluateStrategy(linesToEvaluate(readStrategy({ concepts: [], lines }, [], 2026)), index, {
		benchmark: none,
		relevant: none,
		irrelevant: none
	});
	if (!line?.records) throw new Error(`${text} is ${line?.state ?? 'nothing'}`);
	return [...line.records];
}

const dice = new Dice(11);
const single = termsFor(dice, 120).map((one): Blocks => [[one]]);
const joined = Array.from({ length: 12 }, (): Blocks => [termsFor(dice, 8), termsFor(dice, 8)]);

describe('every query form that all three can express', () => {
	it.each(single.map((blocks) => [notation(blocks), blocks] as const))('%s', async (text, blocks) => {
		const found = ours(text);
		expect(sqlite.rows(fts5(blocks))).toEqual(found);
		expect(await postgres.rows(tsquery(blocks))).toEqual(found);
	});
	it.each(joined.map((blocks) => [notation(blocks).slice(0, 60), blocks] as const))(
		'blocks ANDed: %s …',
		async (_, blocks) => {
			const found = ours(notation(blocks));
			expect(found.length).toBeGreaterThan(0);
			expect(sqlite.rows(fts5(blocks))).toEqual(found);
			expect(await postgres.rows(tsquery(blocks))).toEqual(found);
		}
	);
});

describe('forms that one of them can express', () => {
	const [a, b, c] = [wordOf(2), wordOf(5), wordOf(9)];
	it.each([
		[`ti:${a}`, `ti : ${a}`],
		[`kw:"${a} ${b}"`, `kw : "${a} ${b}"`],
		[`ti+kw:(${a} WITHIN/4 ${b})`, `{ti kw} : NEAR(${a} ${b}, 3)`],
		[`${a} NOT ${b}`, `${a} NOT ${b}`],
		[`(${a} AND ${b}) NOT (${c} OR "${a} ${c}")`, `(${a} AND ${b}) NOT (${c} OR "${a} ${c}")`],
		[`"${a} ${b.slice(0, 2)}*"`, `"${a} ${b.slice(0, 2)}" *`],
		[`"${a} ${b}" WITHIN/3 ${c}`, `NEAR("${a} ${b}" ${c}, 2)`]
	])('FTS5: %s', (text, match) => {
		const found = ours(text);
		expect(found.length).toBeGreaterThan(0);
		expect(sqlite.rows(match)).toEqual(found);
	});
	it.each([
		[`${a} BEFORE/1 ${b}`, `${a} <-> ${b}`],
		[`${a} BEFORE/3 ${b}`, `${a} <1> ${b} | ${a} <2> ${b} | ${a} <3> ${b}`],
		[`${a} WITHIN/2 ${a}`, `${a} <1> ${a} | ${a} <2> ${a}`],
		[`"${a.slice(0, 2)}* ${b}"`, `${a.slice(0, 2)}:* <-> ${b}`],
		[
			`${a.slice(0, 2)}* BEFORE/2 ${b.slice(0, 2)}*`,
			`${a.slice(0, 2)}:* <1> ${b.slice(0, 2)}:* | ${a.slice(0, 2)}:* <2> ${b.slice(0, 2)}:*`
		],
		[`"${a} ${b} ${c}" OR (${a} NOT ${b})`, `${a} <-> ${b} <-> ${c} | (${a} & !${b})`]
	])('PostgreSQL: %s', async (text, query) => {
		const found = ours(text);
		expect(found.length).toBeGreaterThan(0);
		expect(await postgres.rows(query)).toEqual(found);
	});
	it('leaves no field out', () => {
		// The title's, abstract's and keywords' records of a word together are those without a field.
		const parts = new Set(['ti', 'ab', 'kw'].flatMap((field) => ours(`${field}:${a}`)));
		expect([...parts].sort((x, y) => x - y)).toEqual(ours(a));
	});
});

describe('order by relevance', () => {
	// FTS5's bm25() has the same formula and constants; it gives the negative, and counts the title, abstract and keywords as we do.
	it.each([
		[wordOf(40), wordOf(40)],
		[`${wordOf(55)} OR ${wordOf(300)} OR ${wordOf(700)}`, `${wordOf(55)} OR ${wordOf(300)} OR ${wordOf(700)}`],
		[`"${wordOf(2)} ${wordOf(5)}" OR ${wordOf(400)}`, `"${wordOf(2)} ${wordOf(5)}" OR ${wordOf(400)}`]
	])('%s: every score is that of FTS5', (text, match) => {
		const lines = [lineOf('1', text)];
		const none = RecordSet.none(index.size);
		const evaluated = evaluateStrategy(linesToEvaluate(readStrategy({ concepts: [], lines }, [], 2026)), index, {
			benchmark: none,
			relevant: none,
			irrelevant: none
		});
		const records = evaluated[0]?.records ?? none;
		const ours = relevanceOf(index, queryTerms(evaluated, evaluated[0]?.id ?? ''), records);
		const theirs = sqlite.scores(match);
		expect(theirs.size).toBe(records.count());
		expect(theirs.size).toBeGreaterThan(20);
		for (const [record, score] of theirs) expect(ours[record]).toBeCloseTo(score, 6);
	});
});
