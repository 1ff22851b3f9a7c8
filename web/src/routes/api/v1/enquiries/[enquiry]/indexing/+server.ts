/** The indexing of the enquiry's collection: stopped, or let go on again. */
import { error, json } from '@sveltejs/kit';
import { requireEnquiry } from '$lib/server/enquiries';
import { compileValidator, readBody } from '$lib/server/http';
import { allowBuilding, stopBuilding } from '$lib/server/collections';

const check = compileValidator<{ readonly do: 'stop' | 'start' }>({
	type: 'object',
	required: ['do'],
	additionalProperties: false,
	properties: { do: { enum: ['stop', 'start'] } }
});

export const POST = async ({ params, request }) => {
	const { do: what } = await readBody(request, check);
	const { collection } = (await requireEnquiry(params.enquiry)).document;
	if (collection === null) error(409, { message: 'No collection is chosen, so there is nothing to index.' });
	if (what === 'start') allowBuilding(collection);
	else if (!stopBuilding(collection))
		error(409, { message: 'The collection is not being indexed; nothing was stopped.' });
	return json({});
};
