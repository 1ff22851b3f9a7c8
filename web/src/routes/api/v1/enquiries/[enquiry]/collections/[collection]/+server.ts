/** One collection of chosen files. */
import { error } from '@sveltejs/kit';
import { readBody, reply } from '$lib/server/http';
import { requireActor } from '$lib/server/enquiries';
import { changeFileCollection, listBatches, removeFileCollection } from '$lib/server/references';

const CHANGE = 'PUT /api/v1/enquiries/[enquiry]/collections/[collection]';

export const PUT = async ({ params, request, locals }) => {
	const wanted = await readBody(request, CHANGE);
	const changed = await changeFileCollection(params.enquiry, params.collection, wanted, requireActor(locals));
	if (!changed.ok) error(changed.status, { message: changed.message });
	return reply(CHANGE, 202, changed.job);
};

export const DELETE = async ({ params }) => {
	if (!(await removeFileCollection(params.enquiry, params.collection)))
		error(404, { message: 'This collection has been removed already.' });
	return reply('DELETE /api/v1/enquiries/[enquiry]/collections/[collection]', 200, await listBatches(params.enquiry));
};
