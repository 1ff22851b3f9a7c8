/** The indexing of the enquiry's collection: stopped, or let go on again. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { indexAgain, listCollections, stopBuilding } from '$lib/server/collections';

export const POST = async ({ params, request, locals }) => {
	const { do: what } = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/indexing');
	const { collection } = (await requireEnquiry(params.enquiry)).document;
	if (collection === null) error(409, { message: 'No collection is chosen, so there is nothing to index.' });
	if (!(await listCollections(params.enquiry)).some((one) => one.id === collection))
		error(409, { message: 'This collection is no longer here, so there is nothing to index.' });
	if (what === 'start') {
		if (!(await indexAgain(collection, requireActor(locals))))
			error(409, { message: 'This collection is no longer here, so there is nothing to index.' });
	} else if (!(await stopBuilding(collection)))
		error(409, { message: 'The collection is not being indexed; nothing was stopped.' });
	return reply('POST /api/v1/enquiries/[enquiry]/indexing', 200, {});
};
