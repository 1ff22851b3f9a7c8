/** A platform profile as JSON: out for everybody; in and away for who taught it, and the administrator. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { CEILINGS, uploadedFile, textOf } from '$lib/server/sources';
import { usageWarning } from '$lib/server/installation';
import { mayChange, profileOf, profileVersion, removeProfile, saveProfile } from '$lib/server/platforms';

export const GET = async ({ params, url }) => {
	const version = url.searchParams.get('version');
	const profile =
		version === null ? await profileOf(params.profile) : await profileVersion(params.profile, Number(version));
	if (!profile) error(404, { message: 'There is no such profile here.' });
	return new Response(`${JSON.stringify(profile, null, '\t')}\n`, {
		headers: { 'content-type': 'application/json', 'content-disposition': `attachment; filename="${profile.id}.json"` }
	});
};

export const PUT = async ({ params, request, url, locals }) => {
	if (!(await mayChange(params.profile, requireActor(locals))))
		error(403, {
			message:
				'Another person taught this profile; copy it under another name and change the copy. Nothing was changed.'
		});
	const text = await textOf(await uploadedFile(request, url), CEILINGS.profile);
	let data: unknown;
	try {
		data = JSON.parse(text);
	} catch {
		error(422, { message: 'The file is not valid JSON. Nothing was changed.' });
	}
	if (typeof data !== 'object' || data === null || !('id' in data) || data.id !== params.profile)
		error(422, { message: `The profile’s own identifier is not “${params.profile}”. Nothing was changed.` });
	const fault = await saveProfile(data, requireActor(locals));
	if (fault !== null) error(422, { message: `${fault} Nothing was changed.` });
	return reply('PUT /api/v1/profiles/[profile]', 200, {});
};

export const DELETE = async ({ params, url, locals }) => {
	if (!(await mayChange(params.profile, requireActor(locals))))
		error(403, { message: 'Another person taught this profile. Nothing was changed.' });
	const used = url.searchParams.get('confirm') === 'true' ? null : await usageWarning({ profile: params.profile });
	if (used !== null) return reply('DELETE /api/v1/profiles/[profile]', 409, { message: used, confirm: true });
	if (!(await removeProfile(params.profile))) error(404, { message: 'There is no such profile here.' });
	return reply('DELETE /api/v1/profiles/[profile]', 200, {});
};
