/** How lines of a part do on records whose truth is known. Nothing is saved. */
import { error, json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkMeasure, measureLines, evaluateEnquiry } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const body = await readBody(request, checkMeasure);
	const measured = await measureLines(
		await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }),
		body
	);
	if ('refused' in measured) error(422, { message: measured.refused });
	return json(measured);
};
