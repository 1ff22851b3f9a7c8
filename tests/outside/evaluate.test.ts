/** The evaluator against a brute-force one on random expressions and records, and the laws of notation.md, section 7. */
import {
	blankHeading,
	buildIndex,
	contributionsOf,
	covers,
	evaluateStrategy,
	lightOf,
	linesToEvaluate,
	parse,
	PartCache,
	print,
	readStrategy,
	RecordSet,
	Vocabulary,
	VocabularyLookup,
	type BibliographicRecord,
	type Expression
} from '@wide-lantern/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isMet, litWords, type PlainRecord } from './brute-force.ts';

const WORDS = ['light', 'lights', 'lamp', 'bright', 'day', 'delirium', 'deliria', 'icu', 'icus', 'of', 'night'];
const QUALIFIERS = ['care', 'harm'];
const heading = (id: string, label: string, broader: string[]) => ({
	...blankHeading(id, label),
	broader,
	qualifiers: ['c', 'h']
});
const vocabulary = new Vocabulary({
	id: 'small',
	name: 'Small',
	edition: '1',
	qualifiers: [
		{ code: 'c', name: 'care', note: '' },
		{ code: 'h', name: 'harm', note: '' }
	],
	// Polyhierarchy: both stands below one and two.
	headings: [
		heading('1', 'One', []),
		heading('2', 'Two', ['1']),
		heading('3', 'Both', ['1', '2']),
		heading('4', 'Deep', ['3']),
		heading('5', 'Apart', [])
	]
});
const open = [{ vocabulary, lookup: VocabularyLookup.of(vocabulary) }];
const labelOf = (_: string, id: string) => vocabulary.get(id)?.label;
const below = (label: string) => {
	const id = vocabulary.find(label)?.heading.id ?? '';
	return [...vocabulary.closure(id)].filter((one) => one !== id).map((one) => vocabulary.get(one)?.label ?? '');
};

const text = (most: number) => fc.array(fc.constantFrom(...WORDS), { maxLength: most }).map((words) => words.join(' '));
const record: fc.Arbitrary<BibliographicRecord> = fc
	.record({
		titles: fc.array(text(5), { minLength: 1, maxLength: 2 }),
		abstract: fc.oneof(fc.constant(''), text(14)),
		keywords: fc.array(text(2), { maxLength: 3 }),
		year: fc.oneof(fc.constant(null), fc.integer({ min: 1998, max: 2004 })),
		languages: fc.constantFrom('English', 'French', 'Old English').map((one) => [one]),
		headings: fc.uniqueArray(
			fc.record({
				vocabulary: fc.constant('small'),
				heading: fc.constantFrom('1', '2', '3', '4', '5'),
				main: fc.boolean(),
				qualifiers: fc.subarray(QUALIFIERS)
			}),
			{ maxLength: 3, selector: (one) => one.heading }
		)
	})
	.map((one) => ({
		id: 'x',
		source: 's',
		identifiers: [],
		authors: [],
		journal: '',
		affiliations: [],
		entered: null,
		types: [],
		ages: [],
		...one
	}));

const pattern = fc.constantFrom('light', 'light*', 'l?mp', 'deliri~~', '*s', 'd*m', 'of', 'icu~', 'br*t');
const word = pattern.map((typed) => parse(typed).tree as Expression);
const phrase = fc
	.array(pattern, { minLength: 2, maxLength: 3 })
	.map((parts) => parse(`"${parts.join(' ')}"`).tree as Expression);
const { inField, expression } = fc.letrec<{
	side: Expression;
	near: Expression;
	inField: Expression;
	expression: Expression;
}>((tie) => ({
	side: fc.oneof(
		{ maxDepth: 2 },
		word,
		phrase,
		tie('near'),
		fc.array(word, { minLength: 2, maxLength: 2 }).map((items): Expression => ({ kind: 'or', items }))
	),
	near: fc.record({
		kind: fc.constant('near' as const),
		ordered: fc.boolean(),
		distance: fc.integer({ min: 1, max: 4 }),
		left: tie('side'),
		right: tie('side')
	}),
	inField: fc.oneof(
		{ maxDepth: 3 },
		word,
		phrase,
		tie('near'),
		fc.array(tie('inField'), { minLength: 2, maxLength: 2 }).map((items): Expression => ({ kind: 'and', items }))
	),
	expression: fc.oneof(
		{ maxDepth: 4 },
		word,
		phrase,
		tie('near'),
		fc.record({
			kind: fc.constant('heading' as const),
			vocabulary: fc.constant(null),
			label: fc.constantFrom('One', 'Two', 'Both', 'Deep'),
			main: fc.boolean(),
			narrower: fc.boolean(),
			except: fc.constant([]),
			qualifiers: fc.subarray(QUALIFIERS)
		}),
		fc
			.constantFrom(
				'{One > except Two}',
				'{* | harm}',
				'yr:2000-2002',
				'yr:-1999',
				'has:ab',
				'lacks:hd',
				'la:english',
				'la:"old english"'
			)
			.map((typed) => parse(typed).tree as Expression),
		fc.record({
			kind: fc.constantFrom('and' as const, 'or' as const),
			items: fc.array(tie('expression'), { minLength: 2, maxLength: 3 })
		}),
		fc.record({ kind: fc.constant('not' as const), keep: tie('expression'), drop: tie('expression') }),
		fc.record({
			kind: fc.constant('field' as const),
			fields: fc.subarray<'ti' | 'ab' | 'kw' | 'hd'>(['ti', 'ab', 'kw', 'hd'], { minLength: 1 }),
			of: tie('inField')
		})
	)
}));

