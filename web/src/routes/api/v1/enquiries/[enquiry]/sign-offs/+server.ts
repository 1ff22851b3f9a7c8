/** Somebody has reviewed a version of a profile, or an edition of a vocabulary. */
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { signOff } from '$lib/server/sign-offs';

const ROUTE = 'POST /api/v1/enquiries/[enquiry]/sign-offs';

export const POST = async ({ params, request, locals }) => {
	await signOff(params.enquiry, requireActor(locals), await readBody(request, ROUTE));
	return reply(ROUTE, 201, { saved: true });
};
