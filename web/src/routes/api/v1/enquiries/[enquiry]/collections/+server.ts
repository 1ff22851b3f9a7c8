/** Collections of some of the enquiry's files. */
import { error } from '@sveltejs/kit';
import { readBody, reply } from '$lib/server/http';
import { requireActor } from '$lib/server/enquiries';
import { addFileCollection } from '$lib/server/references';

const ROUTE = 'POST /api/v1/enquiries/[enquiry]/collections';

export const POST = async ({ params, request, locals }) => {
	const wanted = await readBody(request, ROUTE);
	const added = await addFileCollection(params.enquiry, wanted, requireActor(locals));
	if (!added.ok) error(added.status, { message: added.message });
	return reply(ROUTE, 202, added.job);
};
