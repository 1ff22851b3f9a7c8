/** The versions of an enquiry; one is kept by name. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry, keepVersion, listVersions } from '$lib/server/enquiries';
import { database } from '$lib/server/database';
import { readBody, reply } from '$lib/server/http';

export const GET = async ({ params }) =>
	reply('GET /api/v1/enquiries/[enquiry]/versions', 200, { versions: await listVersions(params.enquiry) });

export const POST = async ({ params, request, locals }) => {
	const { name, revision } = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/versions');
	const enquiry = await requireEnquiry(params.enquiry);
	if (enquiry.revision !== revision)
		error(409, { message: 'The enquiry has changed meanwhile; look at it and keep the version again.' });
	return reply('POST /api/v1/enquiries/[enquiry]/versions', 201, {
		id: await keepVersion(database, params.enquiry, enquiry, name.trim(), requireActor(locals).name)
	});
};
