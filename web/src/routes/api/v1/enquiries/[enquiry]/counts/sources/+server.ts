/** The counts of the lines, source by source. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { countsBySource, evaluateEnquiry } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';
import { sourceSets } from '$lib/server/references';

export const GET = async ({ params, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	return reply(
		'GET /api/v1/enquiries/[enquiry]/counts/sources',
		200,
		await countsBySource(evaluated, evaluated.collection && (await sourceSets(evaluated.collection)))
	);
};
