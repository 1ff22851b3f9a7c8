/** The sheet with its counts, and the counts of the concepts' terms. */
import { json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { conceptCounts } from '$lib/server/concept-terms';
import { sheetView, workEnquiry } from '$lib/server/workings';

export const GET = async ({ params, url, locals }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	return json(url.searchParams.get('of') === 'concepts' ? { revision: worked.enquiry.revision, ...(await conceptCounts(worked)) } : sheetView(worked));
};
