/** What the result would gain as candidates are added one behind the other. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry } from '$lib/server/evaluation';
import { gainsOf } from '$lib/server/gleaning';
import { readBody, reply } from '$lib/server/http';

const ROUTE = 'POST /api/v1/enquiries/[enquiry]/gleaning/curve';

export const POST = async ({ params, request, locals }) => {
	const { candidates } = await readBody(request, ROUTE);
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	return reply(ROUTE, 200, await gainsOf(evaluated, candidates));
};
