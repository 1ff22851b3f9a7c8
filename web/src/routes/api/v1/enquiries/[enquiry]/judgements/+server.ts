/** Verdicts on records: how many there are, those after a number, and new ones. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { judge, judgementNews } from '$lib/server/judgements';

export const GET = async ({ params, url }) => {
	const after = Number(url.searchParams.get('after') ?? 0);
	if (!Number.isSafeInteger(after) || after < 0) error(422, { message: 'after must be a whole number from 0.' });
	return reply('GET /api/v1/enquiries/[enquiry]/judgements', 200, await judgementNews(params.enquiry, after));
};

export const POST = async ({ params, request, locals }) => {
	const refused = await judge(
		params.enquiry,
		requireActor(locals),
		await readBody(request, 'POST /api/v1/enquiries/[enquiry]/judgements')
	);
	if (refused) error(409, { message: refused });
	return reply('POST /api/v1/enquiries/[enquiry]/judgements', 201, { saved: true });
};
