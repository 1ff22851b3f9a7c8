/** What edits would change, without keeping them. Nothing is saved. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { tryEdits, evaluateEnquiry } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const body = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/trials');
	const enquiry = await requireEnquiry(params.enquiry);
	if (enquiry.revision !== body.revision) error(409, { message: 'The strategy has changed meanwhile; try again.' });
	const trials = await tryEdits(await evaluateEnquiry(enquiry, { owner: requireActor(locals).id, batch: true }), body);
	if (!trials) error(409, { message: 'There is no collection to try this on, or it is still being indexed.' });
	return reply('POST /api/v1/enquiries/[enquiry]/trials', 200, { trials });
};
