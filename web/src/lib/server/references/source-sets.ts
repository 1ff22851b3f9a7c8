/** Which records of an enquiry's own collection each source holds. */
import { LRUCache } from 'lru-cache';
import type { OpenCollection } from '$lib/server/collections';
import { database } from '$lib/server/database';

/** Record numbers by source, in the order of their names. */
export type SourceSets = ReadonlyMap<string, readonly number[]>;

/** By the name of the index, which is another one after each change. */
const kept = new LRUCache<string, SourceSets>({ max: 16 });

/** @returns none for a collection of the installation, which nobody imported source by source */
export async function sourceSets({ id, enquiry, computed }: OpenCollection): Promise<SourceSets> {
	if (enquiry === null) return new Map();
	const known = kept.get(computed);
	if (known) return known;
	const { rows } = await database.raw<{ rows: { source: string; numbers: number[] }[] }>(
		`select b.source, array_agg(distinct r.number order by r.number) as numbers
		 from records r join batches b on b.id = any(coalesce(r.batches, array[r.batch_id]))
		 where r.collection_id = ? and b.enquiry_id = ? group by b.source order by b.source`,
		[id, enquiry]
	);
	const sets = new Map(rows.map(({ source, numbers }) => [source, numbers]));
	kept.set(computed, sets);
	return sets;
}
