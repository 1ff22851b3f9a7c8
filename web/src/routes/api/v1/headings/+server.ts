/** Two to six headings side by side: notes with their differences, the records that each has, and those that two share. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { noteDifferences, RecordSet } from '@wide-lantern/core';
import { listCollections, openCollection } from '$lib/server/collections';
import { openVocabulary } from '$lib/server/vocabularies';

const MOST = 6;

export const GET = async ({ url }) => {
	const keys = [...new Set(url.searchParams.getAll('heading'))];
	if (keys.length < 2 || keys.length > MOST)
		error(422, { message: `Two to ${MOST} different headings are compared, each as vocabulary:identifier.` });
	const wanted = url.searchParams.get('collection');
	const chosen = wanted ? await openCollection(wanted) : null;
	const entries = await listCollections();
	/** Each is counted where its vocabulary is used. */
	const collectionOf = async (vocabulary: string) => {
		if (!chosen || chosen.vocabularies.includes(vocabulary)) return chosen;
		const other = entries.find((one) => one.vocabularies.includes(vocabulary));
		return other ? openCollection(other.id) : null;
	};
	const found = await Promise.all(
		keys.map(async (key) => {
			const cut = key.indexOf(':');
			const open = await openVocabulary(key.slice(0, cut));
			const heading = open?.vocabulary.get(key.slice(cut + 1));
			if (!open || !heading) error(404, { message: `There is no heading ${key.slice(0, 200)} here.` });
			const collection = await collectionOf(open.vocabulary.id);
			const sets = [[heading.id], open.vocabulary.closure(heading.id)].map((ids) => {
				if (!collection) return null;
				const set = RecordSet.none(collection.index.size);
				for (const id of ids)
					for (const { record } of collection.index.assigned(`${open.vocabulary.id}:${id}`)) set.add(record);
				return set;
			});
			return { key, open, heading, collection, own: sets[0] ?? null, narrower: sets[1] ?? null };
		})
	);
	const notes = noteDifferences(found.map((one) => one.heading.scopeNote));
	return reply('GET /api/v1/headings', 200, {
		headings: found.map(({ key, open, heading, collection, own, narrower }, at) => ({
			collection: collection && { name: collection.name, takenOn: collection.takenOn },
			key,
			vocabulary: open.vocabulary.id,
			vocabularyName: open.vocabulary.name,
			heading: heading.id,
			label: heading.label,
			note: notes[at] ?? [],
			entryTerms: heading.entryTerms,
			since: heading.since,
			above: open.vocabulary.broader(heading.id).map((one) => one.label),
			below: open.vocabulary.narrower(heading.id).length,
			count: own?.count() ?? null,
			countNarrower: narrower?.count() ?? null,
			/** Records with narrower shared with each of the others, in their order; its own count where it meets itself. */
			shared: found.map((other) =>
				narrower && other.narrower && other.collection?.id === collection?.id
					? narrower.countWith(other.narrower)
					: null
			)
		}))
	});
};
