/** The sheet with its counts. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { sheetView, evaluateEnquiry } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';

export const GET = async ({ params, locals }) =>
	reply(
		'GET /api/v1/enquiries/[enquiry]/counts',
		200,
		sheetView(await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }))
	);
