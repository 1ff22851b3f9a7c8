/** How a line's records spread over years, types, journals and keywords, and words of good records that no term matches. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { spreadOfLine, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const spread = await spreadOfLine(evaluated, {
		line: url.searchParams.get('line') ?? '',
		minus: url.searchParams.get('minus'),
		aloneIn: url.searchParams.get('alone')
	});
	if (!spread)
		error(404, { message: 'This line has no records to show: it is empty, switched off, invalid or deleted.' });
	return reply('GET /api/v1/enquiries/[enquiry]/spread', 200, spread);
};
