/** One version as it was. */
import { error } from '@sveltejs/kit';
import { isDocument, openVersion } from '$lib/server/enquiries';
import { reply } from '$lib/server/http';

export const GET = async ({ params }) => {
	const version = await openVersion(params.enquiry, params.version, isDocument);
	if (!version) error(404, { message: 'There is no such version of this enquiry.' });
	return reply('GET /api/v1/enquiries/[enquiry]/versions/[version]', 200, {
		revision: version.revision,
		document: version.document
	});
};
