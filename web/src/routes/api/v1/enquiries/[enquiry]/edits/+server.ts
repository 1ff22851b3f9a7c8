/** Saves edits; 409 brings both texts where two people changed one thing, 422 says why not, 503 that it must be tried again. */
import { error } from '@sveltejs/kit';
import { requireActor, applyToEnquiry } from '$lib/server/enquiries';
import { isDatabaseAway, isDiskFull } from '$lib/server/database';
import { readBody, reply } from '$lib/server/http';
import { errorFacts, log } from '$lib/server/process';

const ROUTE = 'POST /api/v1/enquiries/[enquiry]/edits';

export const POST = async ({ params, request, locals }) => {
	const edits = await readBody(request, ROUTE);
	try {
		const edited = await applyToEnquiry(params.enquiry, requireActor(locals), edits);
		switch (edited.outcome) {
			case 'saved':
				return reply(ROUTE, 200, edited);
			case 'conflict':
				return reply(ROUTE, 409, edited);
			case 'refused':
				return reply(ROUTE, 422, edited);
		}
	} catch (failure) {
		if (!isDatabaseAway(failure) && !isDiskFull(failure)) throw failure;
		log('error', isDiskFull(failure) ? 'disk-full' : 'database-away', errorFacts(failure));
		error(503, {
			message: isDiskFull(failure) ? 'The disk of the server is full.' : 'The database does not answer at the moment.'
		});
	}
};
