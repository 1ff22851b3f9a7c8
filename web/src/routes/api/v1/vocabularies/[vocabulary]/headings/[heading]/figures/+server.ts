/** What a heading would bring and cost on a collection, before one chooses. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { headingFigures } from '@wide-lantern/core';
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
	const ids = (name: string) =>
		(url.searchParams.get(name) ?? '')
			.split(' ')
			.filter((one) => one !== '')
			.slice(0, 2_000);
	const reach = url.searchParams.get('reach');
	const branch =
		reach === 'picked'
			? ({ reach, picked: ids('picked') } as const)
			: reach === 'narrower'
				? ({ reach, except: ids('except') } as const)
				: ({ reach: 'this' } as const);
	const figures = headingFigures(collection.index, open.vocabulary, params.heading, branch);
	if (!figures) error(404, { message: 'This heading is not in the vocabulary.' });
	return reply('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/figures', 200, {
		collection: collection.name,
		takenOn: collection.takenOn,
		...figures
	});
};
