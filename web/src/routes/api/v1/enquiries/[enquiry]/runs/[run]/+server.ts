/** A run whose counts are wrong is withdrawn; it can be restored. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { withdrawRun } from '$lib/server/runs';

export const PUT = async ({ params, request, locals }) => {
	const { withdrawn } = await readBody(request, 'PUT /api/v1/enquiries/[enquiry]/runs/[run]');
	if (!(await withdrawRun(params.enquiry, params.run, requireActor(locals), withdrawn)))
		error(404, { message: 'There is no such run in this enquiry.' });
	return reply('PUT /api/v1/enquiries/[enquiry]/runs/[run]', 200, { withdrawn });
};
