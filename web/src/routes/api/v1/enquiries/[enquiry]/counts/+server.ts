/** The sheet with its counts, and the counts of the concepts' terms. */
import { json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { conceptCounts, sheetView, workEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	return json(url.searchParams.get('of') === 'concepts' ? { revision: worked.enquiry.revision, ...(await conceptCounts(worked)) } : sheetView(worked));
};
