/** One collection of chosen files. */
import { error } from '@sveltejs/kit';
import { reply } from '$lib/server/http';
import { listBatches, removeFileCollection } from '$lib/server/references';

export const DELETE = async ({ params }) => {
	if (!(await removeFileCollection(params.enquiry, params.collection)))
		error(404, { message: 'This collection has been removed already.' });
	return reply('DELETE /api/v1/enquiries/[enquiry]/collections/[collection]', 200, await listBatches(params.enquiry));
};
