/** The indexing of the enquiry's collection: stopped, or let go on again. */
import { error, json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { compileValidator, readBody } from '$lib/server/http';
import { indexAgain, stopBuilding } from '$lib/server/collections';

const check = compileValidator<{ readonly do: 'stop' | 'start' }>({
	type: 'object',
	required: ['do'],
	additionalProperties: false,
	properties: { do: { enum: ['stop', 'start'] } }
});

export const POST = async ({ params, request, locals }) => {
	const { do: what } = await readBody(request, check);
	const { collection } = (await requireEnquiry(params.enquiry)).document;
	if (collection === null) error(409, { message: 'No collection is chosen, so there is nothing to index.' });
	if (what === 'start') {
		if (!(await indexAgain(collection, requireActor(locals))))
			error(409, { message: 'This collection is no longer here, so there is nothing to index.' });
	} else if (!(await stopBuilding(collection)))
		error(409, { message: 'The collection is not being indexed; nothing was stopped.' });
	return json({});
};
