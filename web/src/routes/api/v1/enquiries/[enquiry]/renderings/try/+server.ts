/** Original and rendering on the works that both sources hold: how far it is, then what is kept, lost and gained. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { profileOf, compareWithSource } from '$lib/server/platforms';
import { compileValidator, readBody, ndjsonResponse } from '$lib/server/http';
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
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const profile = await profileOf(id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const final = resultOf(evaluated);
	if (!final) error(409, { message: 'The strategy has no result yet, so there is nothing to compare.' });
	return ndjsonResponse<SaidOfTrying>(request, async (say, signal) => {
		const told = await compareWithSource(evaluated, profile, url.origin, final.id, signal, (step, done, of) =>
			say({ step, done, of })
		);
		say(told.ok ? { tried: told.value } : { fault: `${told.why} Nothing was changed.` });
	});
};
