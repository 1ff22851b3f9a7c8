/** Candidates: RAKE's published scores, families, counts against a plain count, strength against a network, cut-offs. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankRecord, type BibliographicRecord } from '../records/index.ts';
import { SMALL_WORDS, tokenTexts } from '../text/index.ts';
import {
	cutAtKnee,
	cutByShare,
	familyKey,
	Gleaner,
	phrasesOf,
	rakePhrases,
	STOP_WORDS,
	type GatherOptions
} from './index.ts';

const record = (titles: string, abstract = '', more: Partial<BibliographicRecord> = {}): BibliographicRecord => ({
	...blankRecord('R'),
	titles: [titles],
	abstract,
	...more
});
const gathered = (records: readonly BibliographicRecord[], options: Partial<GatherOptions> = {}) => {
	const gleaner = new Gleaner({ fewest: 1, hidden: new Set(), most: 10_000, ...options });
	for (const one of records) gleaner.add(one);
	return gleaner.finish();
};
const texts = (terms: ReturnType<typeof gathered>) => terms.map(({ variants }) => variants[0]?.text);

describe('phrase scores', () => {
	// Rose, Engel, Cramer, Cowley 2010, the worked abstract (text from memory; handbook, section 3, has the scores).
	const ABSTRACT =
		'Compatibility of systems of linear constraints over the set of natural numbers. Criteria of compatibility of a system of linear Diophantine equations, strict inequations, and nonstrict inequations are considered. Upper bounds for components of a minimal set of solutions and algorithms of construction of minimal generating sets of solutions for all types of systems are given. These criteria and the corresponding algorithms for constructing a minimal supporting set of solutions can be used in solving all the considered types of systems and systems of mixed types.';
	const small = new Set([...SMALL_WORDS, 'over', 'all', 'given', 'used']);
	const scores = new Map(rakePhrases(ABSTRACT, (word) => small.has(word)).map(({ phrase, score }) => [phrase, score]));
	it.each([
		['minimal generating sets', 8.67],
		['linear diophantine equations', 8.5],
		['minimal supporting set', 7.67],
		['minimal set', 4.67],
		['linear constraints', 4.5]
	])('of “%s” is %s, as published', (phrase, score) => {
		expect(scores.get(phrase)).toBeCloseTo(score, 2);
	});
	it('come from phrases that small words and punctuation end, and hyphens do not', () => {
		expect(phrasesOf('Long-term bright light, given at night (in wards)', (word) => STOP_WORDS.has(word))).toEqual([
			['long', 'term', 'bright', 'light'],
			['night'],
			['wards']
		]);
	});
});

describe('families', () => {
	it.each([
		['bed time', 'bedtime'],
		['bed-times', 'bed time'],
		['randomised ward', 'randomized wards'],
		['diagnoses', 'diagnosis'],
		['behaviour', 'behavior']
	])('hold “%s” and “%s” as one', (a, b) => {
		expect(familyKey(tokenTexts(a))).toBe(familyKey(tokenTexts(b)));
	});
	it.each([
		['light', 'night'],
		['ward round', 'ward'],
		['sleep', 'sleepiness']
	])('keep “%s” and “%s” apart', (a, b) => {
		expect(familyKey(tokenTexts(a))).not.toBe(familyKey(tokenTexts(b)));
	});
});

describe('candidates', () => {
	it('are phrases, words, author keywords and headings, a record once each, variants together', () => {
		const terms = gathered([
			record('Bright lights for nurses', 'A bright light helps. Bright light again.', {
				keywords: ['Bright-light'],
				headings: [{ vocabulary: 'v', heading: 'h1', main: true, qualifiers: [] }],
				year: 1999
			}),
			record('Bright light at dusk', '', {
				year: 2020,
				headings: [{ vocabulary: 'v', heading: 'h1', main: false, qualifiers: [] }]
			})
		]);
		const light = terms.find(({ key }) => key === `word ${familyKey(['bright', 'light'])}`);
		expect(light).toMatchObject({ records: 2, titles: 2, keywords: 1, firstYear: 1999 });
		expect(light?.variants).toEqual([
			{ text: 'bright light', records: 2 },
			{ text: 'bright lights', records: 1 }
		]);
		expect(terms.find(({ heading }) => heading === 'v:h1')).toMatchObject({ records: 2, variants: [] });
	});
	it('leave out parts that only stand within a longer phrase, hidden words at an edge, numbers and small words', () => {
		const some = [record('Evening bright light therapy in 2019'), record('Evening bright light therapy of results')];
		expect(texts(gathered(some, { hidden: new Set(['results']) })).sort()).toEqual([
			'bright',
			'evening',
			'evening bright light therapy',
			'light',
			'therapy'
		]);
	});
	it('leave out what is in every abstract and in no title, without a list', () => {
		const some = Array.from({ length: 60 }, (_, at) =>
			record(`Lamp ${at % 7 === 0 ? 'glow' : 'dusk'}`, `Quibbled lamp number${at} dusk.`)
		);
		const found = texts(gathered(some, { fewest: 2 }));
		expect(found).not.toContain('quibbled');
		expect(found).toContain('lamp');
	});
	it('count identical records once', () => {
		const terms = gathered(Array.from({ length: 200 }, () => record('Singing nurses', 'They sang.')));
		expect(terms.every(({ records }) => records === 1)).toBe(true);
	});
	it('of nothing, of records without texts and of scripts without spaces are what is there', () => {
		expect(gathered([])).toEqual([]);
		expect(gathered([record('')])).toEqual([]);
		expect(gathered([record('光療法')]).length).toBeGreaterThan(0);
	});

	it('of a text of a megabyte without a space or a stop word come to an end', () => {
		const long = Array.from({ length: 80_000 }, (_, at) => `w${at % 900}x`).join(' ');
		expect(gathered([record('Lamps', long), record('Lamps', 'a'.repeat(1_000_000))], { fewest: 2 }).length).toBe(1);
	});

	const WORDS = ['lamp', 'dusk', 'glow', 'ward', 'nurse', 'the', 'of'];
	const sentence = fc.array(fc.constantFrom(...WORDS), { maxLength: 9 }).map((words) => words.join(' '));
	const some = fc.array(fc.tuple(sentence, sentence), { minLength: 1, maxLength: 12 });
	it('are in as many records as a plain count finds', () => {
		fc.assert(
			fc.property(some, (pairs) => {
				const records = [
					...new Map(pairs.map(([title, abstract]) => [`${title}|${abstract}`, record(title, abstract)])).values()
				];
				for (const { variants, titles, records: held } of gathered(records)) {
					const holds = ({ titles, abstract }: BibliographicRecord) =>
						variants.some(({ text }) =>
							[...titles, abstract].some((field) => ` ${tokenTexts(field).join(' ')} `.includes(` ${text} `))
						);
					expect(records.filter(holds).length).toBe(held);
					const inTitle = (entry: BibliographicRecord) => holds({ ...entry, abstract: '' });
					expect(records.filter(inTitle).length).toBe(titles);
				}
			}),
			{ numRuns: 150 }
		);
	});
	it('are as strong as the edges of their network together weigh', () => {
		fc.assert(
			fc.property(some, (pairs) => {
				const records = [
					...new Map(pairs.map(([title, abstract]) => [`${title}|${abstract}`, record(title, abstract)])).values()
				];
				const terms = gathered(records);
				const holding = terms.map(({ variants }) =>
					records.map(({ titles, abstract }) =>
						variants.some(({ text }) =>
							[...titles, abstract].some((field) => ` ${tokenTexts(field).join(' ')} `.includes(` ${text} `))
						)
					)
				);
				terms.forEach(({ strength }, one) => {
					let sum = 0;
					for (let other = 0; other < terms.length; other++)
						if (other !== one) sum += records.filter((_, at) => holding[one]?.[at] && holding[other]?.[at]).length;
					expect(strength).toBe(sum);
				});
			}),
			{ numRuns: 60 }
		);
	});
});

describe('cut-offs', () => {
	it('keep the fewest that hold a share', () => {
		expect(cutByShare([50, 30, 15, 5], 0.8)).toBe(2);
		expect(cutByShare([50, 30, 15, 5], 0.81)).toBe(3);
		expect(cutByShare([50, 30, 15, 5], 0)).toBe(0);
		expect(cutByShare([], 0.8)).toBe(0);
	});
	it('stop where the curve bends most', () => {
		expect(cutAtKnee([100, 90, 12, 10, 9, 8])).toBe(2);
		expect(cutAtKnee([5, 5, 5])).toBe(3);
		expect(cutAtKnee([9, 1])).toBe(2);
	});
});
