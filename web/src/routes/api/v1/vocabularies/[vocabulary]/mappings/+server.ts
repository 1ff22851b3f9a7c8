/** What has been decided on the headings of a vocabulary, as SKOS mapping properties in Turtle. */
import { error } from '@sveltejs/kit';
import { writeMappings } from '@wide-lantern/core';
import { allDecisions } from '$lib/server/crosswalks';
import { openVocabulary } from '$lib/server/vocabularies';

export const GET = async ({ params }) => {
	const open = await openVocabulary(params.vocabulary);
	if (!open) error(404, { message: 'This vocabulary is not loaded here.' });
	const decided = await allDecisions(params.vocabulary);
	return new Response(
		writeMappings(
			params.vocabulary,
			decided.map(({ heading, to, decision }) => ({ heading, to, ...decision }))
		),
		{
			headers: {
				'content-type': 'text/turtle; charset=utf-8',
				'content-disposition': `attachment; filename="${params.vocabulary}-mappings.ttl"`
			}
		}
	);
};
