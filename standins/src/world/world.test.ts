/** What standins/README.md says of vocabularies and world, tested on them. */
import {
	applyEdits,
	buildIndex,
	type BibliographicRecord,
	type CollectionIndex,
	enquirySchema,
	evaluateStrategy,
	linesToEvaluate,
	profileSchema,
	readStrategy,
	recordSchema,
	RecordSet,
	tokenTexts,
	Vocabulary,
	VocabularyLookup,
	vocabularySchema
} from '@wide-lantern/core';
import { Ajv } from 'ajv';
import { beforeAll, describe, expect, it } from 'vitest';
import {
	demoEnquiry,
	makeWorld,
	shippedProfiles,
	shippedVocabularies,
	SOURCES,
	trueMappings,
	type VocabularyId,
	type World
} from '../index.ts';
import { INDEXED_UNTIL } from './indexing.ts';
import { allTopics } from './topics.ts';

const ajv = new Ajv({ allowUnionTypes: true });
const cut = shippedVocabularies();
const open = Object.fromEntries(Object.values(cut.vocabularies).map((one) => [one.id, new Vocabulary(one)]));
const skerry = open['skerry'] as Vocabulary;
let world: World;
let index: CollectionIndex;
beforeAll(() => {
	world = makeWorld(cut);
	index = buildIndex(world.records.skerry, (_, id) => skerry.get(id)?.label);
}, 120_000);

/** Words that tell nothing apart. */
const SMALL = new Set('a an and at by for from in of on the to with'.split(' '));
const wordsOf = (vocabulary: VocabularyId, id: string) => {
	const heading = open[vocabulary]?.get(id);
	return new Set(
		[heading?.label ?? '', ...(heading?.entryTerms ?? [])].flatMap(tokenTexts).filter((word) => !SMALL.has(word))
	);
};

describe.each([
	['skerry', 900],
	['tidewater', 450],
	['corran', 1_000]
] as const)('the vocabulary of %s', (id, least) => {
	const data = cut.vocabularies[id];
	const share = (test: (one: (typeof data.headings)[number]) => boolean) =>
		data.headings.filter(test).length / data.headings.length;

	it('is large and rich enough, and fits the schema', () => {
		expect(ajv.validate(vocabularySchema, data)).toBe(true);
		expect(data.headings.length).toBeGreaterThanOrEqual(least);
		expect(
			data.headings.reduce((sum, one) => sum + one.entryTerms.length, 0) / data.headings.length
		).toBeGreaterThanOrEqual(2.9);
		expect(share((one) => one.before.length > 0)).toBeGreaterThanOrEqual(1 / 7);
		expect(share((one) => one.broader.length > 1)).toBeGreaterThanOrEqual(1 / 8);
		expect(share((one) => one.scopeNote !== '')).toBeGreaterThan(0.6);
		expect(data.qualifiers.length).toBeGreaterThanOrEqual(20);
		expect(share((one) => one.since === null)).toBe(0);
	});
	it('gives no name to two headings, and points only to its own', () => {
		const names = data.headings.flatMap((one) => [one.label, ...one.entryTerms]).map((name) => name.toLowerCase());
		expect(names.filter((name, at) => names.indexOf(name) !== at)).toEqual([]);
		const ids = new Set(data.headings.map((one) => one.id));
		expect(data.headings.flatMap((one) => [...one.broader, ...one.related]).filter((one) => !ids.has(one))).toEqual([]);
		// No heading is broader than itself.
		expect(data.headings.filter((one) => one.broader.some((up) => open[id]?.closure(one.id).has(up)))).toEqual([]);
	});
	it('has scope notes of many shapes', () => {
		const shapes = new Set(data.headings.map((one) => tokenTexts(one.scopeNote).slice(0, 3).join(' ')));
		expect(shapes.size).toBeGreaterThan(60);
	});
	it('inverts labels only in Skerry', () => {
		const turned = data.headings.filter((one) => /^[^,]+, [A-Z]/.test(one.label)).length;
		if (id === 'skerry') expect(turned).toBeGreaterThan(60);
		else expect(data.headings.filter((one) => /^\w+, [A-Z]\w+$/.test(one.label))).toEqual([]);
	});
});

