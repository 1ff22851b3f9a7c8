/** Counts for what is being typed; they come on the stream of the window that asks. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { requestCounts } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const asked = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/look');
	if (!(await requestCounts(params.enquiry, requireActor(locals).id, asked)))
		error(409, { message: 'This window has no stream open.' });
	return reply('POST /api/v1/enquiries/[enquiry]/look', 202, {});
};
