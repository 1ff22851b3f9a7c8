/** Known articles of the brief with the records that they are, or may be. */
import { json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { articlesView, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, locals }) =>
	json(
		await articlesView(await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }))
	);
