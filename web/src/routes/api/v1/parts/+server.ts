/** Parts of strategies that one keeps, and those that ship. */
import { error, json } from '@sveltejs/kit';
import { requireActor, checkPart, listParts, savePart } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';

export const GET = async ({ locals }) => json({ parts: await listParts(requireActor(locals).id) });

export const POST = async ({ request, locals }) => {
	const saved = await savePart(requireActor(locals).id, await readBody(request, checkPart));
	if ('refused' in saved) error(409, { message: saved.refused });
	return json(saved, { status: 201 });
};
