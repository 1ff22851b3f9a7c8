/** Original and rendering on the works that both sources hold: how far it is, then what is kept, lost and gained; an editor’s comparison is kept. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { profileOf, compareWithSource } from '$lib/server/platforms';
import { keepComparison } from '$lib/server/runs';
import { compileValidator, holdsRole, readBody, ndjsonResponse } from '$lib/server/http';
import { resultOf, evaluateEnquiry } from '$lib/server/evaluation';
import type { SaidOfTrying } from '$lib/work/renderings';

const check = compileValidator<{ readonly profile: string }>({
	type: 'object',
	required: ['profile'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 } }
});

export const POST = async ({ params, request, locals, url }) => {
	const { profile: id } = await readBody(request, check);
	const actor = requireActor(locals);
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: actor.id });
	const mayKeep = holdsRole(locals.role, 'editor');
	const profile = await profileOf(id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const final = resultOf(evaluated);
	if (!final) error(409, { message: 'The strategy has no result yet, so there is nothing to compare.' });
	return ndjsonResponse<SaidOfTrying>(request, async (say, signal) => {
		const told = await compareWithSource(evaluated, profile, url.origin, final.id, signal, (step, done, of) =>
			say({ step, done, of })
		);
		if (told.ok && mayKeep && !signal.aborted) {
			const { kept, lost, gained, ships } = told.value;
			const { revision } = evaluated.enquiry;
			const figures = { kept, lost: lost.length, gained: gained.count, knownLost: ships.lost };
			await keepComparison(params.enquiry, actor, { profile: profile.id, revision, ...figures });
		}
		say(told.ok ? { tried: told.value } : { fault: `${told.why} Nothing was changed.` });
	});
};
