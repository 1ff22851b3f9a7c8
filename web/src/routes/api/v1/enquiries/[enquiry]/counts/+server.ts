/** The sheet with its counts, and the counts of the concepts' terms. */
import { json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { conceptCounts, sheetView, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	return json(
		url.searchParams.get('of') === 'concepts'
			? { revision: evaluated.enquiry.revision, ...(await conceptCounts(evaluated)) }
			: sheetView(evaluated)
	);
};
