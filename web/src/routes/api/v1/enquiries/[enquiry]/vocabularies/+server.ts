/** What newer editions of vocabularies changed in headings that this enquiry uses. */
import { json } from '@sveltejs/kit';
import { changesFor, requireEnquiry } from '$lib/server/enquiries';

export const GET = async ({ params }) => json(await changesFor(await requireEnquiry(params.enquiry)));
