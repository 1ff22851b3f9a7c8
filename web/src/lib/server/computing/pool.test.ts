/** The pool with real threads: answers, dropping, fairness, ceilings, and threads that die. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import {
	bind,
	blankRecord,
	buildIndex,
	INDEXED_FIELDS,
	parse,
	type Expression,
	type LineToEvaluate
} from '@wide-lantern/core';
import { build } from 'vite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compileValidator } from '$lib/server/http';
import { Dropped, Pool } from './pool';
import { answeredSchema, type Answered } from './messages';
import type { Job } from './questions';

const folder = mkdtempSync(join(tmpdir(), 'lantern-pool-'));
const isAnswer = compileValidator<Answered>(answeredSchema);
const reports: string[] = [];
const workers: Worker[] = [];
let pool: Pool;

const around = {
	currentYear: 2026,
	heading: () => ({ found: 'none', nearest: [] }) as const,
	closure: () => [],
	qualifier: (_: string | null, name: string) => ({ allowed: true, name, offered: [] }),
	line: () => null,
	concept: () => ({ refused: 'none' })
};
const line = (text: string, id = text): string =>
	JSON.stringify({
		id,
		number: 1,
		off: false,
		empty: false,
		query: bind(parse(text).tree as Expression, around).query
	} satisfies LineToEvaluate);
const marks = { benchmark: [1], relevant: [], irrelevant: [] };
const evaluate = (...texts: string[]) =>
	({ do: 'evaluate', collection: 'c', lines: texts.map((text) => line(text)), marks }) as const;
/** Spans of spans of spans in long texts: far more work than a line may do. Each another, since what was given up once is not tried again. */
let monsters = 900;
const monster = () => `((*a* WITHIN/${++monsters} *e*) WITHIN/900 (*i* WITHIN/900 *a*)) WITHIN/900 zzz*`;

beforeAll(async () => {
	// The program as it is built for the server.
	await build({
		root: 'web',
		configFile: 'web/vite.worker.config.ts',
		logLevel: 'error',
		build: { outDir: folder, emptyOutDir: false }
	});
	const long = Array.from({ length: 1_500 }, (_, at) => ['band', 'bend', 'bind'][at % 3]).join(' ');
	const records = Array.from({ length: 300 }, (_, at) => ({
		...blankRecord(`R${at}`),
		titles: [at % 2 === 0 ? 'light' : 'light lamp'],
		abstract: `${long} zzz`,
		year: 1990 + (at % 30)
	}));
	const index = buildIndex(records, () => undefined);
	pool = new Pool({
		threads: 2,
		start: (unwanted) => {
			const worker = new Worker(join(folder, 'worker.js'), { workerData: { unwanted } });
			workers.push(worker);
			return worker;
		},
		isAnswer: (message): message is Answered => isAnswer(message),
		report: (event) => reports.push(event)
	});
	expect(await pool.openCollection('c', index.buffer as SharedArrayBuffer, false)).toEqual({ opened: true });
}, 60_000);
afterAll(async () => {
	await pool.close();
	rmSync(folder, { recursive: true, force: true });
});

