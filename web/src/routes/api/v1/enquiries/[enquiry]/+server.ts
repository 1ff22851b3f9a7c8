import { json } from '@sveltejs/kit';
import { deleteEnquiry, enquiryOf } from '$lib/server/enquiries';

export const GET = async ({ params }) => json(await enquiryOf(params.enquiry));

export const DELETE = async ({ params }) => {
	await deleteEnquiry(params.enquiry);
	return json({ deleted: true });
};
