/** Saves edits; 409 brings both texts where two people changed one thing, 422 says why not, 503 that it must be tried again. */
import { json } from '@sveltejs/kit';
import { requireActor, applyToEnquiry, checkEdits } from '$lib/server/enquiries';
import { isDatabaseAway, isDiskFull } from '$lib/server/database';
import { readBody } from '$lib/server/http';
import { errorFacts, log } from '$lib/server/process';

export const POST = async ({ params, request, locals }) => {
	const edits = await readBody(request, checkEdits);
	try {
		const edited = await applyToEnquiry(params.enquiry, requireActor(locals), edits);
		return json(edited, { status: { saved: 200, conflict: 409, refused: 422 }[edited.outcome] });
	} catch (failure) {
		if (!isDatabaseAway(failure) && !isDiskFull(failure)) throw failure;
		log('error', isDiskFull(failure) ? 'disk-full' : 'database-away', errorFacts(failure));
		return json(
			{
				message: isDiskFull(failure) ? 'The disk of the server is full.' : 'The database does not answer at the moment.'
			},
			{ status: 503 }
		);
	}
};
