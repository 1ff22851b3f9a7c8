/** How lines of a part do on records whose truth is known. Nothing is saved. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkMeasure, measureLines, workEnquiry } from '$lib/server/evaluation';

export const POST = async ({ params, request, locals }) => {
	const body = await readBody(request, checkMeasure);
	const measured = await measureLines(await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id }), body);
	if ('refused' in measured) error(422, { message: measured.refused });
	return json(measured);
};
