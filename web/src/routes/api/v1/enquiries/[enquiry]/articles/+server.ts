/** Known articles of the brief with the records that they are, or may be. */
import { reply } from '$lib/server/http';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { articlesView, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, locals }) =>
	reply(
		'GET /api/v1/enquiries/[enquiry]/articles',
		200,
		await articlesView(await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }))
	);
