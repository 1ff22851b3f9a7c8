/** What a profile's source says of itself over its connection, held against the profile. Nothing is kept. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { connectionTo, profileOf, queryTypeOf } from '$lib/server/platforms';
import type { ConnectionView } from '$lib/contract/platforms';

export const GET = async ({ params, request, url }) => {
	const profile = await profileOf(params.profile);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const connection = connectionTo(profile, url.origin);
	if (!connection) error(409, { message: `${profile.source.name} has no address in its profile.` });
	const answer = await connection.explain(request.signal);
	if (!answer.ok)
		return reply('GET /api/v1/profiles/[profile]/connection', 200, { fault: answer.why } satisfies ConnectionView);
	const { title, indexes, queryTypes, portion, diagnostics } = answer.value;
	const asked = queryTypeOf(profile);
	const ceiling = profile.platform.ceilings.export;
	const contradictions = [
		...(diagnostics[0] ? [`It answered with a diagnostic: ${diagnostics[0].message || diagnostics[0].uri}.`] : []),
		// A server of SRU 1.2 knows CQL alone and need not say so.
		...(asked !== 'cql' && !queryTypes.some((one) => one.toLowerCase() === asked.toLowerCase())
			? [`The profile asks it in “${asked}”, which is not among the languages that it names.`]
			: []),
		...(portion !== null && ceiling !== null && ceiling > portion
			? [`The profile counts on ${ceiling} records at once; it gives ${portion}.`]
			: [])
	];
	return reply('GET /api/v1/profiles/[profile]/connection', 200, {
		title,
		indexes,
		queryTypes: queryTypes.length > 0 ? queryTypes : ['cql'],
		portion,
		asked,
		contradictions
	} satisfies ConnectionView);
};
