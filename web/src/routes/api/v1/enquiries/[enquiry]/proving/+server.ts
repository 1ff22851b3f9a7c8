/** Known works found or missed, and what would bring the missed ones back. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry, provingOf } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';
import { sourceSets } from '$lib/server/references';

export const GET = async ({ params, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const sources = evaluated.collection ? await sourceSets(evaluated.collection) : new Map<string, readonly number[]>();
	return reply('GET /api/v1/enquiries/[enquiry]/proving', 200, await provingOf(evaluated, sources));
};
