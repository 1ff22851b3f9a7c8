/** One job: how far it is and what it came to; cancelled, or started again. */
import { error } from '@sveltejs/kit';
import { jobFor, requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { cancelJob, JobRefused, repeatJob, viewOf } from '$lib/server/jobs';

const GONE = { message: 'This work is no longer listed.' };
export const GET = async ({ params, locals }) => {
	const found = await jobFor(params.job, requireActor(locals));
	return found ? reply('GET /api/v1/jobs/[job]', 200, viewOf(found.row, requireActor(locals))) : error(404, GONE);
};

export const POST = async ({ params, request, locals }) => {
	const { do: what } = await readBody(request, 'POST /api/v1/jobs/[job]');
	const actor = requireActor(locals);
	const found = await jobFor(params.job, actor);
	if (!found) error(404, GONE);
	if (!found.mayChange) error(403, { message: 'Your role does not allow this. Nothing was changed.' });
	try {
		if (what === 'repeat') await repeatJob(params.job);
		else await cancelJob(params.job);
	} catch (thrown) {
		if (thrown instanceof JobRefused) error(409, { message: thrown.message });
		throw thrown;
	}
	const now = await jobFor(params.job, actor);
	return now ? reply('POST /api/v1/jobs/[job]', 200, viewOf(now.row, actor)) : error(404, GONE);
};
