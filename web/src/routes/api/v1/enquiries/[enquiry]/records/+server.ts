/** A page of a line's records, with what lit them. */
import { error, json } from '@sveltejs/kit';
import { actor, enquiryOf } from '$lib/server/asked';
import { recordsOfLine, workEnquiry } from '$lib/server/workings';

export const GET = async ({ params, url, locals }) => {
	const from = Number(url.searchParams.get('from') ?? 0);
	if (!Number.isSafeInteger(from) || from < 0) error(422, { message: 'from must be a whole number from 0.' });
	const page = await recordsOfLine(await workEnquiry(await enquiryOf(params.enquiry), { owner: actor(locals).id }), url.searchParams.get('line') ?? '', from);
	if (!page) error(404, { message: 'This line has no records to show: it is empty, switched off, faulty or gone.' });
	return json(page);
};