describe('the computing threads', () => {
	it('count lines, show their records newest first, and tell what lit them', async () => {
		const [counted] = await pool.ask(evaluate('light'), { owner: 'a' });
		expect(counted).toEqual({ id: 'light', state: 'counted', count: 300, found: 1, beforeHand: false });
		const of = { collection: 'c', lines: [line('lamp')], marks, line: 'lamp' };
		const page = await pool.ask(
			{ do: 'page', from: 0, count: 2, order: 'newest', minus: null, aloneIn: null, ...of },
			{ owner: 'a' }
		);
		expect(page).toEqual({ total: 150, records: [29, 59] });
		const lit = await pool.ask(
			{ do: 'highlights', records: [{ ...blankRecord('x'), source: 's', titles: ['a lamp'] }], labels: {}, ...of },
			{ owner: 'a' }
		);
		expect(lit).toEqual([{ spans: [{ field: 'ti', entry: 0, from: 2, to: 6, lines: ['lamp'] }], headings: [] }]);
	});
	it('tell variants, and what each side of an OR brings alone', async () => {
		expect(
			await pool.ask(
				{ do: 'variants', collection: 'c', pattern: 'b?nd', most: 2, fields: INDEXED_FIELDS },
				{ owner: 'a' }
			)
		).toEqual({
			words: 3,
			variants: [
				{ word: 'band', records: 300 },
				{ word: 'bend', records: 300 }
			]
		});
		const asked = {
			do: 'contributions',
			collection: 'c',
			lines: [line('lamp OR dark OR light')],
			marks,
			line: 'lamp OR dark OR light',
			final: null
		} as const;
		expect((await pool.ask(asked, { owner: 'a' }))?.map((one) => [one.records, one.unique])).toEqual([
			[150, 0],
			[0, 0],
			[300, 150]
		]);
	});
	it('give a line up that takes too much, and count the others', async () => {
		const states = (await pool.ask(evaluate('light', monster(), 'lamp'), { owner: 'a' })).map((one) => one.state);
		expect(states).toEqual(['counted', 'heavy', 'counted']);
	});
	it('refuse what does not fit with a reason, and go on', async () => {
		const wrong = { ...evaluate('light'), lines: [{ id: 1 }] } as unknown as Job & { do: 'evaluate' };
		await expect(pool.ask(wrong, { owner: 'a' })).rejects.toThrow('The question evaluate does not fit: /lines/0');
		for (const text of ['{', '{"id":1}', 'null', '[]'])
			await expect(pool.ask({ ...evaluate(), lines: [text] }, { owner: 'a' })).rejects.toThrow();
		const unknown = line('light').replace('"word"', '"wish"');
		await expect(pool.ask({ ...evaluate(), lines: [unknown] }, { owner: 'a' })).rejects.toThrow('does not fit');
		await expect(pool.ask({ ...evaluate('light'), collection: 'other' }, { owner: 'a' })).rejects.toThrow('not open');
		expect((await pool.ask(evaluate('lamp'), { owner: 'a' }))[0]?.count).toBe(150);
	});
	it('drop an older question of the same window, whether it waits or runs', async () => {
		const wanted = { owner: 'b', replaces: 'b 1' };
		const running = pool.ask(evaluate(monster()), wanted);
		await new Promise((done) => setTimeout(done, 100));
		const waiting = pool.ask(evaluate('light'), wanted);
		const newest = pool.ask(evaluate('lamp'), wanted);
		const settled = await Promise.allSettled([running, waiting, newest]);
		expect(
			settled.map((one) => (one.status === 'rejected' ? (one.reason as Error).constructor : one.value[0]?.count))
		).toEqual([Dropped, Dropped, 150]);
	});
	it('keep a thread free from one person with many heavy questions', async () => {
		let heavyDone = 0;
		const heavy = Array.from({ length: 4 }, (_, at) =>
			pool.ask(evaluate(`(${monster()}) OR w${at}`), { owner: 'greedy' }).then(() => heavyDone++)
		);
		await pool.ask(evaluate('lamp'), { owner: 'patient' });
		// Four wait in one line; the other person was answered before they were all done.
		expect(heavyDone).toBeLessThan(2);
		await Promise.all(heavy);
	});
	it('work strategies of 300 lines, an OR of 5,000 terms and brackets 500 deep, or give them up', async () => {
		const many = Array.from({ length: 300 }, (_, at) => line(at % 2 === 0 ? `light OR w${at}` : 'ti:lamp', `l${at}`));
		const counted = await pool.ask({ do: 'evaluate', collection: 'c', lines: many, marks }, { owner: 'e' });
		expect(new Set(counted.map((one) => one.count))).toEqual(new Set([300, 150]));
		const terms = Array.from({ length: 5_000 }, (_, at) =>
			at === 4_321 ? 'lamp' : at % 3 === 0 ? `"term ${at}"` : `t${at}*`
		).join(' OR ');
		// AND and OR by turns, so that no bracket can be left out.
		const deep = Array.from({ length: 500 }).reduce<string>(
			(inner, _, at) => `(${inner} ${at % 2 === 0 ? 'OR' : 'AND'} ${at % 2 === 0 ? 'dark' : 'light'})`,
			'lamp'
		);
		expect((await pool.ask(evaluate(terms, deep), { owner: 'e' })).map((one) => [one.state, one.count])).toEqual([
			['counted', 150],
			['counted', 150]
		]);
	});
	it('are replaced when they die, and the question is answered all the same', async () => {
		const lost = pool.ask(evaluate(monster(), 'light'), { owner: 'c' });
		await new Promise((done) => setTimeout(done, 30));
		const before = workers.length;
		await Promise.all(workers.map((one) => one.terminate()));
		expect((await lost).map((one) => one.state)).toEqual(['heavy', 'counted']);
		expect(workers.length).toBe(before + 2);
		expect(reports.filter((one) => one === 'thread-replaced')).toHaveLength(2);
		expect((await pool.ask(evaluate('lamp'), { owner: 'd' }))[0]?.count).toBe(150);
	});
	it('refuse a damaged index, and keep the one they have', async () => {
		const damaged = new SharedArrayBuffer(4_096);
		expect(await pool.openCollection('bad', damaged, false)).toEqual({ opened: false, why: 'no-index' });
		expect((await pool.ask(evaluate('light'), { owner: 'a' }))[0]?.count).toBe(300);
	});
});
