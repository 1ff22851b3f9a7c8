/** A version beside another (`with` its identifier), or beside how the enquiry is now. */
import { requireActor, twoVersions } from '$lib/server/enquiries';
import { compareVersions, evaluateEnquiry } from '$lib/server/evaluation';
import { reply } from '$lib/server/http';

export const GET = async ({ params, url, locals }) => {
	const { before, after, current } = await twoVersions(params, url.searchParams.get('with') ?? 'now');
	const evaluated = await evaluateEnquiry(current, { owner: requireActor(locals).id, batch: true });
	return reply(
		'GET /api/v1/enquiries/[enquiry]/versions/[version]/comparison',
		200,
		await compareVersions(evaluated, before, after)
	);
};
