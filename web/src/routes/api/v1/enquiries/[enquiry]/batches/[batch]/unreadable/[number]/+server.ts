/** A piece of a file that could not be read, as somebody has repaired it. */
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { repairPiece } from '$lib/server/references';

export const POST = async ({ params, request, locals }) => {
	const { text } = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/batches/[batch]/unreadable/[number]');
	const number = /^\d{1,9}$/.test(params.number) ? Number(params.number) : -1;
	const repaired = await repairPiece(params.enquiry, params.batch, number, text, requireActor(locals));
	if (!repaired.ok) error(repaired.status, { message: repaired.message });
	return reply('POST /api/v1/enquiries/[enquiry]/batches/[batch]/unreadable/[number]', 200, repaired.batches);
};
