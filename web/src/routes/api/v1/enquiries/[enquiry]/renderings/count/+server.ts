/** How many records a source has for one line of a rendering, asked by connection. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { connectionTo, queryTypeOf, renderWhole } from '$lib/server/connections';
import { door, readBody } from '$lib/server/doors';
import { profileOf } from '$lib/server/profiles';
import { workEnquiry } from '$lib/server/workings';

const check = door<{ readonly profile: string; readonly line: string }>({
	type: 'object',
	required: ['profile', 'line'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 }, line: { type: 'string', maxLength: 100 } }
});

export const POST = async ({ params, request, locals, url }) => {
	const { profile: id, line } = await readBody(request, check);
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	const profile = await profileOf(id);
	const rendering = profile && (await renderWhole(worked, profile));
	if (!profile || !rendering) error(404, { message: 'The strategy is not written for this platform.' });
	const connection = connectionTo(profile, url.origin);
	if (!connection) error(409, { message: `${profile.source.name} has no connection; paste its counts instead.` });
	const written = rendering.lines.find((one) => one.id === line);
	if (!written || written.text === '') error(404, { message: 'This line is not written for this source.' });
	if (written.gap) return json({ text: written.text, count: null, fault: 'It has a gap that must be decided on first.', on: new Date().toISOString() });
	const told = await connection.count({ query: written.text, queryType: queryTypeOf(profile) }, request.signal);
	return json({ text: written.text, count: told.ok ? told.value : null, fault: told.ok ? '' : told.why, on: new Date().toISOString() });
};
