/**
 * The five sources, and how each writes a record of the same work its own way: capitals, short or
 * missing abstracts, initials, identifiers present or wrong, journals in full or abbreviated.
 */
import type { BibliographicRecord } from '@wide-lantern/core';
import type { VocabularyId } from '../vocabularies/notion.ts';
import { INDEXED_UNTIL, type Indexer } from './indexing.ts';
import { Dice } from './random.ts';
import type { Work } from './works.ts';

export type SourceId = 'skerry' | 'tidewater' | 'corran' | 'wherry' | 'fairway';

export interface Source {
	readonly id: SourceId;
	readonly name: string;
	readonly vocabulary: VocabularyId | null;
	/** Start of its accession numbers. */
	readonly prefix: string;
	/** How likely it holds a work. */
	readonly share: (work: Work) => number;
}

const NEWEST = '2026-11-15';
const isTrial = (work: Work) => work.design.type === 'randomised trial';
const isNursing = (work: Work) =>
	/^nursing|people/.test(work.topic) || ['longterm', 'palliative', 'staff', 'home'].includes(work.settingName);

export const SOURCES: readonly Source[] = [
	{ id: 'skerry', name: 'Skerry Health Abstracts', vocabulary: 'skerry', prefix: 'SK', share: () => 0.66 },
	{
		id: 'tidewater',
		name: 'Tidewater Care Record',
		vocabulary: 'tidewater',
		prefix: 'TW',
		share: (work) => (isNursing(work) ? 0.62 : 0.2)
	},
	{
		id: 'corran',
		name: 'Corran Therapeutics Catalogue',
		vocabulary: 'corran',
		prefix: 'CO',
		share: (work) => (/medicines|procedures/.test(work.topic) ? 0.78 : 0.52)
	},
	{ id: 'wherry', name: 'Wherry Crossroads File', vocabulary: null, prefix: 'WH', share: () => 0.46 },
	{
		id: 'fairway',
		name: 'Fairway Trials Register',
		vocabulary: null,
		prefix: 'FT',
		share: (work) => (isTrial(work) && work.year >= 2005 ? 0.45 : 0)
	}
];

/** Which sources hold a work: at least one; of the hard ones just one; relevant ones are in Skerry more often than others. */
export function holdersOf(work: Work): readonly Source[] {
	const dice = new Dice(work.seed);
	if (work.way === 'one-source') return [SOURCES[1 + (work.seed % 3)] as Source];
	const held = SOURCES.filter((source) =>
		dice.chance(work.relevant && source.id === 'skerry' ? 1 : source.share(work))
	);
	return held.length > 0 ? held : [SOURCES[work.seed % 2 === 0 ? 0 : 2] as Source];
}

/** The record that a source has of a work. @param indexer null for a source without headings */
export function recordIn(source: Source, work: Work, number: number, indexer: Indexer | null): BibliographicRecord {
	const dice = new Dice(work.seed ^ (SOURCES.indexOf(source) * 0x9e3779b1));
	const entered = enteredOn(dice, work);
	const indexed =
		indexer !== null && entered <= INDEXED_UNTIL && (work.relevant ? work.way !== 'unindexed' : !dice.chance(0.03));
	return {
		id: `${source.prefix}${100_000 + number * 7 + dice.between(0, 6)}`,
		source: source.name,
		...FORMS[source.id](dice, work),
		headings: indexed ? indexer.assign(dice, work) : [],
		entered,
		languages: [work.language],
		ages: agesOf(work, dice)
	};
}

type Form = Pick<
	BibliographicRecord,
	'identifiers' | 'titles' | 'abstract' | 'keywords' | 'authors' | 'journal' | 'affiliations' | 'year' | 'types'
>;

const initials = (one: readonly string[], dot: string) => one.map((letter) => letter + dot).join('');
const short = (journal: string) =>
	journal
		.split(' ')
		.filter((word) => !/^(of|the|and|in|on)$/i.test(word))
		.map((word) => (word.length > 6 ? `${word.slice(0, 5)}.` : word))
		.join(' ');
const sentences = (text: string, many: number) =>
	text
		.split(/(?<=\.) (?=[A-Z])/)
		.slice(0, many)
		.join(' ');
const typesOf = (work: Work) => ['journal article', ...(work.design.type ? [work.design.type] : [])];
const titlesOf = (work: Work, title = work.title) => [title, ...(work.translated === null ? [] : [work.translated])];

