/** Removes a part that one keeps; enquiries that it was brought into keep their lines. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, removePart } from '$lib/server/enquiries';

export const DELETE = async ({ params, locals }) => {
	if (!(await removePart(requireActor(locals).id, params.part)))
		error(404, { message: 'You keep no such part. Nothing was changed.' });
	return reply('DELETE /api/v1/parts/[part]', 204, null);
};
