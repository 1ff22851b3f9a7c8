/**
 * The world: invented works, and the records that five sources hold of them. Seeded, so that
 * every fact stated in standins/README.md can be tested on what comes out.
 */
import type { BibliographicRecord } from '@wide-lantern/core';
import type { Cut } from '../vocabularies/cut.ts';
import { Indexer } from './indexing.ts';
import { holdersOf, recordIn, SOURCES, type SourceId } from './sources.ts';
import { makeWorks, type Work } from './works.ts';

export interface World {
	readonly works: readonly Work[];
	readonly records: Readonly<Record<SourceId, readonly BibliographicRecord[]>>;
	/** By source and record: the work of which it is a record. The known truth for duplicates. */
	readonly workOf: Readonly<Record<SourceId, ReadonlyMap<string, string>>>;
	/** Works that truly answer the demo question. */
	readonly relevant: readonly string[];
	/** Those of them that the team knew beforehand, fourteen, by their records in Skerry. */
	readonly known: readonly string[];
}

/** Works of the world that loads in seconds, and of the full one. */
export const START_UP_WORKS = 6_000;
export const FULL_WORKS = 60_000;

export function makeWorld(cut: Cut, size = START_UP_WORKS, seed = 20_261): World {
	const works = makeWorks(cut, size, seed);
	const indexers = new Map(SOURCES.map(({ id, vocabulary }) => [id, vocabulary && new Indexer(cut, vocabulary)]));
	const records: Record<SourceId, BibliographicRecord[]> = {
		skerry: [],
		tidewater: [],
		corran: [],
		wherry: [],
		fairway: []
	};
	const workOf: Record<SourceId, Map<string, string>> = {
		skerry: new Map(),
		tidewater: new Map(),
		corran: new Map(),
		wherry: new Map(),
		fairway: new Map()
	};
	for (const work of works)
		for (const source of holdersOf(work)) {
			const own = records[source.id];
			const record = recordIn(source, work, own.length, indexers.get(source.id) ?? null);
			own.push(record);
			workOf[source.id].set(record.id, work.id);
		}
	const relevant = works.filter((one) => one.relevant).map((one) => one.id);
	const answers = new Set(relevant);
	const known = records.skerry.filter(
		(one) =>
			answers.has(workOf.skerry.get(one.id) ?? '') &&
			one.headings.length > 0 &&
			one.abstract !== '' &&
			(one.year ?? 9999) < 2025
	);
	return { works, records, workOf, relevant, known: known.slice(0, 14).map((one) => one.id) };
}
