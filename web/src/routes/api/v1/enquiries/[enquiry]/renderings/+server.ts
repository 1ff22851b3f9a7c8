import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/enquiries';
import { profileOf, renderingsOf, renderWhole } from '$lib/server/platforms';
import { resultOf, workEnquiry } from '$lib/server/evaluation';
import type { RenderingsView } from '$lib/work/renderings';

export const GET = async ({ params, locals, url }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	const string = url.searchParams.get('string');
	if (string !== null) {
		const profile = await profileOf(string);
		const rendering = profile && (await renderWhole(worked, profile));
		if (!rendering) error(404, { message: 'The strategy is not written for this platform.' });
		return json({ text: rendering.whole });
	}
	const view: RenderingsView = {
		revision: worked.enquiry.revision,
		final: resultOf(worked)?.id ?? null,
		lines: worked.lines.map((line, at) => ({ id: line.id, number: line.number, text: line.text, count: worked.counted[at]?.count ?? null })),
		renderings: await renderingsOf(worked)
	};
	return json(view);
};
