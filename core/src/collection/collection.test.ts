/** The index: limits and every field, hard text, sets against plain ones, ceilings that must not matter. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bind, parse, type Expression, type BindingContext, type Query } from '../query/index.ts';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';
import { tokenTexts } from '../text/index.ts';
import { buildIndex, evaluate, lightOf, PartCache, RecordSet } from './index.ts';

const blank: BibliographicRecord = { ...blankRecord('r'), titles: ['x'] };
const around: BindingContext = {
	currentYear: 2026,
	heading: () => ({ found: 'none', nearest: [] }),
	closure: () => [],
	qualifier: (_, name) => ({ allowed: true, name, offered: [] }),
	line: () => null,
	concept: () => ({ refused: 'none' })
};
function found(records: readonly Partial<BibliographicRecord>[], text: string, cache?: PartCache): number[] {
	const whole = records.map((one, at) => ({ ...blank, id: `R${at}`, ...one }));
	const index = buildIndex(whole, (_, id) => `Label ${id}`);
	const { query, faults } = bind(parse(text).tree as Expression, around);
	if (!query) throw new Error(faults[0]?.message);
	const none = RecordSet.none(index.size);
	return [...evaluate(index, query, { line: () => none, marked: () => none }, cache)];
}

describe('limits', () => {
	const records: Partial<BibliographicRecord>[] = [
		{
			id: 'SK-1',
			identifiers: ['10.99999/a(b)c'],
			year: 1999,
			entered: '2026-03-01',
			languages: ['English'],
			types: ['Randomised trial'],
			ages: ['adult'],
			abstract: 'yes'
		},
		{
			id: 'sk-2',
			year: 2010,
			entered: '2026-06-30',
			languages: ['French', 'english'],
			types: ['trial, randomised'],
			ages: ['Adult', 'aged']
		},
		{
			id: 'SK-3',
			languages: ['Old English'],
			types: ['randomised'],
			headings: [{ vocabulary: 'v', heading: 'h', main: true, qualifiers: ['Drug harm'] }]
		}
	];
	it.each([
		['yr:-1999', [0]],
		['yr:1999-2010', [0, 1]],
		['yr:2000-', [1]],
		['yr:2010', [1]],
		['en:2026-03-01..2026-06-29', [0]],
		['en:2026-03-02..', [1]],
		['la:english', [0, 1]],
		['la:(english NOT french)', [0]],
		['la:*english', [0, 1]],
		['pt:"randomised trial"', [0]],
		['pt:randomised', [2]],
		['ag:ADULT', [0, 1]],
		['id:sk-1', [0]],
		['id:"10.99999/A(b)C"', [0]],
		['id:(SK-2 OR SK-3 OR SK-9)', [1, 2]],
		['has:ab', [0]],
		['lacks:ab', [1, 2]],
		['has:hd', [2]],
		['{* | drug harm}', [2]],
		['hand:"peer reviewed only"', [0, 1, 2]]
	])('%s', (text, expected) => {
		expect(found(records, text)).toEqual(expected);
	});
});

describe('fields and entries', () => {
	const records: Partial<BibliographicRecord>[] = [
		{
			titles: ['bright light', 'lumière vive'],
			abstract: 'lamp',
			keywords: ['day', 'light therapy'],
			authors: ['Fenlund, T', 'Ostwick, M'],
			journal: 'The Ward',
			affiliations: ['Lowen Hospital', 'Vellmouth'],
			headings: [{ vocabulary: 'v', heading: 'one', main: false, qualifiers: [] }]
		}
	];
	it.each([
		['ti:"bright light"', true],
		['ti:lumiere', true],
		['ti:"light lumière"', false],
		['ti:(light WITHIN/9 vive)', false],
		['ti:(bright AND vive)', true],
		['kw:"day light"', false],
		['kw:"light therapy"', true],
		['"light lamp"', false],
		['light WITHIN/50 lamp', false],
		['au:fenlund', true],
		['au:"fenlund t"', true],
		['jn:ward', true],
		['af:vellmouth', true],
		['hd:"label one"', true],
		['fenlund', false],
		['all:fenlund', true]
	])('%s', (text, expected) => {
		expect(found(records, text).length > 0).toBe(expected);
	});

	it('counts distances from the end of one span to the start of the next, and never lets sides share a token', () => {
		const text = (title: string, query: string) => found([{ titles: [title] }], query).length > 0;
		expect([
			text('a x b', 'a WITHIN/2 b'),
			text('a x b', 'a WITHIN/1 b'),
			text('b a', 'a BEFORE/1 b'),
			text('a', 'a WITHIN/3 a'),
			text('a a', 'a WITHIN/3 a')
		]).toEqual([true, false, false, false, true]);
		expect([
			text('a b c d', '"a b" WITHIN/1 "c d"'),
			text('a b c', '"a b" WITHIN/3 "b c"'),
			text('a b x c', '(a WITHIN/1 b) WITHIN/2 c'),
			text('a c b', '(a WITHIN/2 b) WITHIN/1 c')
		]).toEqual([true, false, true, false]);
	});
});

describe('hard text', () => {
	it('is found as it is typed, whatever marks and signs it holds', () => {
		const titles = [
			'Délire aigu',
			'CO₂ and 10⁶',
			'Ἀθῆναι',
			'x-ray – Parkinson’s',
			'光療法',
			'İstanbul',
			'zero\u200Bwidth'
		];
		const records = titles.map((title) => ({ titles: [title] }));
		expect(
			['delire', 'co2', '"10 6"', 'αθηναι', 'x-ray', "parkinson's", '"光療"', 'istanbul', '"zero width"'].map((text) =>
				found(records, `ti:${text}`)
			)
		).toEqual([[0], [1], [1], [2], [3], [3], [4], [5], [6]]);
	});

	it('may be a megabyte long, have ten thousand keywords, or words of five thousand letters', () => {
		const long = 'delirium '.repeat(116_000);
		const records = [
			{ abstract: long },
			{ keywords: Array.from({ length: 10_000 }, (_, at) => `key word${at}`) },
			{ titles: ['a'.repeat(5_000)] },
			{ abstract: '', titles: [] }
		];
		expect(found(records, 'delirium WITHIN/1 delirium')).toEqual([0]);
		expect(found(records, 'kw:"key word9999"')).toEqual([1]);
		expect(found(records, 'kw:("word5" WITHIN/3 "word6")')).toEqual([]);
		expect(found(records, `${'a'.repeat(4_999)}?`)).toEqual([2]);
	});
});

describe('word lists', () => {
	it('are expanded from every kind of wildcard', () => {
		const index = buildIndex(
			[{ ...blank, titles: ['day daylight light lights lighting night nightlight'] }],
			() => undefined
		);
		const words = (pattern: string) => index.words.matching(pattern).map((at) => index.words.at(at));
		expect([words('light*'), words('*light'), words('light~'), words('n?ght'), words('d*t'), words('none*')]).toEqual([
			['light', 'lighting', 'lights'],
			['daylight', 'light', 'nightlight'],
			['light', 'lights'],
			['night'],
			['daylight'],
			[]
		]);
	});
});

describe('building', () => {
	it('tells its progress and can be cancelled', () => {
		const seen: number[] = [];
		buildIndex(
			Array.from({ length: 2_500 }, (_, at) => ({ ...blank, id: String(at) })),
			() => undefined,
			{ progress: (done) => seen.push(done) }
		);
		expect(seen).toEqual([0, 1000, 2000, 2500]);
		expect(() => buildIndex([blank], () => undefined, { signal: AbortSignal.abort() })).toThrow();
	});

	it('gives the same answers from the cache, and lets the oldest part go', () => {
		const cache = new PartCache(2);
		const records = [{ titles: ['light'] }, { titles: ['lamp'] }];
		for (let turn = 0; turn < 2; turn++)
			expect([found(records, 'light', cache), found(records, 'lamp', cache), found(records, 'l*', cache)]).toEqual([
				[0],
				[1],
				[0, 1]
			]);
	});
});

describe('what lit a record', () => {
	it('is the words asked for, not those between; headings by qualifier; nothing under NOT', () => {
		const record: BibliographicRecord = {
			...blank,
			titles: ['bright and steady light', 'light'],
			headings: [{ vocabulary: 'v', heading: 'h', main: true, qualifiers: ['harm'] }]
		};
		const lit = (text: string) => {
			const { query } = bind(parse(text).tree as Expression, around);
			const light =
				query &&
				lightOf(
					record,
					{ id: 'asked', query },
					() => 'Label',
					() => null
				);
			return [
				light?.spans.map((span) => record.titles[span.entry]?.slice(span.from, span.to)),
				light?.headings.map((heading) => heading.at)
			];
		};
		expect(lit('bright WITHIN/3 light')).toEqual([['bright', 'light'], []]);
		expect(lit('light')).toEqual([['light', 'light'], []]);
		expect(lit('bright NOT steady')).toEqual([['bright'], []]);
		expect(lit('{* | harm} OR dark')).toEqual([[], [0]]);
		expect(lit('{!* | care}')).toEqual([[], []]);
	});
	it('says by which lines: the one that is looked at, or those that it uses', () => {
		const query = (text: string) => bind(parse(text).tree as Expression, around).query as Query;
		const used = query('steady OR light');
		const asked: Query = { kind: 'and', parts: [query('bright OR light'), { kind: 'line', id: 'used' }] };
		const light = lightOf(
			{ ...blank, titles: ['bright and steady light'] },
			{ id: 'asked', query: asked },
			() => undefined,
			(id) => (id === 'used' ? used : null)
		);
		expect(light.spans.map(({ from, lines }) => [from, lines])).toEqual([
			[0, ['asked']],
			[11, ['used']],
			[18, ['asked', 'used']]
		]);
	});
});

describe('words of every script', () => {
	it('are each found by themselves, by their beginning and by their end', () => {
		const word = fc.string({ minLength: 1, maxLength: 4, unit: fc.constantFrom(...'aαβωбяßé1'.split('')) });
		fc.assert(
			fc.property(fc.array(word, { minLength: 1, maxLength: 25 }), (words) => {
				const records = words.map((one) => ({ titles: [one] }));
				for (const one of words) {
					const tokens = tokenTexts(one);
					const token = tokens[0];
					if (token === undefined || tokens.length !== 1) continue;
					const holding = (test: (other: string) => boolean) =>
						words.flatMap((other, at) => (tokenTexts(other).some(test) ? [at] : []));
					expect(found(records, one)).toEqual(holding((other) => other === token));
					expect(found(records, `${one}*`)).toEqual(holding((other) => other.startsWith(token)));
					expect(found(records, `*${one}`)).toEqual(holding((other) => other.endsWith(token)));
				}
			}),
			{ numRuns: 150 }
		);
	});
});
