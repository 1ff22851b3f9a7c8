/** A page of a line's records (`minus`: without those of another line; `alone`: only those of that result that are there by the line alone; `order`: newest or relevance), with what lit them. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { RECORD_ORDERS } from '$lib/contract/records';
import { recordsOfLine, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const from = Number(url.searchParams.get('from') ?? 0);
	if (!Number.isSafeInteger(from) || from < 0) error(422, { message: 'from must be a whole number from 0.' });
	const order = RECORD_ORDERS.find((one) => one === (url.searchParams.get('order') ?? 'newest'));
	if (!order) error(422, { message: `order must be ${RECORD_ORDERS.join(' or ')}.` });
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	const page = await recordsOfLine(
		evaluated,
		{
			line: url.searchParams.get('line') ?? '',
			minus: url.searchParams.get('minus'),
			aloneIn: url.searchParams.get('alone')
		},
		from,
		order
	);
	if (!page)
		error(404, { message: 'This line has no records to show: it is empty, switched off, invalid or deleted.' });
	return reply('GET /api/v1/enquiries/[enquiry]/records', 200, page);
};
