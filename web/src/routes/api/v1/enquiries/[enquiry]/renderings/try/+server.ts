/** Original and rendering on the works that both sources hold, compared by a job; an editor’s comparison is kept. */
import { error, json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { askSource, connectionTo, profileOf } from '$lib/server/platforms';
import { compileValidator, holdsRole, readBody } from '$lib/server/http';

const check = compileValidator<{ readonly profile: string }>({
	type: 'object',
	required: ['profile'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 } }
});

export const POST = async ({ params, request, locals, url }) => {
	const { profile: id } = await readBody(request, check);
	const { document } = await requireEnquiry(params.enquiry);
	const profile = await profileOf(id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	if (!connectionTo(profile, url.origin))
		error(409, { message: `${profile.source.name} has no connection, so nothing can be compared.` });
	if (!document.renderings.some((one) => one.profile === id))
		error(404, { message: 'The strategy is not written for this platform.' });
	const job = await askSource(
		'comparison',
		params.enquiry,
		{ profile: id, own: url.origin, keep: holdsRole(locals.role, 'editor') },
		profile.source.name,
		requireActor(locals)
	);
	return json(job, { status: 202 });
};
