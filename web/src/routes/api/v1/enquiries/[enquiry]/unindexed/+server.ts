/** What a concept's lines retrieve, by year, and how much of it carries no headings at all. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { workEnquiry, yearsOfConcept } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	const years = await yearsOfConcept(worked, url.searchParams.get('concept') ?? '');
	if (!years) error(404, { message: 'This concept has no lines that are counted.' });
	return json(years);
};
