/** Works of several references, with what each says. */
import { error } from '@sveltejs/kit';
import { reply } from '$lib/server/http';
import { worksOf } from '$lib/server/references';

export const GET = async ({ params, url }) => {
	const from = url.searchParams.get('from') ?? '0';
	if (!/^\d{1,9}$/.test(from)) error(422, { message: 'The place of the first work is a whole number.' });
	return reply('GET /api/v1/enquiries/[enquiry]/duplicates/works', 200, await worksOf(params.enquiry, Number(from)));
};
