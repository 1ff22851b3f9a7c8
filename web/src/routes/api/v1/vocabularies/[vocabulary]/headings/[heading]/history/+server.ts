/** A heading over the years of a collection, with what stood for it before and what is not indexed. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { headingHistory } from '@wide-lantern/core';
import { openCollection } from '$lib/server/collections';
import { openVocabulary } from '$lib/server/vocabularies';

export const GET = async ({ params, url }) => {
	const [open, collection] = await Promise.all([
		openVocabulary(params.vocabulary),
		openCollection(url.searchParams.get('collection') ?? '')
	]);
	if (!open) error(404, { message: 'This vocabulary is not loaded here.' });
	if (!collection)
		error(404, { message: 'This collection is not loaded here. Choose one on the Brief; counts come from it.' });
	const history = headingHistory(collection.index, open.vocabulary, params.heading);
	if (!history) error(404, { message: 'This heading is not in the vocabulary.' });
	return reply('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/history', 200, {
		collection: collection.name,
		takenOn: collection.takenOn,
		...history
	});
};
