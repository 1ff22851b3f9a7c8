/** What each term of a line's OR brings, and the words behind wildcards. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { termsOfLine, workEnquiry } from '$lib/server/workings';

export const GET = async ({ params, url, locals }) => {
	const terms = await termsOfLine(await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id }), url.searchParams.get('line') ?? '');
	if (!terms) error(404, { message: 'This line is no OR that is counted.' });
	return json(terms);
};
