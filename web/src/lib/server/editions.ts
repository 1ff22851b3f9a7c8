/** Editions of a vocabulary compared; and what an enquiry should know of them. */
import { compareEditions, type HeadingChange } from '@wide-lantern/core';
import { editionOf } from './vocabularies';

/** The comparisons last asked for; editions never change. */
const known = new Map<string, readonly HeadingChange[]>();
const KNOWN = 12;

export function forgetComparisons(vocabulary: string): void {
	for (const key of known.keys()) if (key.startsWith(`${vocabulary} `)) known.delete(key);
}

/** Null where one of them is not kept. */
export async function changesBetween(vocabulary: string, from: number, to: number): Promise<readonly HeadingChange[] | null> {
	const key = `${vocabulary} ${from} ${to}`;
	const ready = known.get(key);
	if (ready) return ready;
	const [older, newer] = await Promise.all([editionOf(vocabulary, from), editionOf(vocabulary, to)]);
	if (!older || !newer) return null;
	const changes = compareEditions(older.headings, newer.headings);
	known.set(key, changes);
	for (const oldest of known.keys()) if (known.size > KNOWN) known.delete(oldest);
	return changes;
}
