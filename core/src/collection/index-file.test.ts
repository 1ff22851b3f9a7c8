/** The index as a file, in stretches and merged: always the same answers, and never a damaged one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bind, parse, type Expression, type Query } from '../query/index.ts';
import { blankRecord } from '../records/index.ts';
import {
	buildIndex,
	CollectionIndex,
	evaluate,
	PartCache,
	RecordSet,
	SteppedWatch,
	variantsOf,
	WorkCeiling
} from './index.ts';
import { INDEX_VERSION } from './layout.ts';
import { label, recordsUpTo } from './test-records.ts';

const records = recordsUpTo(90);

const QUERIES = [
	'light',
	'l*',
	'*e*',
	'delire',
	'"光療"',
	'co2',
	'x-ray',
	`${'a'.repeat(299)}?`,
	'"light day"',
	'light WITHIN/3 (lamp OR "x-ray")',
	'ti:light NOT ab:day',
	'hd:"label h1"',
	'{* | harm}',
	'{!* | cost}',
	'id:10.1/a',
	'la:french',
	'yr:2000-2010',
	'en:2026-02-01..',
	'has:hd',
	'(light OR "day night") AND (lamp OR night WITHIN/2 day) AND NOT_WORD'
].filter((one) => !one.includes('NOT_WORD'));

const around = {
	currentYear: 2026,
	heading: () => ({ found: 'none', nearest: [] }) as const,
	closure: () => [],
	qualifier: (_: string | null, name: string) => ({ allowed: true, name, offered: [] }),
	line: () => null,
	concept: () => ({ refused: 'none' })
};
const queries: readonly Query[] = QUERIES.map((one) => {
	const { query, faults } = bind(parse(one).tree as Expression, around);
	if (!query) throw new Error(`${one}: ${faults[0]?.message ?? ''}`);
	return query;
});
const none = RecordSet.none(0);
const context = { line: () => none, marked: () => none };
const answers = (index: CollectionIndex, cache?: PartCache) =>
	queries.map((query) => [...evaluate(index, query, context, cache)]);

describe('one index, however it was made', () => {
	it('answers the same from one stretch or from many', () => {
		fc.assert(
			fc.property(records, fc.integer({ min: 1, max: 40 }), (all, stretch) => {
				expect(answers(buildIndex(all, label, { stretch }))).toEqual(answers(buildIndex(all, label)));
			}),
			{ numRuns: 60 }
		);
	});
	it('has the same places far from their signposts, in however many stretches it was read, and finds them', () => {
		// A word that stands so often in neighbouring records that their places are long, and far apart.
		const often = [1, 3, 130, 260, 300, 5, 400];
		const all = Array.from({ length: 90 }, (_, at) => ({
			...blankRecord(`R${at}`),
			titles: [`${'light '.repeat(often[at % often.length] ?? 1)}day`],
			keywords: [at % 4 === 0 ? 'night' : 'light']
		}));
		const whole = buildIndex(all, label);
		const inStretches = buildIndex(all, label, { stretch: 700 });
		expect(whole.sections.farPairs.length).toBeGreaterThan(40);
		for (const section of ['pairOffsets', 'signposts', 'farPairs', 'places', 'pairFields', 'wordFields'] as const)
			expect(Array.from(inStretches.sections[section]), section).toEqual(Array.from(whole.sections[section]));
		const { query } = bind(parse('"light day"').tree as Expression, around);
		expect(query && [...evaluate(whole, query, context)]).toEqual(all.map((_, at) => at));
	});
	it('answers the same with results kept and without', () => {
		fc.assert(
			fc.property(records, (all) => {
				const index = buildIndex(all, label);
				const cache = new PartCache();
				const plain = answers(index);
				expect(answers(index, cache)).toEqual(plain);
				expect(answers(index, cache)).toEqual(plain);
				expect(answers(index, new PartCache(1))).toEqual(plain);
			}),
			{ numRuns: 40 }
		);
	});
});

describe('the file', () => {
	const index = buildIndex(
		Array.from({ length: 50 }, (_, at) => ({ ...blankRecord(`R${at}`), titles: ['light day night'] })),
		label,
		{ madeFrom: 'records of today' }
	);
	const copy = () => new Uint8Array(index.buffer).slice();
	it('is opened again with the same answers and what it was made from', () => {
		const opened = CollectionIndex.open(copy().buffer);
		expect(opened.ok && [answers(opened.index), opened.index.facts.madeFrom]).toEqual([
			answers(index),
			'records of today'
		]);
	});
	it('is refused wherever one byte of it has changed', () => {
		for (let at = 16; at < index.buffer.byteLength; at += 97) {
			const bytes = copy();
			bytes[at] = (bytes[at] ?? 0) ^ 0x40;
			expect(CollectionIndex.open(bytes.buffer), `byte ${at}`).toEqual({ ok: false, code: 'damaged' });
		}
	});
	it('is refused when it is cut short, empty, of another version, or something else', () => {
		const older = copy();
		new Uint32Array(older.buffer)[1] = INDEX_VERSION + 1;
		const other = copy();
		other[0] = 0;
		expect(
			[copy().slice(0, -8), new Uint8Array(0), older, other].map((bytes) => CollectionIndex.open(bytes.slice().buffer))
		).toEqual([
			{ ok: false, code: 'damaged' },
			{ ok: false, code: 'no-index' },
			{ ok: false, code: 'other-version' },
			{ ok: false, code: 'no-index' }
		]);
	});
});

describe('hard sizes', () => {
	it('finds places far from their signposts, and lists of places longer than a byte can tell', () => {
		const long = Array.from({ length: 4_000 }, (_, at) => (at % 3 === 0 ? 'light' : `w${at}`)).join(' ');
		const all = Array.from({ length: 40 }, (_, at) => ({
			...blankRecord(`R${at}`),
			titles: ['lamp'],
			abstract: at % 2 === 0 ? long : 'light lamp'
		}));
		const found = (typed: string) => [
			...evaluate(buildIndex(all, label), bind(parse(typed).tree as Expression, around).query as Query, context)
		];
		const even = all.flatMap((_, at) => (at % 2 === 0 ? [at] : []));
		expect(found('"light w3998"')).toEqual([]);
		expect(found('"light w3997 w3998"')).toEqual(even);
		expect(found('"w3998 light"')).toEqual(even);
		expect(found('ab:(w3998 BEFORE/1 light)')).toEqual(even);
		expect(found('"light lamp"')).toHaveLength(20);
	});
	it('keeps records beyond 65,536 apart from those before', () => {
		const all = Array.from({ length: 70_000 }, (_, at) => ({
			...blankRecord(`R${at}`),
			titles: [at % 35_000 === 7 ? 'rare light' : at % 3 === 0 ? 'light rare' : 'lamp']
		}));
		const index = buildIndex(all, label);
		const found = (typed: string) =>
			evaluate(index, bind(parse(typed).tree as Expression, around).query as Query, context);
		expect([...found('"rare light"')]).toEqual([7, 35_007]);
		expect(found('light').count()).toBe(all.filter((one) => one.titles[0]?.includes('light')).length);
		expect([...found('id:r69999')]).toEqual([69_999]);
		expect(found('light NOT "light rare"').count()).toBe(2);
	});
});

describe('word lists', () => {
	const word = fc.string({ unit: fc.constantFrom('a', 'b', 'l', 'é', '光', '𐍈'), minLength: 1, maxLength: 6 });
	const pattern = fc
		.string({ unit: fc.constantFrom('a', 'b', 'l', '*', '?', '~'), minLength: 1, maxLength: 6 })
		.filter((one) => /[abl?]/.test(one) && /[*?~]/.test(one));
	it('find what a plain regular expression finds, by start, end and middle', () => {
		fc.assert(
			fc.property(fc.array(word, { maxLength: 60 }), pattern, (words, typed) => {
				const index = buildIndex([{ ...blankRecord('R'), titles: words }], label);
				const plain = new RegExp(
					`^${typed.replace(/[*?~]/g, (sign) => ({ '*': '.*', '?': '.', '~': '.?' })[sign] ?? '')}$`,
					'su'
				);
				const all = Array.from({ length: index.words.size }, (_, at) => index.words.at(at));
				expect(index.words.matching(typed).map((at) => index.words.at(at))).toEqual(
					all.filter((one) => plain.test(one))
				);
				expect(all).toEqual([...all].sort());
			}),
			{ numRuns: 400 }
		);
	});
	it('tell the variants of a pattern, the commonest first', () => {
		const index = buildIndex(
			['light', 'light lights', 'lights', 'lights lamp', 'lighting'].map((title, at) => ({
				...blankRecord(`R${at}`),
				titles: [title]
			})),
			label
		);
		expect(variantsOf(index, 'light*', 2)).toEqual({
			words: 3,
			variants: [
				{ word: 'lights', records: 3 },
				{ word: 'light', records: 2 }
			]
		});
		expect(variantsOf(index, 'dark*', 5)).toEqual({ words: 0, variants: [] });
	});
	it('tell variants by the records that hold them in the fields asked for, and no others', () => {
		const index = buildIndex(
			[
				{ titles: ['light'], abstract: 'lights' },
				{ titles: ['lights'], abstract: '' },
				{ titles: ['lamp'], abstract: 'lights light' }
			].map((given, at) => ({ ...blankRecord(`R${at}`), ...given, authors: ['Lightman, A'] })),
			label
		);
		expect(variantsOf(index, 'light*', 9).variants[0]).toEqual({ word: 'lightman', records: 3 });
		expect(variantsOf(index, 'light*', 9, ['ti'])).toEqual({
			words: 2,
			variants: [
				{ word: 'lights', records: 1 },
				{ word: 'light', records: 1 }
			]
		});
		expect(variantsOf(index, 'light*', 9, ['ti', 'ab', 'kw'])).toEqual({
			words: 2,
			variants: [
				{ word: 'lights', records: 3 },
				{ word: 'light', records: 2 }
			]
		});
	});
});

describe('ceilings', () => {
	const index = buildIndex(
		Array.from({ length: 400 }, (_, at) => ({
			...blankRecord(`R${at}`),
			abstract: Array.from({ length: 60 }, (__, word) => `w${(at * 7 + word) % 500}`).join(' ')
		})),
		label
	);
	const query = bind(parse('w* WITHIN/9 *1').tree as Expression, around).query as Query;
	it('end a query that looks at too much, and let the same pass with more allowed', () => {
		expect(() => evaluate(index, query, context, undefined, new SteppedWatch(5_000))).toThrow(WorkCeiling);
		expect(evaluate(index, query, context, undefined, new SteppedWatch(50_000_000)).count()).toBeGreaterThan(0);
	});
	it('ask on the way whether the answer is still wanted', () => {
		let asked = 0;
		const watch = new SteppedWatch(Infinity, () => {
			if (++asked === 1) throw new Error('not wanted any more');
		});
		expect(() => evaluate(index, query, context, undefined, watch)).toThrow('not wanted any more');
	});
});
