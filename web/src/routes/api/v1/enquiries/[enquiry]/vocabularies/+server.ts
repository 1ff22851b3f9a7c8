/** What newer editions of vocabularies changed in headings that this enquiry uses. */
import { json } from '@sveltejs/kit';
import { changesFor, enquiryOf } from '$lib/server/enquiries';

export const GET = async ({ params }) => json(await changesFor(await enquiryOf(params.enquiry)));
