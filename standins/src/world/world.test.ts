/** What standins/README.md says of the world, tested on the world. */
import {
	applyEdits,
	buildIndex,
	type CollectionIndex,
	enquirySchema,
	evaluateStrategy,
	linesToEvaluate,
	profileSchema,
	readStrategy,
	recordSchema,
	RecordSet,
	Vocabulary,
	VocabularyLookup,
	vocabularySchema
} from '@wide-lantern/core';
import { Ajv } from 'ajv';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoEnquiry, makeWorld, shippedProfiles, skerryVocabulary, type World } from '../index.ts';

const ajv = new Ajv({ allowUnionTypes: true });
const data = skerryVocabulary();
const vocabulary = new Vocabulary(data);
let world: World;
let index: CollectionIndex;
beforeAll(() => {
	world = makeWorld(vocabulary);
	index = buildIndex(world.records, (_, id) => vocabulary.get(id)?.label);
});

describe('Skerry’s vocabulary', () => {
	it('has at least 250 headings with entry terms, scope notes, years, earlier headings and several places', () => {
		expect(ajv.validate(vocabularySchema, data)).toBe(true);
		expect(data.headings.length).toBeGreaterThanOrEqual(250);
		const share = (test: (one: (typeof data.headings)[number]) => boolean) => data.headings.filter(test).length / data.headings.length;
		expect(share((one) => one.entryTerms.length > 0)).toBeGreaterThan(0.75);
		expect(share((one) => one.broader.length > 1)).toBeGreaterThan(0.125);
		expect(data.headings.filter((one) => one.before.length > 0).length).toBeGreaterThanOrEqual(15);
		expect(data.headings.filter((one) => one.scopeNote !== '').length).toBeGreaterThan(40);
		expect(data.qualifiers.length).toBeGreaterThanOrEqual(20);
		expect(share((one) => one.since === null)).toBe(0);
	});

	it('gives no name to two headings', () => {
		const names = data.headings.flatMap((one) => [one.label, ...one.entryTerms]).map((name) => name.toLowerCase());
		expect(names.length).toBe(new Set(names).size);
	});
});

describe('the start-up world', () => {
	it('is the same at every making, and fits the schema', () => {
		expect(makeWorld(vocabulary, 300).records).toEqual(makeWorld(vocabulary, 300).records);
		const check = ajv.compile(recordSchema);
		expect(world.records.filter((one) => !check(one))).toEqual([]);
		expect(world.records).toHaveLength(5_000);
		expect(new Set(world.records.map((one) => one.id)).size).toBe(5_000);
	});

	it('is indexed with headings that existed in the year, and qualifiers that they take', () => {
		for (const record of world.records)
			for (const one of record.headings) {
				const heading = vocabulary.get(one.heading);
				expect(heading?.since ?? 9999).toBeLessThanOrEqual(record.year ?? 0);
				const allowed = vocabulary.qualifiersOf(one.heading, false).map((each) => each.name);
				expect(allowed).toEqual(expect.arrayContaining(one.qualifiers));
			}
	});

	it('leaves the newest months unindexed, and some records for ever', () => {
		const newest = world.records.filter((one) => (one.entered ?? '') > '2026-07-15');
		expect(newest.length).toBeGreaterThan(50);
		expect(newest.every((one) => one.headings.length === 0)).toBe(true);
		const older = world.records.filter((one) => (one.entered ?? '') <= '2026-07-15');
		const never = older.filter((one) => one.headings.length === 0).length / older.length;
		expect(never).toBeGreaterThan(0.02);
		expect(never).toBeLessThan(0.045);
	});

	it('holds 60 relevant works, fourteen of them known', () => {
		expect(world.relevant).toHaveLength(60);
		expect(world.known).toHaveLength(14);
		expect(world.relevant).toEqual(expect.arrayContaining([...world.known]));
	});
});

describe('the demo enquiry', () => {
	it('is whole, finds every known article, and shows that neither headings nor words alone would do', () => {
		const enquiry = demoEnquiry(vocabulary, world);
		expect(ajv.validate(enquirySchema, enquiry), JSON.stringify(ajv.errors)).toBe(true);
		expect('document' in applyEdits(enquiry as never, [])).toBe(true);
		const lines = readStrategy(enquiry, [{ vocabulary, lookup: new VocabularyLookup(vocabulary) }], 2026);
		expect(lines.flatMap((line) => line.faults)).toEqual([]);
		const set = (ids: readonly string[]) =>
			RecordSet.of(
				index.size,
				ids.flatMap((id) => index.identified(id))
			);
		const none = RecordSet.none(index.size);
		const evaluated = evaluateStrategy(linesToEvaluate(lines, enquiry.lines), index, { benchmark: set(world.known), relevant: none, irrelevant: none });
		const found = evaluated.map((one) => one.records ?? none);
		const relevant = set(world.relevant);
		expect(found[8]?.count()).toBe(14);
		expect(found[7]?.and(relevant).count()).toBeGreaterThanOrEqual(55);
		const headings = [0, 2, 4].map((at) => found[at] ?? none).reduce((a, b) => a.and(b));
		const words = [1, 3, 5].map((at) => found[at] ?? none).reduce((a, b) => a.and(b));
		expect(headings.and(relevant).count()).toBeLessThan(found[7]?.and(relevant).count() ?? 0);
		expect(words.and(relevant).count()).toBeLessThan(found[7]?.and(relevant).count() ?? 0);
	});

	it('ships profiles that fit the schema', () => {
		for (const profile of shippedProfiles) expect(ajv.validate(profileSchema, profile), JSON.stringify(ajv.errors)).toBe(true);
	});
});
