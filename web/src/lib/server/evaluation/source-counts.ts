/** What each line retrieves of every source, on a collection of the enquiry's own files. */
import type { SourceCounts } from '$lib/contract/sheet';
import { computing } from '$lib/server/computing';
import type { EvaluatedEnquiry } from './evaluation';

/** @param sets record numbers by source; null where there is no collection */
export async function countsBySource(
	{ enquiry, collection, packed, marks, wanted }: EvaluatedEnquiry,
	sets: ReadonlyMap<string, readonly number[]> | null
): Promise<SourceCounts> {
	const { revision } = enquiry;
	const sources = [...(sets ?? [])].map(([source, numbers]) => ({ source, records: numbers.length }));
	if (!collection || !sets || sets.size === 0) return { revision, sources, lines: [] };
	const lines = await computing().ask(
		{ do: 'counts', collection: collection.computed, lines: packed, marks, sets: [...sets.values()] },
		wanted
	);
	return { revision, sources, lines };
}
