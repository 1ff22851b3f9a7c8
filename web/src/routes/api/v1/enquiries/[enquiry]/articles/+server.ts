/** Known articles of the brief with the records that they are, or may be. */
import { json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { articlesView } from '$lib/server/known-articles';
import { workEnquiry } from '$lib/server/workings';

export const GET = async ({ params, locals }) => json(await articlesView(await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id })));
