import { json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { renderingsOf } from '$lib/server/renderings';
import { workEnquiry } from '$lib/server/workings';

export const GET = async ({ params, locals }) => {
	const worked = await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id });
	return json({
		revision: worked.enquiry.revision,
		lines: worked.lines.map((line) => ({ id: line.id, number: line.number, text: line.text })),
		renderings: await renderingsOf(worked)
	});
};
