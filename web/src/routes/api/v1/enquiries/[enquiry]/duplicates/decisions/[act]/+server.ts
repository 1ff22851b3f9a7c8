/** A decision on two references is undone. */
import { error } from '@sveltejs/kit';
import { reply } from '$lib/server/http';
import { undoDecision } from '$lib/server/references';

export const DELETE = async ({ params }) => {
	const duplicates = await undoDecision(params.enquiry, params.act);
	if (!duplicates) error(404, { message: 'This decision has been undone already.' });
	return reply('DELETE /api/v1/enquiries/[enquiry]/duplicates/decisions/[act]', 200, duplicates);
};
