/** Names of a heading as text words for a concept: forms, records, what they would add, what covers them already. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { namesForConcept, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const concept = evaluated.enquiry.document.concepts.find((one) => one.id === url.searchParams.get('concept'));
	if (!concept) error(404, { message: 'This concept is not in the enquiry any more.' });
	const names = await namesForConcept(
		evaluated,
		concept,
		url.searchParams.get('vocabulary') ?? '',
		url.searchParams.get('heading') ?? ''
	);
	if (!names) error(404, { message: 'This heading is not in the vocabulary.' });
	return reply('GET /api/v1/enquiries/[enquiry]/names', 200, { revision: evaluated.enquiry.revision, ...names });
};
