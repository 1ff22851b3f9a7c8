/** What was done with the renderings of an enquiry, by profile; a run whose counts were pasted, or a copy, is added. */
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { keepRun, runsOf } from '$lib/server/runs';

export const GET = async ({ params }) =>
	reply('GET /api/v1/enquiries/[enquiry]/runs', 200, await runsOf(params.enquiry));

export const POST = async ({ params, request, locals }) => {
	const run = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/runs');
	return reply('POST /api/v1/enquiries/[enquiry]/runs', 201, {
		id: await keepRun(params.enquiry, requireActor(locals), run)
	});
};
