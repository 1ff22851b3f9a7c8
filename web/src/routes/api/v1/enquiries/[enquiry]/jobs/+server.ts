/** Work on an enquiry that takes longer than a request: what is under way, and what has ended lately. */
import { reply } from '$lib/server/http';
import { requireActor } from '$lib/server/enquiries';
import { jobsOfEnquiry } from '$lib/server/jobs';

export const GET = async ({ params, locals }) =>
	reply('GET /api/v1/enquiries/[enquiry]/jobs', 200, await jobsOfEnquiry(params.enquiry, requireActor(locals)));
