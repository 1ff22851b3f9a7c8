/**
 * What the sources would export of the world, with the faults of real exports and the cases that look like duplicates and
 * are none: preprints, abstracts of conferences, protocols, corrections, retraction notices, translations, parts of a
 * series, equal titles by others. Of every reference it is known which report it is of: the truth for duplicates.
 */
import type { ImportedReference, KeptField } from '@wide-lantern/core';
import type { World } from './generate.ts';
import { SURNAMES } from './names.ts';
import { Dice } from './random.ts';
import { SOURCES, type SourceId } from './sources.ts';
import type { Work } from './works.ts';

export interface ExportedReference {
	readonly source: SourceId;
	readonly reference: ImportedReference;
	/** Two references are duplicates where this is the same. */
	readonly report: string;
}

/** Something beside the paper that looks like it, how often a work has it, and what it changes. */
interface Companion {
	readonly name: string;
	readonly share: number;
	readonly of: (reference: ImportedReference, work: Work, dice: Dice) => ImportedReference;
}

const withRecord = (
	reference: ImportedReference,
	record: Partial<ImportedReference['record']>,
	kept = reference.kept
) => ({
	record: { ...reference.record, ...record },
	kept
});
const kept = (volume: string, page: string): KeptField[] => [
	...(volume === '' ? [] : [{ name: 'VL', value: volume }]),
	...(page === '' ? [] : [{ name: 'SP', value: page }])
];
const titled = (reference: ImportedReference, change: (title: string) => string) =>
	reference.record.titles.slice(0, 1).map(change);
const withDoi = (reference: ImportedReference, doi: string) => (reference.record.identifiers.length > 0 ? [doi] : []);

const COMPANIONS: readonly Companion[] = [
	{
		name: 'preprint',
		share: 0.04,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					identifiers: withDoi(reference, `10.99998/pre.${work.seed}`),
					journal: 'Open Shore Preprints',
					year: work.year - 1,
					types: ['preprint']
				},
				[]
			)
	},
	{
		name: 'abstract',
		share: 0.04,
		of: (reference, work, dice) =>
			withRecord(
				reference,
				{
					identifiers: dice.chance(0.5) ? withDoi(reference, `10.99997/abs.${work.seed}`) : [],
					year: work.year - dice.between(1, 2),
					types: dice.chance(0.6) ? ['conference abstract'] : reference.record.types
				},
				kept(String(200 + (work.seed % 30)), `S${1 + (work.seed % 480)}`)
			)
	},
	{
		name: 'protocol',
		share: 0.03,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					titles: titled(reference, (title) => `${title.split(': ')[0] ?? title}: study protocol`),
					identifiers: withDoi(reference, `10.99996/pro.${work.seed}`),
					year: work.year - 3
				},
				kept(String(300 + (work.seed % 20)), String(1 + (work.seed % 90)))
			)
	},
	{
		name: 'correction',
		share: 0.012,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					titles: titled(reference, (title) => `${work.seed % 2 === 0 ? 'Correction to: ' : 'Erratum: '}${title}`),
					identifiers: withDoi(reference, `10.99995/cor.${work.seed}`),
					abstract: '',
					year: work.year + (work.seed % 2)
				},
				kept('', String(900 + (work.seed % 90)))
			)
	},
	{
		name: 'retraction',
		share: 0.004,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					titles: titled(reference, (title) => `Retraction notice to “${title}”`),
					identifiers: withDoi(reference, `10.99994/ret.${work.seed}`),
					abstract: '',
					year: work.year + 1
				},
				[]
			)
	},
	{
		name: 'translation',
		share: 0.006,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					identifiers: withDoi(reference, `10.99993/tra.${work.seed}`),
					languages: ['Welsh'],
					journal: 'Llusern Iechyd'
				},
				kept('4', String(1 + (work.seed % 60)))
			)
	},
	{
		name: 'second part',
		share: 0.015,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					titles: titled(reference, (title) => `${title}: part 2`),
					identifiers: withDoi(reference, `10.99992/part.${work.seed}`),
					abstract: reference.record.abstract.split(' ').reverse().join(' ')
				},
				kept('', String(1000 + (work.seed % 400)))
			)
	},
	{
		name: 'equal title',
		share: 0.008,
		of: (reference, work) =>
			withRecord(
				reference,
				{
					identifiers: withDoi(reference, `10.99991/equal.${work.seed}`),
					authors: [`${SURNAMES[work.seed % SURNAMES.length] ?? ''}, Q`],
					abstract: ''
				},
				kept('', String(1 + (work.seed % 700)))
			)
	}
];

