/** A page of the records that one of two versions retrieves and the other does not. */
import { error } from '@sveltejs/kit';
import { requireActor, twoVersions } from '$lib/server/enquiries';
import { evaluateEnquiry, recordsBetween } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';

export const GET = async ({ params, url, locals }) => {
	const side = url.searchParams.get('side');
	const from = Number(url.searchParams.get('from') ?? 0);
	if ((side !== 'gained' && side !== 'lost') || !Number.isSafeInteger(from) || from < 0)
		error(422, { message: 'side must be gained or lost, and from a whole number.' });
	const { before, after, current } = await twoVersions(params, url.searchParams.get('with') ?? 'now');
	const evaluated = await evaluateEnquiry(current, { owner: requireActor(locals).id, batch: true });
	const page = await (side === 'gained'
		? recordsBetween(evaluated, after, before, from)
		: recordsBetween(evaluated, before, after, from));
	if (!page) error(404, { message: 'Nothing is counted in this version.' });
	return reply('GET /api/v1/enquiries/[enquiry]/versions/[version]/records', 200, page);
};
