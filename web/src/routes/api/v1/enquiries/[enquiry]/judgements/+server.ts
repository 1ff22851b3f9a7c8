/** Verdicts on records: how many there are, those after a number, and new ones. */
import { error, json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkJudgements, judge, judgementNews } from '$lib/server/judgements';

export const GET = async ({ params, url }) => {
	const after = Number(url.searchParams.get('after') ?? 0);
	if (!Number.isSafeInteger(after) || after < 0) error(422, { message: 'after must be a whole number from 0.' });
	return json(await judgementNews(params.enquiry, after));
};

export const POST = async ({ params, request, locals }) => {
	const refused = await judge(params.enquiry, requireActor(locals), await readBody(request, checkJudgements));
	if (refused) error(409, { message: refused });
	return json({ saved: true }, { status: 201 });
};
