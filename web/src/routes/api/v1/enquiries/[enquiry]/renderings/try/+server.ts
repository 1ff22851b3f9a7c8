/** Original and rendering on the works that both sources hold, compared by a job; an editor’s comparison is kept. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { holdsRole, readBody, reply } from '$lib/server/http';
import { askSource } from '$lib/server/platforms';

export const POST = async ({ params, request, locals, url }) => {
	const { profile } = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/renderings/try');
	const wanted = { profile, own: url.origin, keep: holdsRole(locals.role, 'editor') };
	const asked = await askSource('comparison', await requireEnquiry(params.enquiry), wanted, requireActor(locals));
	if (!asked.ok) error(asked.status, { message: asked.message });
	return reply('POST /api/v1/enquiries/[enquiry]/renderings/try', 202, asked.job);
};
