/** One version: as it stood, or beside another (`?with=` its id; without, the enquiry as it stands). */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { checkDocument } from '$lib/server/enquiries';
import { compareVersions } from '$lib/server/version-compare';
import { openVersion } from '$lib/server/versions';
import { workEnquiry } from '$lib/server/workings';

export const GET = async ({ params, url, locals }) => {
	const version = await openVersion(params.enquiry, params.version, checkDocument);
	if (!version) error(404, { message: 'There is no such version of this enquiry.' });
	if (!url.searchParams.has('with')) return json({ revision: version.revision, document: version.document });
	const other = url.searchParams.get('with') ?? '';
	const current = await enquiryOf(params.enquiry);
	const after = other === 'now' ? current : await openVersion(params.enquiry, other, checkDocument);
	if (!after) error(404, { message: 'There is no such version of this enquiry.' });
	return json(await compareVersions(await workEnquiry(current, { owner: actor(locals).id }), version, after));
};
