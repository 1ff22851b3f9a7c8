/** Known articles of the brief with the records that they are, or may be. */
import { json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { articlesView, workEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, locals }) => json(await articlesView(await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id })));
