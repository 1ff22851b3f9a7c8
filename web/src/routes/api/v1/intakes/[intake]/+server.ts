/** What a person decides about a vocabulary’s file that was read: what its columns mean, or to store what it holds. */
import { json } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';
import { checkLoadingStep, stepLoading } from '$lib/server/vocabularies';

export const POST = async ({ params, request, locals }) => {
	const next = await readBody(request, checkLoadingStep);
	const stepped = await stepLoading(params.intake, next, requireActor(locals));
	return stepped.ok ? json(stepped.job) : json({ message: stepped.message }, { status: stepped.status });
};
