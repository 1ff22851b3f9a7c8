/** The counts of the concepts' terms. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { conceptCounts, evaluateEnquiry } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';

export const GET = async ({ params, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	return reply('GET /api/v1/enquiries/[enquiry]/counts/concepts', 200, {
		revision: evaluated.enquiry.revision,
		...(await conceptCounts(evaluated))
	});
};
