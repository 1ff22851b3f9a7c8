import { error, json } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { profileOf, renderingsOf, renderWhole } from '$lib/server/platforms';
import { resultOf, evaluateEnquiry } from '$lib/server/evaluation';
import type { RenderingsView } from '$lib/work/renderings';

export const GET = async ({ params, locals, url }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), {
		owner: requireActor(locals).id,
		batch: true
	});
	const string = url.searchParams.get('string');
	if (string !== null) {
		const profile = await profileOf(string);
		const rendering = profile && (await renderWhole(evaluated, profile));
		if (!rendering) error(404, { message: 'The strategy is not written for this platform.' });
		return json({ text: rendering.whole });
	}
	const view: RenderingsView = {
		revision: evaluated.enquiry.revision,
		final: resultOf(evaluated)?.id ?? null,
		lines: evaluated.lines.map((line, at) => ({
			id: line.id,
			number: line.number,
			text: line.text,
			count: evaluated.counted[at]?.count ?? null
		})),
		renderings: await renderingsOf(evaluated)
	};
	return json(view);
};
