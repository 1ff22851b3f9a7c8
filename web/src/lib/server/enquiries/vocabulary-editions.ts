/** Editions of a vocabulary compared; and what an enquiry should know of them. */
import { LRUCache } from 'lru-cache';
import { compareEditions, headingsUsedBy, type HeadingChange } from '@wide-lantern/core';
import type { EnquiryChanges } from '$lib/contract/vocabularies';
import { database, hearNotices } from '$lib/server/database';
import type { OpenEnquiry } from './open-enquiries';
import { reviewedVersions } from '$lib/server/sign-offs';
import { editionOf, listVocabularies } from '$lib/server/vocabularies';

/** The comparisons last asked for; editions never change. */
const known = new LRUCache<string, readonly HeadingChange[]>({ max: 12 });

export function forgetComparisons(vocabulary: string): void {
	for (const key of known.keys()) if (key.startsWith(`${vocabulary} `)) known.delete(key);
}

hearNotices((notice) => {
	if (notice.kind === 'vocabulary') forgetComparisons(notice.vocabulary);
});

/** Null where one of them is not kept. */
export async function changesBetween(
	vocabulary: string,
	from: number,
	to: number
): Promise<readonly HeadingChange[] | null> {
	const key = `${vocabulary} ${from} ${to}`;
	const ready = known.get(key);
	if (ready) return ready;
	const [older, newer] = await Promise.all([editionOf(vocabulary, from), editionOf(vocabulary, to)]);
	if (!older || !newer) return null;
	const changes = compareEditions(older.headings, newer.headings);
	known.set(key, changes);
	return changes;
}

/** New editions that came since the enquiry was begun, or since somebody looked at the last, as far as they touch its headings. */
export async function changesFor({ id, document }: OpenEnquiry): Promise<EnquiryChanges[]> {
	const reviewed = await reviewedVersions(id);
	const row = await database('enquiries').where({ id }).first<{ created_at: Date } | undefined>('created_at');
	const used = new Set([
		...document.concepts.flatMap((concept) =>
			concept.headings.flatMap((one) =>
				[one.heading, ...(one.picked ?? [])].map((heading) => `${one.vocabulary}:${heading}`)
			)
		),
		...document.lines.flatMap((line) => headingsUsedBy(line.source))
	]);
	const found: EnquiryChanges[] = [];
	for (const one of await listVocabularies()) {
		const [newest] = one.editions;
		const seen = reviewed('vocabulary', one.id)?.version;
		// The edition that was in use when the enquiry began, unless a later one has been looked at.
		const from =
			one.editions.find((edition) =>
				seen === undefined ? edition.takenAt <= (row?.created_at.getTime() ?? 0) : edition.number <= seen
			) ?? one.editions.at(-1);
		if (!newest || !from || from.number === newest.number || ![...used].some((key) => key.startsWith(`${one.id}:`)))
			continue;
		const changes = (await changesBetween(one.id, from.number, newest.number)) ?? [];
		found.push({
			vocabulary: one.id,
			name: one.name,
			from: { number: from.number, edition: from.edition },
			to: { number: newest.number, edition: newest.edition, by: newest.by, takenOn: newest.takenOn },
			changes: changes.filter((change) => used.has(`${one.id}:${change.id}`))
		});
	}
	return found.filter((one) => one.changes.length > 0);
}
