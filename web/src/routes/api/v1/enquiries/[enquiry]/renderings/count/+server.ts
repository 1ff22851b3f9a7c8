/** How many records a source has for the lines of a rendering, asked by connection and told line by line. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { connectionTo, profileOf, queryTypeOf, renderWhole } from '$lib/server/platforms';
import { compileValidator, readBody, ndjsonResponse } from '$lib/server/http';
import { evaluateEnquiry } from '$lib/server/evaluation';
import type { SaidOfCounting } from '$lib/work/renderings';

const check = compileValidator<{ readonly profile: string }>({
	type: 'object',
	required: ['profile'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 } }
});

export const POST = async ({ params, request, locals, url }) => {
	const { profile: id } = await readBody(request, check);
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const profile = await profileOf(id);
	const rendering = profile && (await renderWhole(evaluated, profile));
	if (!profile || !rendering) error(404, { message: 'The strategy is not written for this platform.' });
	const connection = connectionTo(profile, url.origin);
	if (!connection) error(409, { message: `${profile.source.name} has no connection; paste its counts instead.` });
	const written = rendering.lines.filter((line) => line.written !== null && line.text !== '');
	return ndjsonResponse<SaidOfCounting>(request, async (say, signal) => {
		say({ of: written.length });
		let unanswered = 0;
		for (const line of written) {
			if (signal.aborted) return;
			if (line.gap) {
				say({ line: line.id, text: line.text, count: null, fault: 'It has a gap that must be decided on first.' });
				continue;
			}
			const told = await connection.count({ query: line.text, queryType: queryTypeOf(profile) }, signal);
			say({ line: line.id, text: line.text, count: told.ok ? told.value : null, fault: told.ok ? '' : told.why });
			// A source that is away is not asked three hundred times whether it is.
			unanswered =
				told.ok || (told.cause !== 'away' && told.cause !== 'late' && told.cause !== 'elsewhere') ? 0 : unanswered + 1;
			if (unanswered === 3) return say({ fault: `${told.ok ? '' : told.why} The lines after these were not asked.` });
		}
	});
};
