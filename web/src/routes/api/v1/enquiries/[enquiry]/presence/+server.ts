/** Tells the others which line this window's cursor is on. */
import { error } from '@sveltejs/kit';
import { requireActor, moveTo } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';

export const PUT = async ({ params, request, locals }) => {
	const { client, line } = await readBody(request, 'PUT /api/v1/enquiries/[enquiry]/presence');
	if (!(await moveTo(params.enquiry, client, requireActor(locals).id, line)))
		error(409, { message: 'This window has no open stream.' });
	return reply('PUT /api/v1/enquiries/[enquiry]/presence', 204, null);
};
