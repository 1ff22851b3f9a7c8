/** One record out of all of a work: the richest value of each field, with the reference that it comes from. */
import { foldedKey } from '../../text/index.ts';
import { doiIn } from '../doi.ts';
import type { ImportedReference } from '../formats/reference.ts';
import type { BibliographicRecord } from '../record.ts';

export const MERGED_FIELDS = ['title', 'abstract', 'authors', 'journal', 'year', 'affiliations'] as const;
export type MergedField = (typeof MERGED_FIELDS)[number];
export interface MergedRecord {
	readonly record: BibliographicRecord;
	/** For each field that one reference gives, its place in the list; lists such as keywords come from all. */
	readonly origins: Readonly<Record<MergedField, number>>;
}

/**
 * Identifiers, keywords, headings, languages and types of all; of what there can be one only, the richest.
 * @param records of one work, at least one, in the order in which they came
 */
export function mergeRecords(records: readonly BibliographicRecord[]): MergedRecord {
	const [first] = records;
	if (!first) throw new RangeError('Nothing to merge');
	const best = (value: (record: BibliographicRecord) => number) =>
		records.reduce((found, record, at) => (value(record) > value(records[found] ?? first) ? at : found), 0);
	const years = records.map(({ year }) => year);
	const origins: Readonly<Record<MergedField, number>> = {
		title: best(({ titles: [title = ''] }) => richness(title)),
		abstract: best(({ abstract }) => abstract.length),
		authors: best(({ authors }) => authors.length * 1_000 + richness(authors.join(' '))),
		journal: best(({ journal }) => richness(journal)),
		// The year that most give; of several, the first that came.
		year: best(({ year }) => (year === null ? -1 : years.filter((one) => one === year).length)),
		affiliations: best(({ affiliations }) => richness(affiliations.join(' ')))
	};
	const from = (field: MergedField) => records[origins[field]] ?? first;
	const [title = ''] = from('title').titles;
	const all = (list: (record: BibliographicRecord) => readonly string[], key: (text: string) => string = foldedKey) => {
		const byKey = new Map<string, string>();
		for (const record of records) for (const one of list(record)) if (!byKey.has(key(one))) byKey.set(key(one), one);
		return [...byKey.values()];
	};
	const entered = records.flatMap((one) => one.entered ?? []).sort();
	const record: BibliographicRecord = {
		id: from('title').id,
		source: all(({ source }) => [source])
			.join('; ')
			.slice(0, 300),
		identifiers: all(
			({ identifiers }) => identifiers.map((one) => doiIn(one) ?? one),
			(one) => one.toLowerCase()
		),
		titles:
			title === ''
				? []
				: [title, ...all(({ titles }) => titles.slice(1)).filter((one) => foldedKey(one) !== foldedKey(title))],
		abstract: from('abstract').abstract,
		keywords: all(({ keywords }) => keywords),
		headings: headingsOf(records),
		authors: from('authors').authors,
		journal: from('journal').journal,
		affiliations: from('affiliations').affiliations,
		year: from('year').year,
		entered: entered[0] ?? null,
		languages: all(({ languages }) => languages),
		types: all(({ types }) => types),
		ages: all(({ ages }) => ages)
	};
	return { record, origins };
}

/** A record out of all of a work with what was kept of each: of every name, what the first says that has it. */
export function mergeReferences(references: readonly ImportedReference[]): ImportedReference {
	const { record, origins } = mergeRecords(references.map((one) => one.record));
	const first = references[origins.title];
	const ordered = first ? [first, ...references.filter((one) => one !== first)] : references;
	const names = new Set<string>();
	const kept = ordered.flatMap((one) => {
		const fresh = one.kept.filter(({ name }) => !names.has(name));
		for (const { name } of fresh) names.add(name);
		return fresh;
	});
	return { record, kept };
}

/** Longer is richer; a text in capitals throughout, or in small letters throughout, has lost something. */
function richness(text: string): number {
	const spoilt = /\p{L}/u.test(text) && (text === text.toUpperCase() || text === text.toLowerCase());
	return spoilt ? text.length / 2 : text.length;
}

/** Each heading once: as a main topic where any source says so, with the qualifiers of all. */
function headingsOf(records: readonly BibliographicRecord[]): BibliographicRecord['headings'] {
	const byKey = new Map<string, BibliographicRecord['headings'][number]>();
	for (const { headings } of records)
		for (const one of headings) {
			const key = `${one.vocabulary}\n${one.heading}`;
			const known = byKey.get(key);
			byKey.set(
				key,
				known
					? {
							...known,
							main: known.main || one.main,
							qualifiers: [...new Set([...known.qualifiers, ...one.qualifiers])]
						}
					: one
			);
		}
	return [...byKey.values()];
}
