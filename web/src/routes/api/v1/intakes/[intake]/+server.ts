/** What a person decides about a vocabulary’s file that was read: what its columns mean, or to store what it holds. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { stepLoading } from '$lib/server/vocabularies';

export const POST = async ({ params, request, locals }) => {
	const next = await readBody(request, 'POST /api/v1/intakes/[intake]');
	const stepped = await stepLoading(params.intake, next, requireActor(locals));
	if (!stepped.ok) error(stepped.status, { message: stepped.message });
	return reply('POST /api/v1/intakes/[intake]', 200, stepped.job);
};