const line = (source: string, at = 0) => ({
	id: `l${at}`,
	source,
	concept: null,
	strand: null,
	role: 'words' as const,
	label: '',
	note: '',
	off: false
});

function count(records: readonly BibliographicRecord[], sources: readonly string[]): (number[] | null)[] {
	const index = buildIndex(records, labelOf);
	const none = RecordSet.none(index.size);
	const lines = sources.map(line);
	const read = readStrategy({ concepts: [], lines }, open, 2026);
	return evaluateStrategy(linesToEvaluate(read), index, { benchmark: none, relevant: none, irrelevant: none }).map(
		(one) => (one.records ? [...one.records] : null)
	);
}

const plain = (one: BibliographicRecord): PlainRecord => ({
	...one,
	headings: one.headings.map((each) => ({
		label: labelOf('', each.heading) ?? '',
		main: each.main,
		qualifiers: each.qualifiers
	}))
});

describe('the evaluator', () => {
	it('retrieves what brute force retrieves, on random expressions and records', () => {
		fc.assert(
			fc.property(fc.array(record, { minLength: 1, maxLength: 12 }), fc.oneof(expression, inField), (records, tree) => {
				const expected = records.flatMap((one, at) =>
					isMet(plain(one), tree as unknown as { kind: string }, below) ? [at] : []
				);
				expect(count(records, [print(tree)])[0]).toEqual(expected);
			}),
			{ numRuns: 1500 }
		);
	});

	it('lights the very words and headings that brute force finds', () => {
		let shown = 0;
		fc.assert(
			fc.property(record, fc.oneof(expression, inField), (one, tree) => {
				const [read] = readStrategy({ concepts: [], lines: [line(print(tree))] }, open, 2026);
				if (!read?.query) return;
				const light = lightOf(one, { id: read.id, query: read.query }, labelOf, () => null);
				const entries = {
					ti: one.titles,
					ab: [one.abstract],
					kw: one.keywords,
					hd: one.headings.map((each) => labelOf('', each.heading) ?? '')
				};
				// Words lie one space apart here, so that the spaces before tell the token.
				const words = light.spans.map(({ field, entry, from, to }) => {
					const text = entries[field as 'ti'][entry] ?? '';
					expect(text.slice(from, to)).toMatch(/^[a-z]+$/i);
					return `${field}/${entry}/${text.slice(0, from).split(' ').length - 1}`;
				});
				expect(new Set(words)).toEqual(litWords(plain(one), tree as unknown as { kind: string }));
				shown += words.length;
			}),
			{ numRuns: 1_500 }
		);
		expect(shown).toBeGreaterThan(500);
	});

	it('retrieves all of what a query covers, on random collections', () => {
		let shown = 0;
		fc.assert(
			fc.property(fc.array(record, { minLength: 4, maxLength: 12 }), expression, expression, (records, a, b) => {
				const [wide, narrow] = [print(a), print(b)];
				const read = readStrategy({ concepts: [], lines: [line(wide), line(narrow, 1)] }, open, 2026);
				const [outer, inner] = read.map((one) => one.query);
				// Random pairs seldom cover each other: a pair made to is looked at, too.
				const both =
					outer && inner
						? ([
								[outer, inner, wide, narrow],
								[{ kind: 'or', parts: [inner, outer] }, inner, `(${narrow}) OR (${wide})`, narrow]
							] as const)
						: [];
				for (const [one, other, first, second] of both) {
					if (!covers(one, other)) continue;
					shown++;
					const [all = [], some = []] = count(records, [first, second]);
					expect((some ?? []).filter((found) => !(all ?? []).includes(found))).toEqual([]);
				}
			}),
			{ numRuns: 1_500 }
		);
		expect(shown).toBeGreaterThan(1_000);
	});

	it('tells what each side of an OR brings alone as leaving it out does, overall and in the final result', () => {
		fc.assert(
			fc.property(
				fc.array(record, { minLength: 4, maxLength: 15 }),
				fc.array(expression, { minLength: 2, maxLength: 4 }),
				expression,
				fc.boolean(),
				(records, sides, other, not) => {
					const texts = sides.map((one) => `(${print(one)})`);
					const index = buildIndex(records, labelOf);
					const none = RecordSet.none(index.size);
					const marks = { benchmark: none, relevant: none, irrelevant: none };
					const work = (kept: readonly string[]) => {
						const lines = [line(kept.join(' OR ')), line(`(${print(other)}) ${not ? 'NOT' : 'AND'} #1`, 1)];
						const read = linesToEvaluate(readStrategy({ concepts: [], lines }, open, 2026));
						return { read, sets: evaluateStrategy(read, index, marks).map((one) => one.records) };
					};
					const all = work(texts);
					const told = contributionsOf(all.read, 'l0', 'l1', index, marks);
					// A side that is itself an OR is opened by nobody: sides are as they were typed.
					if (told?.length !== texts.length) return;
					texts.forEach((_, left) => {
						const without = work(texts.filter((__, at) => at !== left));
						const [line0, line1] = all.sets;
						const [less0, less1] = without.sets;
						expect(told[left]?.unique).toBe(line0?.without(less0 ?? none).count());
						expect(told[left]?.lost).toBe(line1?.without(less1 ?? none).count());
						expect(told[left]?.gained).toBe(less1?.without(line1 ?? none).count());
					});
				}
			),
			{ numRuns: 300 }
		);
	});

	it('counts the same after random edits as from nothing', () => {
		fc.assert(
			fc.property(
				fc.array(record, { minLength: 4, maxLength: 12 }),
				fc.array(expression, { minLength: 5, maxLength: 9 }),
				fc.array(fc.nat(2), { minLength: 5, maxLength: 5 }),
				(records, trees, turns) => {
					const index = buildIndex(records, labelOf);
					const none = RecordSet.none(index.size);
					const marks = { benchmark: none, relevant: none, irrelevant: none };
					const cache = new PartCache();
					const texts = trees.slice(0, 3).map(print);
					for (const [turn, at] of turns.entries()) {
						texts[at] = print(trees[(turn + 3) % trees.length] ?? (trees[0] as Expression));
						const lines = [...texts, '#1 OR #2', '#4 AND #3', 'ANY(#1-#5)'].map(line);
						const read = linesToEvaluate(readStrategy({ concepts: [], lines }, open, 2026));
						const counts = (kept?: PartCache) =>
							evaluateStrategy(read, index, marks, kept ? { cache: kept } : {}).map((one) =>
								one.records ? [...one.records] : one.state
							);
						expect(counts(cache)).toEqual(counts());
					}
				}
			),
			{ numRuns: 200 }
		);
	});

	it('keeps the laws of notation.md, section 7', () => {
		fc.assert(
			fc.property(fc.array(record, { minLength: 3, maxLength: 15 }), expression, expression, (records, a, b) => {
				const [first, second] = [print(a), print(b)];
				const sizes = count(records, [
					`(${first}) OR (${second})`,
					`(${first}) AND (${second})`,
					first,
					second,
					'ti:light',
					'ti+ab:light',
					'all:light',
					'{!One}',
					'{One}',
					'{One >}',
					'{One > | care}',
					'{Deep}',
					'{Deep >}'
				]).map((one) => one?.length ?? -1);
				const [
					or = 0,
					and = 0,
					left = 0,
					right = 0,
					title = 0,
					both = 0,
					all = 0,
					main = 0,
					exact = 0,
					narrower = 0,
					qualified = 0,
					alone = 0,
					leaf = 0
				] = sizes;
				expect(or).toBe(left + right - and);
				expect(or).toBeGreaterThanOrEqual(Math.max(left, right));
				expect(and).toBeLessThanOrEqual(Math.min(left, right));
				expect([
					title <= both,
					both <= all,
					main <= exact,
					exact <= narrower,
					qualified <= narrower,
					alone === leaf
				]).toEqual(Array(6).fill(true));
			}),
			{ numRuns: 200 }
		);
	});
});

describe('joining lines', () => {
	it('gives one set by range, by list and by @', () => {
		const records = fc.sample(record, { numRuns: 40, seed: 7 });
		const index = buildIndex(records, labelOf);
		const none = RecordSet.none(index.size);
		const concept = { id: 'c', name: 'C', note: '', strands: [], headings: [], words: [], parked: [] };
		const lines = ['light*', 'lamp', '"of night"', 'ANY(#1-#3)', '#1 OR #2 OR #3', '@A'].map((source, at) => ({
			...line(source, at),
			concept: at < 3 ? 'c' : null,
			role: at < 3 ? ('words' as const) : ('joining' as const)
		}));
		const read = readStrategy({ concepts: [concept], lines }, open, 2026);
		const sets = evaluateStrategy(linesToEvaluate(read), index, {
			benchmark: none,
			relevant: none,
			irrelevant: none
		}).map((one) => [...(one.records ?? [])]);
		expect(sets[3]).toEqual(sets[4]);
		expect(sets[3]).toEqual(sets[5]);
		expect(sets[3]?.length).toBeGreaterThan(5);
	});
});