describe('the true mapping', () => {
	it('has pairs that share no word in any label, at least three in ten', () => {
		let [pairs, apart] = [0, 0];
		for (const [from, to] of [
			['skerry', 'corran'],
			['skerry', 'tidewater'],
			['corran', 'skerry']
		] as const)
			for (const one of trueMappings(cut, from, to)) {
				if (one.targets.length === 0) continue;
				pairs++;
				const own = wordsOf(from, one.heading);
				if (one.targets.every((target) => ![...wordsOf(to, target)].some((word) => own.has(word)))) apart++;
			}
		expect(pairs).toBeGreaterThan(2_000);
		expect(apart / pairs).toBeGreaterThanOrEqual(0.3);
	});
	it('cuts the world differently: one heading is two there, or none, or lumped with others', () => {
		const kinds = (from: VocabularyId, to: VocabularyId, kind: string) =>
			trueMappings(cut, from, to).filter((one) => one.kind === kind).length;
		expect(kinds('skerry', 'corran', 'two')).toBeGreaterThan(20);
		expect(kinds('skerry', 'corran', 'none')).toBeGreaterThan(10);
		expect(kinds('skerry', 'tidewater', 'broader')).toBeGreaterThan(100);
		expect(kinds('corran', 'tidewater', 'none')).toBeGreaterThan(100);
	});
});

const everyRecord = (): BibliographicRecord[] => SOURCES.flatMap(({ id }) => world.records[id]);

describe('the start-up world', () => {
	it('is the same at every making, and fits the schema', () => {
		expect(makeWorld(cut, 200).records).toEqual(makeWorld(cut, 200).records);
		const check = ajv.compile(recordSchema);
		const records = everyRecord();
		expect(records.filter((one) => !check(one))).toEqual([]);
		expect(new Set(records.map((one) => one.id)).size).toBe(records.length);
		// About two records a work.
		expect(records.length / world.works.length).toBeGreaterThan(1.9);
		expect(records.length / world.works.length).toBeLessThan(2.4);
	});
	it('is about sixty topics and more', () => {
		expect(allTopics(cut).length).toBeGreaterThanOrEqual(60);
		expect(new Set(world.works.map((one) => one.topic)).size).toBeGreaterThanOrEqual(60);
	});
	it('is indexed with headings that existed in the year, and qualifiers that they take', () => {
		const years = new Map(world.works.map((one) => [one.id, one.year]));
		const wrong: string[] = [];
		let assigned = 0;
		for (const { id, vocabulary } of SOURCES)
			for (const record of world.records[id]) {
				const year = years.get(world.workOf[id].get(record.id) ?? '') ?? 0;
				for (const one of record.headings) {
					assigned++;
					const own = open[one.vocabulary];
					const since = own?.get(one.heading)?.since ?? 9999;
					const allowed = own?.qualifiersOf(one.heading, false).map((each) => each.name) ?? [];
					if (one.vocabulary !== vocabulary || since > year || !one.qualifiers.every((name) => allowed.includes(name)))
						wrong.push(`${record.id} of ${year}: ${one.heading} of ${since}, ${one.qualifiers.join(', ')}`);
				}
			}
		expect(wrong).toEqual([]);
		expect(assigned).toBeGreaterThan(30_000);
	});
	it('leaves the newest months unindexed, and some records for ever', () => {
		const indexed = SOURCES.filter((one) => one.vocabulary !== null).flatMap(({ id }) => world.records[id]);
		const newest = indexed.filter((one) => (one.entered ?? '') > INDEXED_UNTIL);
		expect(newest.length).toBeGreaterThan(50);
		expect(newest.every((one) => one.headings.length === 0)).toBe(true);
		const older = indexed.filter((one) => (one.entered ?? '') <= INDEXED_UNTIL);
		const never = older.filter((one) => one.headings.length === 0).length / older.length;
		expect(never).toBeGreaterThan(0.02);
		expect(never).toBeLessThan(0.045);
	});
	it('writes the same work differently in each source', () => {
		const byWork = new Map<string, Map<string, BibliographicRecord>>();
		for (const { id } of SOURCES)
			for (const record of world.records[id]) {
				const work = world.workOf[id].get(record.id) ?? '';
				byWork.set(work, (byWork.get(work) ?? new Map()).set(id, record));
			}
		const both = [...byWork.values()].flatMap((one) =>
			one.has('skerry') && one.has('corran') ? [[one.get('skerry'), one.get('corran')] as const] : []
		);
		expect(both.length).toBeGreaterThan(1_000);
		expect(both.filter(([a, b]) => a?.titles[0] !== b?.titles[0]).length / both.length).toBeGreaterThan(0.1);
		expect(both.every(([a, b]) => a?.authors[0] !== b?.authors[0])).toBe(true);
		const wrong = both.filter(
			([a, b]) =>
				a?.identifiers[0] && b?.identifiers[0] && a.identifiers[0].toLowerCase() !== b.identifiers[0].toLowerCase()
		).length;
		expect(wrong).toBeGreaterThan(5);
		const missing = (id: 'skerry' | 'tidewater' | 'wherry') =>
			world.records[id].filter((one) => one.abstract === '').length / world.records[id].length;
		expect(missing('wherry')).toBeGreaterThan(missing('tidewater'));
		expect(missing('tidewater')).toBeGreaterThan(missing('skerry'));
	});
	it('is spelt British or American by journal', () => {
		const words = (american: boolean) =>
			new Set(
				world.works.filter((one) => one.journal.american === american).flatMap((one) => tokenTexts(one.abstract))
			);
		expect(words(true).has('randomised')).toBe(false);
		expect(words(true).has('randomized')).toBe(true);
		expect(words(false).has('randomised')).toBe(true);
	});
	it('holds 60 relevant works that are found in different ways, fourteen of them known', () => {
		expect(world.relevant).toHaveLength(60);
		expect(world.known).toHaveLength(14);
		const relevant = world.works.filter((one) => one.relevant);
		const holders = (work: string) =>
			SOURCES.filter(({ id }) => [...world.workOf[id].values()].includes(work)).map((one) => one.id);
		for (const way of ['headings-only', 'words-only', 'unindexed', 'old-heading', 'odd-words', 'one-source'] as const)
			expect(relevant.filter((one) => one.way === way).length).toBeGreaterThanOrEqual(4);
		for (const one of relevant.filter((each) => each.way === 'one-source')) expect(holders(one.id)).toHaveLength(1);
		const inSkerry = (work: string) => world.records.skerry.find((one) => world.workOf.skerry.get(one.id) === work);
		for (const one of relevant) {
			const record = inSkerry(one.id);
			if (!record) continue;
			const text = [...record.titles, record.abstract, ...record.keywords].join(' ');
			if (one.way === 'headings-only') expect(text).not.toMatch(/delir|light|illuminat/i);
			if (one.way === 'unindexed') expect(record.headings).toEqual([]);
			if (one.way === 'old-heading') expect(record.headings.map((each) => each.heading)).not.toContain('dynlight');
			if (one.way === 'words-only')
				expect(
					record.headings.some(
						(each) => skerry.closure('lighting').has(each.heading) || skerry.closure('phototherapy').has(each.heading)
					)
				).toBe(false);
		}
	});
});

