import { json } from '@sveltejs/kit';
import { deleteEnquiry, requireEnquiry } from '$lib/server/enquiries';

export const GET = async ({ params }) => json(await requireEnquiry(params.enquiry));

export const DELETE = async ({ params }) => {
	await deleteEnquiry(params.enquiry);
	return json({ deleted: true });
};
