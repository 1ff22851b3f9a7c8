/** The strategy in the syntax of one platform as a single string, also of a profile that was not chosen. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';
import { profileOf, renderWhole } from '$lib/server/platforms';

export const GET = async ({ params, locals, url }) => {
	const profile = await profileOf(url.searchParams.get('profile') ?? '');
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), {
		owner: requireActor(locals).id,
		batch: true
	});
	const rendering = profile && (await renderWhole(evaluated, profile));
	if (!rendering) error(404, { message: 'The strategy is not written for this platform.' });
	return reply('GET /api/v1/enquiries/[enquiry]/renderings/string', 200, { text: rendering.whole });
};
