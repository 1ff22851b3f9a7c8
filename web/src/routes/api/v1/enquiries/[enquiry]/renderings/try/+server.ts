/** Original and rendering on the works that both sources hold, compared by a job; an editor’s comparison is kept. */
import { json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { holdsRole, readBody } from '$lib/server/http';
import { askSource, checkAsked } from '$lib/server/platforms';

export const POST = async ({ params, request, locals, url }) => {
	const { profile } = await readBody(request, checkAsked);
	const wanted = { profile, own: url.origin, keep: holdsRole(locals.role, 'editor') };
	const asked = await askSource('comparison', await requireEnquiry(params.enquiry), wanted, requireActor(locals));
	return asked.ok ? json(asked.job, { status: 202 }) : json({ message: asked.message }, { status: asked.status });
};
