/** The versions of an enquiry; one is kept by name. */
import { error, json } from '@sveltejs/kit';
import { requireActor, checkNewVersion, requireEnquiry, keepVersion, listVersions } from '$lib/server/enquiries';
import { database } from '$lib/server/database';
import { readBody } from '$lib/server/http';

export const GET = async ({ params }) => json({ versions: await listVersions(params.enquiry) });

export const POST = async ({ params, request, locals }) => {
	const { name, revision } = await readBody(request, checkNewVersion);
	const enquiry = await requireEnquiry(params.enquiry);
	if (enquiry.revision !== revision)
		error(409, { message: 'The enquiry has changed meanwhile; look at it and keep the version again.' });
	return json(
		{ id: await keepVersion(database, params.enquiry, enquiry, name.trim(), requireActor(locals).name) },
		{ status: 201 }
	);
};
