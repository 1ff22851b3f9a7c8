import { reply } from '$lib/server/http';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { renderingsOf } from '$lib/server/platforms';
import { resultOf, evaluateEnquiry } from '$lib/server/evaluation';
import type { RenderingsView } from '$lib/contract/platforms';

export const GET = async ({ params, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), {
		owner: requireActor(locals).id,
		batch: true
	});
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
	return reply('GET /api/v1/enquiries/[enquiry]/renderings', 200, view);
};
