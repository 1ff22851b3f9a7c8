/** Parts of strategies that one keeps, and those that ship. */
import { error } from '@sveltejs/kit';
import { requireActor, listParts, savePart } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';

export const GET = async ({ locals }) =>
	reply('GET /api/v1/parts', 200, { parts: await listParts(requireActor(locals).id) });

export const POST = async ({ request, locals }) => {
	const saved = await savePart(requireActor(locals).id, await readBody(request, 'POST /api/v1/parts'));
	if ('refused' in saved) error(409, { message: saved.refused });
	return reply('POST /api/v1/parts', 201, saved);
};
