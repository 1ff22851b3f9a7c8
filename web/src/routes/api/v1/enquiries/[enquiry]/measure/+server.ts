/** How lines of a part do on records whose truth is known. Nothing is saved. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { measureLines, evaluateEnquiry } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const body = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/measure');
	const measured = await measureLines(
		await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }),
		body
	);
	if ('refused' in measured) error(422, { message: measured.refused });
	return reply('POST /api/v1/enquiries/[enquiry]/measure', 200, measured);
};
