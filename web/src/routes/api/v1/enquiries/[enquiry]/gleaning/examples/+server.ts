/** Gathered records that hold a candidate, with the words around it. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry } from '$lib/server/evaluation';
import { examplesOf } from '$lib/server/gleaning';
import { reply } from '$lib/server/http';

export const GET = async ({ params, url, locals }) => {
	const candidate = url.searchParams.get('candidate');
	if (candidate === null || candidate === '' || candidate.length > 2_000)
		error(422, { message: 'Name the candidate by its key.' });
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const examples = await examplesOf(evaluated, candidate);
	return reply('GET /api/v1/enquiries/[enquiry]/gleaning/examples', 200, { examples });
};
