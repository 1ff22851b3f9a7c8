/** How many records a source has for the lines of a rendering, asked over its connection line by line, by a job; an editor’s run is kept. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { holdsRole, readBody, reply } from '$lib/server/http';
import { askSource } from '$lib/server/platforms';

export const POST = async ({ params, request, locals, url }) => {
	const { profile } = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/renderings/count');
	const wanted = { profile, own: url.origin, keep: holdsRole(locals.role, 'editor') };
	const asked = await askSource('run', await requireEnquiry(params.enquiry), wanted, requireActor(locals));
	if (!asked.ok) error(asked.status, { message: asked.message });
	return reply('POST /api/v1/enquiries/[enquiry]/renderings/count', 202, asked.job);
};
