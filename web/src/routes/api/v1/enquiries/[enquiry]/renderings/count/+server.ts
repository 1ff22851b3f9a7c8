/** How many records a source has for the lines of a rendering, asked over its connection line by line, by a job; an editor’s run is kept. */
import { json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { holdsRole, readBody } from '$lib/server/http';
import { askSource, checkAsked } from '$lib/server/platforms';

export const POST = async ({ params, request, locals, url }) => {
	const { profile } = await readBody(request, checkAsked);
	const wanted = { profile, own: url.origin, keep: holdsRole(locals.role, 'editor') };
	const asked = await askSource('run', await requireEnquiry(params.enquiry), wanted, requireActor(locals));
	return asked.ok ? json(asked.job, { status: 202 }) : json({ message: asked.message }, { status: asked.status });
};
