import { describe, expect, it } from 'vitest';
import { blankRecord } from '../blank.ts';
import type { ImportedReference } from '../formats/reference.ts';
import type { BibliographicRecord } from '../record.ts';
import { agreementOf, agreementOfPattern, FIELDS, patternOf } from './agreement.ts';
import { candidatePairs, PLACES } from './candidates.ts';
import { evidenceOf, familyOf, runsOf } from './evidence.ts';
import { kindOf } from './kinds.ts';
import { linkReferences } from './link.ts';
import { mergeRecords, mergeReferences } from './merge.ts';
import { groupWorks } from './works.ts';

const ABSTRACT =
	'Music before an operation may calm adults who wait. We gave 120 adults in two hospitals thirty minutes of music of their own choice or none, and rated their fear before the anaesthetic. Fear fell more with music; nobody was harmed, and nurses found it easy to offer.';
let number = 0;
function reference(
	change: Partial<BibliographicRecord> = {},
	kept: Readonly<Record<string, string>> = { VL: '12', SP: '345-352' }
): ImportedReference {
	return {
		record: {
			...blankRecord(`r${number++}`),
			source: 'Skerry',
			titles: ['Music before surgery calms adults: a randomised trial'],
			authors: ['Kelwick, AB', 'Ulmadin, C'],
			journal: 'Journal of Quiet Wards',
			year: 2019,
			abstract: ABSTRACT,
			...change
		},
		kept: Object.entries(kept).map(([name, value]) => ({ name, value }))
	};
}
/** What becomes of two references among others that say how common each level is. */
function pairOf(left: ImportedReference, right: ImportedReference) {
	const { pairs } = linkReferences([left, right]);
	return pairs.find((one) => one.left === 0 && one.right === 1) ?? null;
}
const levels = (left: ImportedReference, right: ImportedReference) =>
	Object.fromEntries(agreementOf(evidenceOf(left), evidenceOf(right)).map((level, at) => [FIELDS[at]?.name, level]));

describe('names of authors', () => {
	it.each([
		['Kelwick, AB', 'kelwick'],
		['Kelwick AB', 'kelwick'],
		['KELWICK A.B.', 'kelwick'],
		['A. B. Kelwick', 'kelwick'],
		['Anna Kelwick', 'kelwick'],
		['van der Holt, P', 'vanderholt'],
		['Piet van der Holt', 'vanderholt'],
		['Møller J', 'moller'],
		['LI X', 'li'],
		['X. Li', 'li'],
		['Lantern Study Group', 'group'],
		['Kelwick', 'kelwick']
	])('%s is of the family %s', (name, family) => {
		expect(familyOf(name)).toBe(family);
	});
});

describe('kinds of reports', () => {
	it.each([
		['Correction to: Music before surgery', 'correction', 'Music before surgery'],
		['Erratum: Music before surgery', 'correction', 'Music before surgery'],
		['Retraction notice to “Music before surgery”', 'retraction notice', 'Music before surgery”'],
		['Expression of concern: Music before surgery', 'concern', 'Music before surgery'],
		['Reply to: Music before surgery', 'comment', 'Music before surgery'],
		['Music before surgery: study protocol for a randomised trial', 'protocol', 'Music before surgery'],
		// These are papers, although they begin like something else.
		['Correction of hyponatraemia on general wards', 'paper', null],
		['Withdrawal of sedation in intensive care', 'paper', null],
		['Response to music in preterm infants', 'paper', null],
		['Protocol-led weaning in adults', 'paper', null]
	])('%s', (title, kind, bare) => {
		const found = kindOf({ ...blankRecord('a'), titles: [title] });
		expect(found.kind).toBe(kind);
		expect(found.title).toBe(bare ?? title);
	});
	it('knows a retracted paper from its retraction notice', () => {
		const found = kindOf({ ...blankRecord('a'), titles: ['RETRACTED: Music before surgery'] });
		expect(found).toEqual({ kind: 'paper', retracted: true, title: 'Music before surgery' });
	});
});

