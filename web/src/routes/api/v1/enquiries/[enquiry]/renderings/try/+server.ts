/** Original and rendering on the works that both sources hold: how far it is, then what is kept, lost and gained. */
import { error } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { profileOf, tryRendering } from '$lib/server/platforms';
import { door, readBody, telling } from '$lib/server/http';
import { resultOf, workEnquiry } from '$lib/server/evaluation';
import type { SaidOfTrying } from '$lib/work/renderings';

const check = door<{ readonly profile: string }>({
	type: 'object',
	required: ['profile'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 } }
});

export const POST = async ({ params, request, locals, url }) => {
	const { profile: id } = await readBody(request, check);
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	const profile = await profileOf(id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const final = resultOf(worked);
	if (!final) error(409, { message: 'The strategy has no result yet, so there is nothing to compare.' });
	return telling<SaidOfTrying>(request, async (say, signal) => {
		const told = await tryRendering(worked, profile, url.origin, final.id, signal, (step, done, of) => say({ step, done, of }));
		say(told.ok ? { tried: told.value } : { fault: `${told.why} Nothing was changed.` });
	});
};
