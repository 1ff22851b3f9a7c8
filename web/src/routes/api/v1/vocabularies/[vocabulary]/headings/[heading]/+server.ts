/** Everything about one heading: names, note, years, places in the tree, counts on a collection. */
import { reply } from '$lib/server/http';
import { headingsNamedIn } from '@wide-lantern/core';
import type { HeadingRow } from '$lib/contract/headings';
import { error } from '@sveltejs/kit';
import { openCollection } from '$lib/server/collections';
import { openVocabulary } from '$lib/server/vocabularies';
import { headingCount } from '$lib/server/evaluation';

/** Narrower headings that are sent at once. */
const SMALL_BRANCH = 40;

export const GET = async ({ params, url }) => {
	const open = await openVocabulary(params.vocabulary);
	const heading = open?.vocabulary.get(params.heading);
	if (!open || !heading) error(404, { message: 'This heading is not in the vocabulary.' });
	const wanted = url.searchParams.get('collection');
	const collection = wanted ? await openCollection(wanted) : null;
	const { vocabulary } = open;
	const withCounts = (id: string) => {
		const one = vocabulary.get(id);
		return {
			id,
			label: one?.label ?? id,
			narrower: vocabulary.narrower(id).length,
			count: collection ? headingCount(collection, [open], vocabulary.id, id, false) : null,
			countNarrower: collection ? headingCount(collection, [open], vocabulary.id, id, true) : null
		};
	};
	// A small branch comes whole; of a large one, the next level, and the rest when it is opened.
	const deep = vocabulary.closure(heading.id).size <= SMALL_BRANCH;
	const tree = (id: string, depth: number): HeadingRow[] =>
		depth > (deep ? 8 : 1)
			? []
			: vocabulary.narrower(id).map((one) => ({ ...withCounts(one.id), below: tree(one.id, depth + 1) }));
	return reply('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]', 200, {
		vocabulary: vocabulary.id,
		vocabularyName: vocabulary.name,
		...withCounts(heading.id),
		scopeNote: heading.scopeNote,
		entryTerms: heading.entryTerms,
		since: heading.since,
		before: heading.before,
		...(heading.changes ? { changes: heading.changes } : {}),
		qualifiers: vocabulary.qualifiersOf(heading.id, false),
		/** Also of the narrower ones. */
		allQualifiers: vocabulary.qualifiersOf(heading.id, true).map(({ code, name }) => ({ code, name })),
		noteLinks: headingsNamedIn(vocabulary, heading.scopeNote, heading.id),
		related: heading.related.map((id) => ({ id, label: vocabulary.get(id)?.label ?? id })),
		seeAlso: (heading.seeAlso ?? []).map((id) => ({ id, label: vocabulary.get(id)?.label ?? id })),
		paths: vocabulary
			.paths(heading.id)
			.map((path) => path.map(({ id, label }) => ({ id, label, countNarrower: withCounts(id).countNarrower }))),
		below: tree(heading.id, 1),
		closure: vocabulary.closure(heading.id).size
	});
};
