/** Tells the others which line this window's cursor is on. */
import { error } from '@sveltejs/kit';
import { requireActor, checkPresence, moveTo } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';

export const PUT = async ({ params, request, locals }) => {
	const { client, line } = await readBody(request, checkPresence);
	if (!moveTo(params.enquiry, client, requireActor(locals).id, line))
		error(409, { message: 'This window has no open stream.' });
	return new Response(null, { status: 204 });
};
