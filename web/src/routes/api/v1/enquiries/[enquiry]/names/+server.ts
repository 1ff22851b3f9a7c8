/** Names of a heading as text words for a concept: forms, records, what they would add, what covers them already. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { namesForConcept, workEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	const concept = worked.enquiry.document.concepts.find((one) => one.id === url.searchParams.get('concept'));
	if (!concept) error(404, { message: 'This concept is not in the enquiry any more.' });
	const names = await namesForConcept(worked, concept, url.searchParams.get('vocabulary') ?? '', url.searchParams.get('heading') ?? '');
	if (!names) error(404, { message: 'This heading is not in the vocabulary.' });
	return json({ revision: worked.enquiry.revision, ...names });
};
