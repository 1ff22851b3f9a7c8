/** One enquiry as one JSON file (docs/formats/enquiry.json). */
import { requireEnquiry, toFile } from '$lib/server/enquiries';
import { fileName, reply } from '$lib/server/http';

export const GET = async ({ params }) => {
	const enquiry = await requireEnquiry(params.enquiry);
	const file = await toFile(enquiry);
	return reply('GET /api/v1/enquiries/[enquiry]/export', 200, file, {
		'content-disposition': `attachment; filename="${fileName(enquiry.document.title || enquiry.document.question, file.written.slice(0, 10), 'json')}"`
	});
};
