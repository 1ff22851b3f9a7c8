/** A person decides on two references. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { decide } from '$lib/server/references';

const ROUTE = 'POST /api/v1/enquiries/[enquiry]/duplicates/decisions' as const;

export const POST = async ({ params, request, locals }) => {
	const { left, right, same } = await readBody(request, ROUTE);
	const duplicates = await decide(params.enquiry, left, right ?? null, same, requireActor(locals));
	if (!duplicates)
		error(409, { message: 'One of these references has been removed, or not compared yet. Nothing was decided.' });
	return reply(ROUTE, 200, duplicates);
};
