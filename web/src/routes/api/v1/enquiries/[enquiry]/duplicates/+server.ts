/** Duplicates among the imported references: what is known, and comparing anew. */
import { requireActor } from '$lib/server/enquiries';
import { reply } from '$lib/server/http';
import { beginLinking, duplicatesOf } from '$lib/server/references';

const ROUTE = '/api/v1/enquiries/[enquiry]/duplicates' as const;

export const GET = async ({ params }) => reply(`GET ${ROUTE}`, 200, await duplicatesOf(params.enquiry));

export const POST = async ({ params, locals }) =>
	reply(`POST ${ROUTE}`, 202, await beginLinking(params.enquiry, requireActor(locals)));
