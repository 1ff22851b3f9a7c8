/** What was done lately, so that it can be taken back in a window that has just been opened. */
import { reply } from '$lib/server/http';
import { requireActor, stepsOf } from '$lib/server/enquiries';

export const GET = async ({ params, locals }) =>
	reply('GET /api/v1/enquiries/[enquiry]/steps', 200, {
		steps: await stepsOf(params.enquiry, requireActor(locals).id)
	});
