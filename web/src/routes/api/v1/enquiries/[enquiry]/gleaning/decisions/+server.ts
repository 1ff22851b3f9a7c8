/** What is decided on gleaned candidates. */
import { requireActor } from '$lib/server/enquiries';
import { decideOn } from '$lib/server/gleaning';
import { readBody, reply } from '$lib/server/http';

const ROUTE = 'PUT /api/v1/enquiries/[enquiry]/gleaning/decisions';

export const PUT = async ({ params, request, locals }) => {
	const { decisions } = await readBody(request, ROUTE);
	return reply(ROUTE, 200, { decisions: await decideOn(params.enquiry, decisions, requireActor(locals)) });
};
