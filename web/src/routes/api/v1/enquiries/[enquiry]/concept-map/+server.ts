/** A concept in every vocabulary: its headings, what they are called elsewhere, and which belong together. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { conceptMap, workEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	const concept = worked.enquiry.document.concepts.find((one) => one.id === url.searchParams.get('concept'));
	if (!concept) error(404, { message: 'This concept is not in the enquiry any more.' });
	return json(await conceptMap(worked, concept));
};
