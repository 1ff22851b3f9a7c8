/** Pairs of references that wait for a person, or that are of related works. */
import { error } from '@sveltejs/kit';
import { DUPLICATE_LISTS, type DuplicateList } from '$lib/contract/duplicates';
import { reply } from '$lib/server/http';
import { pairsOf } from '$lib/server/references';

export const GET = async ({ params, url }) => {
	const list = DUPLICATE_LISTS.find((one): one is DuplicateList => one === url.searchParams.get('list'));
	if (!list) error(422, { message: `The list is one of ${DUPLICATE_LISTS.join(', ')}.` });
	const from = url.searchParams.get('from') ?? '0';
	if (!/^\d{1,9}$/.test(from)) error(422, { message: 'The place of the first pair is a whole number.' });
	return reply(
		'GET /api/v1/enquiries/[enquiry]/duplicates/pairs',
		200,
		await pairsOf(params.enquiry, list, Number(from))
	);
};
