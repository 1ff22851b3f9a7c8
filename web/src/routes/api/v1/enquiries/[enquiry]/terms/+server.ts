/** What each term of a line's OR brings, and the words behind wildcards; null for a line that is no OR, or is not counted. */
import { reply } from '$lib/server/http';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { termsOfLine, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const terms = await termsOfLine(
		await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id }),
		url.searchParams.get('line') ?? ''
	);
	return reply('GET /api/v1/enquiries/[enquiry]/terms', 200, terms ?? null);
};