describe('agreement', () => {
	it('has a level for each field, the best first', () => {
		expect(
			levels(reference({ identifiers: ['10.99999/a.1'] }), reference({ identifiers: ['doi:10.99999/A.1'] }))
		).toEqual({
			doi: 1,
			title: 1,
			'first author': 1,
			year: 1,
			journal: 1,
			'volume and page': 1,
			abstract: 1,
			'other number': 2
		});
	});
	it('says nothing where one side says nothing', () => {
		const silent = reference({ authors: [], journal: '', year: null, abstract: '', titles: [] }, {});
		expect(Object.values(levels(reference(), silent))).toEqual([0, 0, 0, 0, 0, 0, 0, 2]);
	});
	it.each([
		['Music before surgery calms adults', 3],
		['MUSIC BEFORE SURGERY CALMS ADULTS – A RANDOMISED TRIAL', 1],
		['Music before surgery clams adults: a randomised trial', 2],
		['Music after surgery calms children: a randomised trial', 4],
		['Bright light and sleep in intensive care', 5]
	])('of titles: %s', (title, level) => {
		expect(levels(reference(), reference({ titles: [title] })).title).toBe(level);
	});
	it.each([
		['J. Quiet Wards', 1],
		['Jour. of Quie. War.', 1],
		['JQW', 1],
		['Journal of Noisy Wards', 2]
	])('of journals: %s', (journal, level) => {
		expect(levels(reference(), reference({ journal })).journal).toBe(level);
	});
	it('of an abstract that is cut short', () => {
		expect(levels(reference(), reference({ abstract: `${ABSTRACT.slice(0, 200)} …` })).abstract).toBe(1);
	});
	it('of pages in different forms', () => {
		expect(levels(reference(), reference({}, { volume: '12', pages: '345–52' }))['volume and page']).toBe(1);
		expect(levels(reference(), reference({}, { VL: '12', SP: '346' }))['volume and page']).toBe(3);
		expect(levels(reference(), reference({}, { VL: '12' }))['volume and page']).toBe(0);
	});
	it('is one number and back', () => {
		for (const pattern of [0, 1, 77, 4_321]) expect(patternOf(agreementOfPattern(pattern))).toBe(pattern);
	});
	it('finds the same runs wherever they stand', () => {
		const inside = new Set(runsOf(`Before that something else was said. ${ABSTRACT}`).runs);
		expect([...runsOf(ABSTRACT).runs].every((one) => inside.has(one))).toBe(true);
		expect(runsOf(ABSTRACT).runs.length).toBeGreaterThan(2);
	});
});

describe('what is merged automatically', () => {
	it('copies with other forms of names, title, journal and pages', () => {
		const other = reference(
			{
				source: 'Corran',
				titles: ['MUSIC BEFORE SURGERY CALMS ADULTS: A RANDOMISED TRIAL.'],
				authors: ['KELWICK A.B.'],
				journal: 'J. Quiet Wards',
				abstract: ABSTRACT.slice(0, 180)
			},
			{ VL: '12', SP: '345' }
		);
		expect(pairOf(reference(), other)).toMatchObject({ kind: 'same', relation: null });
	});
	it('a wrong digit in an identifier is overruled by all the rest', () => {
		const pair = pairOf(reference({ identifiers: ['10.99999/a.1'] }), reference({ identifiers: ['10.99999/a.2'] }));
		expect(pair?.kind).toBe('same');
	});
	it('nothing by an identifier alone', () => {
		const shared = { identifiers: ['10.99999/supplement.7'] };
		const other = {
			...shared,
			titles: ['Bright light and sleep in intensive care'],
			authors: ['Zanrick, P'],
			abstract: ''
		};
		expect(pairOf(reference(shared), reference(other, {}))?.kind).not.toBe('same');
	});
	it('nothing by title and year alone', () => {
		const bare = { authors: [], journal: '', abstract: '' };
		expect(pairOf(reference(bare, {}), reference(bare, {}))?.kind).not.toBe('same');
	});
	it.each([
		[
			'a correction',
			{ titles: ['Correction to: Music before surgery calms adults: a randomised trial'] },
			'correction'
		],
		[
			'a retraction notice',
			{ titles: ['Retraction: Music before surgery calms adults: a randomised trial'] },
			'retraction notice'
		],
		['a preprint', { types: ['preprint'], journal: 'Open Shore Preprints', year: 2018 }, 'preprint and paper'],
		['an abstract', { types: ['conference abstract'], year: 2018 }, 'abstract and paper'],
		[
			'a protocol',
			{ titles: ['Music before surgery calms adults: study protocol'], year: 2016 },
			'protocol and results'
		],
		['a registration', { types: ['trial registration'], year: 2016 }, 'registration and report'],
		[
			'the second part',
			{ titles: ['Music before surgery calms adults: a randomised trial: part 2'] },
			'parts of a series'
		],
		['a translation', { languages: ['French'], journal: 'Cahiers du silence' }, 'translation'],
		['an equal title by others', { authors: ['Zanrick, P'], abstract: '' }, 'equal titles, other authors']
	])('never %s: it is linked and labelled', (_, change, relation) => {
		const pair = pairOf(
			reference({ languages: ['eng'] }),
			reference(change as Partial<BibliographicRecord>, { SP: '901' })
		);
		expect(pair?.kind).toBe('linked');
		expect(pair?.relation).toBe(relation);
	});
	it('numbers in titles tell reports apart', () => {
		const year = (text: string) => reference({ titles: [`Survey of quiet wards ${text}: results by region`] }, {});
		expect(pairOf(year('2018'), year('2019'))?.kind).toBe('linked');
	});
});

