/** A concept in every vocabulary: its headings, what they are called elsewhere, and which belong together. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { conceptMap, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), {
		owner: requireActor(locals).id,
		batch: true
	});
	const concept = evaluated.enquiry.document.concepts.find((one) => one.id === url.searchParams.get('concept'));
	if (!concept) error(404, { message: 'This concept is not in the enquiry any more.' });
	return reply('GET /api/v1/enquiries/[enquiry]/concept-map', 200, await conceptMap(evaluated, concept));
};
