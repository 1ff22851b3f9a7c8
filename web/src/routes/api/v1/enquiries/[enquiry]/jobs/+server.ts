/** Work on an enquiry that takes longer than a request: what is under way, and what has ended lately. */
import { json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { jobsOfEnquiry } from '$lib/server/jobs';

export const GET = async ({ params, locals }) => json(await jobsOfEnquiry(params.enquiry, requireActor(locals)));
