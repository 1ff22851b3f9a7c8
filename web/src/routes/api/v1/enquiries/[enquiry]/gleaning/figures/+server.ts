/** What each candidate of the last gleaning would add to the strategy. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry } from '$lib/server/evaluation';
import { candidateFigures } from '$lib/server/gleaning';
import { reply } from '$lib/server/http';

export const GET = async ({ params, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	return reply('GET /api/v1/enquiries/[enquiry]/gleaning/figures', 200, await candidateFigures(evaluated));
};
