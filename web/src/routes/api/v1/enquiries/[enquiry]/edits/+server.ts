/** Saves edits; 409 brings both texts where two people touched one thing, 422 says why not. */
import { json } from '@sveltejs/kit';
import { actor } from '$lib/server/asked';
import { readBody } from '$lib/server/doors';
import { applyToEnquiry, checkEdits } from '$lib/server/enquiries';

export const POST = async ({ params, request, locals }) => {
	const edits = await readBody(request, checkEdits);
	const edited = await applyToEnquiry(params.enquiry, actor(locals), edits);
	return json(edited, { status: { saved: 200, conflict: 409, refused: 422 }[edited.outcome] });
};
