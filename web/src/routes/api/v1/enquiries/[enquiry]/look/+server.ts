/** Counts for what is being typed; they come on the stream of the window that asks. */
import { json } from '@sveltejs/kit';
import { actor } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkLook, look } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const asked = await readBody(request, checkLook);
	return look(params.enquiry, actor(locals).id, asked) ? json({}, { status: 202 }) : json({ message: 'This window has no stream open.' }, { status: 409 });
};