/** @param seed of the faults; the world has its own */
export function exportWorld(world: World, seed: number): ExportedReference[] {
	const works = new Map(world.works.map((work) => [work.id, work]));
	const found: ExportedReference[] = [];
	for (const { id: source } of SOURCES)
		for (const record of world.records[source]) {
			const work = works.get(world.workOf[source].get(record.id) ?? '');
			if (!work) continue;
			const dice = new Dice(seed ^ work.seed ^ Math.imul(SOURCES.findIndex(({ id }) => id === source) + 1, 0x9e3779b1));
			const volume = dice.chance(0.85) ? String(10 + ((work.year * 3 + (work.seed % 40)) % 90)) : '';
			const first = 1 + (work.seed % 1400);
			const page = dice.chance(0.82) ? pages(dice, first, first + 4 + (work.seed % 12)) : '';
			const reference = { record, kept: source === 'fairway' ? [] : kept(volume, page) };
			// A register enters a trial before there is a paper: another report.
			found.push({
				source,
				reference: faulty(reference, work, dice),
				report: source === 'fairway' ? `${work.id} registration` : work.id
			});
			if (source === 'fairway') continue;
			const own = new Dice(seed ^ Math.imul(work.seed, 0x85ebca6b));
			for (const companion of COMPANIONS)
				// Whether there is one belongs to the work, whether this source holds it to the source.
				if (own.chance(companion.share) && dice.chance(0.8))
					found.push({
						source,
						reference: faulty(
							companion.of(withRecord(reference, { id: `${record.id}-${companion.name}` }), work, dice),
							work,
							dice
						),
						report: `${work.id} ${companion.name}`
					});
		}
	return found;
}

const pages = (dice: Dice, first: number, last: number) =>
	dice.chance(0.5)
		? `${first}-${last}`
		: dice.chance(0.5)
			? String(first)
			: // The shared beginning left out: 123-8.
				`${first}–${String(last).slice(-1)}`;

/** What goes wrong on the way. */
function faulty(reference: ImportedReference, work: Work, dice: Dice): ImportedReference {
	const { record } = reference;
	const [printed = '', ...others] = record.titles;
	let title = printed;
	if (dice.chance(0.02)) title = misspelt(title, dice);
	if (dice.chance(0.02)) title = `[${title}]`;
	if (work.seed % 500 === 0) title = `RETRACTED: ${title}`;
	const identifiers = record.identifiers.map((one) =>
		!one.includes('10.') ? one : dice.chance(0.2) ? `https://doi.example/${one.replace('doi:', '')}` : one
	);
	// All abstracts of one conference under the identifier of its supplement.
	const shared =
		record.types.includes('conference abstract') && dice.chance(0.1) ? ['10.99990/supplement.7'] : identifiers;
	const authors =
		record.authors.length > 1 && dice.chance(0.01)
			? [...record.authors.slice(1), ...record.authors.slice(0, 1)]
			: record.authors.map((one) => (dice.chance(0.01) ? misspelt(one, dice) : one));
	return withRecord(reference, {
		titles: [title, ...others],
		identifiers: shared,
		authors: dice.chance(0.01) ? [] : authors,
		year: record.year !== null && dice.chance(0.03) ? record.year + 1 : record.year,
		journal: dice.chance(0.02) ? '' : record.journal
	});
}

/** Two letters in the wrong order. */
function misspelt(text: string, dice: Dice): string {
	const at = dice.between(1, Math.max(1, text.length - 3));
	return text.slice(0, at) + text.charAt(at + 1) + text.charAt(at) + text.slice(at + 2);
}
