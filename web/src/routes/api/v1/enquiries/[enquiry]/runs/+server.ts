/** What was done with the renderings of an enquiry, by profile; a run whose counts were pasted, or a copy, is added. */
import { json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkNewRun, keepRun, runsOf } from '$lib/server/runs';

export const GET = async ({ params }) => json(await runsOf(params.enquiry));

export const POST = async ({ params, request, locals }) => {
	const run = await readBody(request, checkNewRun);
	return json({ id: await keepRun(params.enquiry, requireActor(locals), run) }, { status: 201 });
};