describe('works', () => {
	const pair = (left: number, right: number, kind: 'same' | 'review' | 'linked', likelihood = 0.999) =>
		({ left, right, kind, likelihood, relation: null, agreement: [0, 1, 1, 1, 1, 1, 1, 2] }) as const;
	it('join through chains', () => {
		const { workOf, queue } = groupWorks(4, [pair(0, 1, 'same'), pair(1, 3, 'same')], []);
		expect([...workOf]).toEqual([0, 0, 2, 0]);
		expect(queue).toEqual([]);
	});
	it('do not join through a chain what is linked as something else: a person is asked', () => {
		const chain = pair(1, 2, 'same', 0.99);
		const { workOf, queue } = groupWorks(3, [pair(0, 1, 'same'), chain, pair(0, 2, 'linked')], []);
		expect([...workOf]).toEqual([0, 0, 2]);
		expect(queue).toEqual([chain]);
	});
	it('are what a person decided, whatever is likely', () => {
		const pairs = [pair(0, 1, 'same'), pair(1, 2, 'review', 0.7)];
		expect([...groupWorks(3, pairs, [{ left: 1, right: 2, same: true }]).workOf]).toEqual([0, 0, 0]);
		const apart = groupWorks(3, pairs, [{ left: 0, right: 1, same: false }]);
		expect([...apart.workOf]).toEqual([0, 1, 2]);
		expect(apart.queue.map((one) => one.right)).toEqual([2]);
	});
	it('a decision is taken back by leaving it out', () => {
		const pairs = [pair(0, 1, 'review')];
		expect(groupWorks(2, pairs, [{ left: 0, right: 1, same: true }]).queue).toEqual([]);
		expect(groupWorks(2, pairs, []).queue).toHaveLength(1);
	});
});

describe('keys', () => {
	it('lead to a pair by any of them', () => {
		const cut = reference({ titles: ['Music before surgery calms adults'], identifiers: [], abstract: '' }, {});
		const misspelt = reference({ titles: ['Music befroe surgery calms adults: a randomised trial'], abstract: '' }, {});
		const found = [...candidatePairs([reference(), cut, misspelt].map(evidenceOf))];
		expect(found).toContain(0 * PLACES + 1);
		expect(found).toContain(0 * PLACES + 2);
	});
	it('that thousands share do not make a square of pairs', () => {
		const editorials = Array.from({ length: 2_000 }, (_, at) =>
			evidenceOf(
				reference({ titles: ['Editorial'], authors: [`Family${at}, A`], abstract: '', year: 1990 + (at % 30) }, {})
			)
		);
		expect(candidatePairs(editorials).length).toBeLessThan(2_000 * 12);
	});
});

describe('the merged record', () => {
	it('has the richest of each field, all keywords and headings, and says where each comes from', () => {
		const poor = reference({
			source: 'Corran',
			titles: ['MUSIC BEFORE SURGERY CALMS ADULTS: A RANDOMISED TRIAL'],
			abstract: ABSTRACT.slice(0, 100),
			journal: 'journal of quiet wards',
			identifiers: ['https://doi.example/10.99999/A.1'],
			keywords: ['Music', 'fear'],
			headings: [{ vocabulary: 'c', heading: '1', main: true, qualifiers: ['nursing'] }],
			year: 2020
		}).record;
		const rich = reference({
			identifiers: ['10.99999/a.1', 'SK100'],
			keywords: ['music', 'surgery'],
			headings: [{ vocabulary: 'c', heading: '1', main: false, qualifiers: ['methods'] }]
		}).record;
		const { record, origins } = mergeRecords([poor, rich, { ...rich, source: 'Wherry', abstract: '' }]);
		expect(record).toMatchObject({
			source: 'Corran; Skerry; Wherry',
			titles: rich.titles,
			abstract: ABSTRACT,
			journal: 'Journal of Quiet Wards',
			identifiers: ['10.99999/a.1', 'SK100'],
			keywords: ['Music', 'fear', 'surgery'],
			headings: [{ vocabulary: 'c', heading: '1', main: true, qualifiers: ['nursing', 'methods'] }],
			year: 2019
		});
		expect(origins).toMatchObject({ title: 1, abstract: 1, journal: 1, year: 1 });
	});
	it('keeps what its files said beside, each field once, those of the richest first', () => {
		const poor = reference({ titles: ['MUSIC BEFORE SURGERY'] }, { VL: '1', N1: 'seen' });
		const { kept } = mergeReferences([poor, reference({}, { VL: '12', SP: '345' })]);
		expect(kept).toEqual([
			{ name: 'VL', value: '12' },
			{ name: 'SP', value: '345' },
			{ name: 'N1', value: 'seen' }
		]);
	});
});
