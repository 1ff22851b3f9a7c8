/** Counts for what is being typed; they come on the stream of the window that asks. */
import { json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkCountRequest, requestCounts } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const asked = await readBody(request, checkCountRequest);
	return requestCounts(params.enquiry, requireActor(locals).id, asked)
		? json({}, { status: 202 })
		: json({ message: 'This window has no stream open.' }, { status: 409 });
};