const FORMS: Readonly<Record<SourceId, (dice: Dice, work: Work) => Form>> = {
	skerry: (dice, work) => ({
		identifiers: dice.chance(0.9) ? [work.doi] : [],
		titles: titlesOf(work),
		abstract: work.abstract,
		keywords: [...work.keywords],
		authors: work.authors.map((one) => `${one.surname}, ${initials(one.initials, '')}`),
		journal: work.journal.name,
		affiliations: [work.affiliation],
		year: work.year,
		types: typesOf(work)
	}),
	tidewater: (dice, work) => ({
		identifiers: dice.chance(0.4) ? [work.doi] : [],
		titles: titlesOf(work, `${work.title.replace(/\?$/, '')}.`),
		abstract: work.relevant
			? work.abstract
			: dice.chance(0.12)
				? ''
				: dice.chance(0.4)
					? sentences(work.abstract, 3)
					: work.abstract,
		keywords: [],
		authors: work.authors.slice(0, 3).map((one) => `${one.surname} ${initials(one.initials.slice(0, 1), '')}`),
		journal: work.journal.name,
		affiliations: [],
		year: work.year,
		types: [dice.chance(0.6) ? 'research article' : 'article', ...(work.design.type ? [work.design.type] : [])]
	}),
	corran: (dice, work) => ({
		// Now and then a digit is wrong: identifiers alone do not tell duplicates.
		identifiers: dice.chance(0.85)
			? [
					dice.chance(0.02)
						? work.doi.replace(/\d$/, (digit) => String((Number(digit) + 1) % 10))
						: work.doi.toUpperCase()
				]
			: [],
		titles: titlesOf(work, dice.chance(0.18) ? work.title.toUpperCase() : work.title),
		abstract: work.abstract.replaceAll('%', 'percent'),
		keywords: dice.chance(0.5) ? [...work.keywords] : [],
		authors: work.authors.map((one) => `${one.surname.toUpperCase()} ${initials(one.initials, '.')}`),
		journal: short(work.journal.name),
		affiliations: [work.affiliation.toUpperCase()],
		year: work.year,
		types: ['article', ...(work.design.type ? [work.design.type] : [])]
	}),
	wherry: (dice, work) => ({
		identifiers: dice.chance(0.95) ? [`doi:${work.doi}`] : [],
		titles: [dice.chance(0.1) ? (work.title.split(': ')[0] ?? work.title) : work.title],
		abstract: work.relevant || dice.chance(0.7) ? work.abstract : '',
		keywords: work.keywords.map((one) => one.toLowerCase()),
		authors: work.authors.map((one) => `${initials(one.initials.slice(0, 1), '.')} ${one.surname}`),
		journal: work.journal.name.toLowerCase(),
		affiliations: [],
		// Counted from the day it was first seen on the web.
		year: dice.chance(0.08) ? work.year - 1 : work.year,
		types: ['article']
	}),
	fairway: (dice, work) => ({
		identifiers: [`FTR-${String(work.seed % 1_000_000).padStart(6, '0')}`, ...(dice.chance(0.2) ? [work.doi] : [])],
		titles: [
			`A trial of ${work.action.words[0] ?? ''} for ${work.outcome.words[0] ?? ''} ${work.setting.words[0] ?? ''}`
		],
		abstract: '',
		keywords: [work.outcome.keywords?.[0] ?? work.outcome.words[0] ?? ''],
		authors: [`${work.authors[0]?.surname ?? ''}, ${initials(work.authors[0]?.initials ?? [], '')}`],
		journal: '',
		affiliations: [work.affiliation],
		year: work.year - dice.between(1, 3),
		types: ['trial registration']
	})
};

function enteredOn(dice: Dice, work: Work): string {
	const { year } = work;
	const day = (most: number) => String(dice.between(1, most)).padStart(2, '0');
	if (work.way === 'unindexed') return `2026-${dice.pick(['08', '09', '10'])}-${day(28)}`;
	const date = `${year}-${day(12)}-${day(28)}`;
	return date > NEWEST ? `${year}-${day(11)}-${day(15)}` : date;
}

function agesOf({ settingName }: Work, dice: Dice): string[] {
	if (settingName === 'neonatal') return ['newborn'];
	if (settingName === 'child') return ['child'];
	return ['ward', 'hip', 'longterm', 'palliative'].includes(settingName)
		? ['aged', ...(dice.chance(0.5) ? ['adult'] : [])]
		: ['adult', ...(dice.chance(0.4) ? ['aged'] : [])];
}
