/** The last gleaning of an enquiry, and gleaning anew. */
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry } from '$lib/server/evaluation';
import { beginGleaning, gleaningsOf } from '$lib/server/gleaning';
import { readBody, reply } from '$lib/server/http';

const ROUTE = '/api/v1/enquiries/[enquiry]/gleaning' as const;

export const GET = async ({ params, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	return reply(`GET ${ROUTE}`, 200, await gleaningsOf(evaluated));
};

export const POST = async ({ params, request, locals }) => {
	const wanted = await readBody(request, `POST ${ROUTE}`);
	return reply(
		`POST ${ROUTE}`,
		202,
		await beginGleaning(await requireEnquiry(params.enquiry), wanted, requireActor(locals))
	);
};
