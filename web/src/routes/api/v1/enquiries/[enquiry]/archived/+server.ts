import { readBody, reply } from '$lib/server/http';
import { requireActor, setArchived } from '$lib/server/enquiries';

export const PUT = async ({ params, request, locals }) => {
	const { archived } = await readBody(request, 'PUT /api/v1/enquiries/[enquiry]/archived');
	await setArchived(params.enquiry, requireActor(locals), archived);
	return reply('PUT /api/v1/enquiries/[enquiry]/archived', 204, null);
};