describe('the demo enquiry', () => {
	it('is whole, finds every known article, and shows that neither headings nor words alone would do', () => {
		const enquiry = demoEnquiry(skerry, world);
		expect(ajv.validate(enquirySchema, enquiry), JSON.stringify(ajv.errors)).toBe(true);
		expect('document' in applyEdits(enquiry as never, [])).toBe(true);
		const lines = readStrategy(enquiry, [{ vocabulary: skerry, lookup: VocabularyLookup.of(skerry) }], 2026);
		expect(lines.flatMap((line) => line.faults)).toEqual([]);
		const set = (ids: readonly string[]) =>
			RecordSet.of(
				index.size,
				ids.flatMap((id) => index.identified(id))
			);
		const none = RecordSet.none(index.size);
		const evaluated = evaluateStrategy(linesToEvaluate(lines), index, {
			benchmark: set(world.known),
			relevant: none,
			irrelevant: none
		});
		const found = evaluated.map((one) => one.records ?? none);
		const answers = new Set(world.relevant);
		const relevant = set(
			world.records.skerry.filter((one) => answers.has(world.workOf.skerry.get(one.id) ?? '')).map((one) => one.id)
		);
		expect(found[8]?.count()).toBe(14);
		expect(relevant.count()).toBeGreaterThanOrEqual(50);
		expect((found[7]?.and(relevant).count() ?? 0) / relevant.count()).toBeGreaterThanOrEqual(0.85);
		const headings = [0, 2, 4].map((at) => found[at] ?? none).reduce((a, b) => a.and(b));
		const words = [1, 3, 5].map((at) => found[at] ?? none).reduce((a, b) => a.and(b));
		expect(headings.and(relevant).count()).toBeLessThan(found[7]?.and(relevant).count() ?? 0);
		expect(words.and(relevant).count()).toBeLessThan(found[7]?.and(relevant).count() ?? 0);
	});

	it('names headings of three vocabularies, each of which is there', () => {
		const taken = demoEnquiry(skerry, world).concepts.flatMap((one) => one.headings);
		expect(taken.filter((one) => !open[one.vocabulary as keyof typeof open]?.get(one.heading))).toEqual([]);
		expect(new Set(taken.map((one) => one.vocabulary))).toEqual(new Set(['skerry', 'tidewater', 'corran']));
	});

	it('ships profiles that fit the schema', () => {
		for (const profile of shippedProfiles)
			expect(ajv.validate(profileSchema, profile), JSON.stringify(ajv.errors)).toBe(true);
	});
});
