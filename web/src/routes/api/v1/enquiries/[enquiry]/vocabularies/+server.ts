/** What newer editions of vocabularies changed in headings that this enquiry uses. */
import { reply } from '$lib/server/http';
import { changesFor, requireEnquiry } from '$lib/server/enquiries';

export const GET = async ({ params }) =>
	reply('GET /api/v1/enquiries/[enquiry]/vocabularies', 200, await changesFor(await requireEnquiry(params.enquiry)));
