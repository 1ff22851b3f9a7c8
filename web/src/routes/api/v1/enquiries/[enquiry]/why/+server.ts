/** Why a record is in the result, or is not. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { whyOf, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const why = await whyOf(
		await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }),
		url.searchParams.get('record') ?? ''
	);
	if (!why) error(404, { message: 'There is no such record in this collection, or nothing is counted yet.' });
	return reply('GET /api/v1/enquiries/[enquiry]/why', 200, why);
};
