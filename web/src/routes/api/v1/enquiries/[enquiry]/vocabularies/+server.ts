/** What newer editions of vocabularies changed in headings that this enquiry uses. */
import { json } from '@sveltejs/kit';
import { enquiryOf } from '$lib/server/asked';
import { changesFor } from '$lib/server/editions';

export const GET = async ({ params }) => json(await changesFor(await enquiryOf(params.enquiry)));
