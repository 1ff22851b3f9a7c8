import { reply } from '$lib/server/http';
import { deleteEnquiry, requireEnquiry } from '$lib/server/enquiries';

export const GET = async ({ params }) => {
	const { id, revision, document } = await requireEnquiry(params.enquiry);
	return reply('GET /api/v1/enquiries/[enquiry]', 200, { id, revision, document });
};

export const DELETE = async ({ params }) => {
	await deleteEnquiry(params.enquiry);
	return reply('DELETE /api/v1/enquiries/[enquiry]', 200, { deleted: true });
};
