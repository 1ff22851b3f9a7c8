/** Keywords of a file matched against a vocabulary: what it would do, and doing it. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { beginMatching, previewMatching } from '$lib/server/references';

const MISSING = 'There is no such file here, or no such vocabulary. Nothing was changed.';

export const GET = async ({ params, url }) => {
	const preview = await previewMatching(params.enquiry, params.batch, url.searchParams.get('vocabulary') ?? '');
	if (!preview) error(404, { message: MISSING });
	return reply('GET /api/v1/enquiries/[enquiry]/batches/[batch]/headings', 200, preview);
};

export const POST = async ({ params, request, locals }) => {
	const wanted = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/batches/[batch]/headings');
	const job = await beginMatching(params.enquiry, params.batch, wanted, requireActor(locals));
	if (!job) error(404, { message: MISSING });
	return reply('POST /api/v1/enquiries/[enquiry]/batches/[batch]/headings', 202, job);
};
