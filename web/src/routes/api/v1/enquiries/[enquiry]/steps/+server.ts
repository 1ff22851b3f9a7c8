/** What was done lately, so that it can be taken back in a window that has just been opened. */
import { json } from '@sveltejs/kit';
import { requireActor, stepsOf } from '$lib/server/enquiries';

export const GET = async ({ params, locals }) =>
	json({ steps: await stepsOf(params.enquiry, requireActor(locals).id) });
