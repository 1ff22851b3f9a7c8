/** A run whose counts are wrong is withdrawn; it can be restored. */
import { error, json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkWithdrawal, withdrawRun } from '$lib/server/runs';

export const PUT = async ({ params, request, locals }) => {
	const { withdrawn } = await readBody(request, checkWithdrawal);
	if (!(await withdrawRun(params.enquiry, params.run, requireActor(locals), withdrawn)))
		error(404, { message: 'There is no such run in this enquiry.' });
	return json({ withdrawn });
};
