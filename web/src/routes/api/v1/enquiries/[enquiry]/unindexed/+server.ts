/** What a concept's lines retrieve, by year, and how much of it carries no headings at all. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry, yearsOfConcept } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), {
		owner: requireActor(locals).id,
		batch: true
	});
	const years = await yearsOfConcept(evaluated, url.searchParams.get('concept') ?? '');
	if (!years) error(404, { message: 'This concept has no lines that are counted.' });
	return reply('GET /api/v1/enquiries/[enquiry]/unindexed', 200, years);
};
