/** The words of the collection that a pattern stands for, with the records that hold them in the fields of its term. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { DEFAULT_FIELDS, INDEXED_FIELDS } from '@wide-lantern/core';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { openCollection } from '$lib/server/collections';
import { computing } from '$lib/server/computing';

/** Words that are told; the rest is counted. */
const MOST = 400;

export const GET = async ({ params, url, locals }) => {
	const pattern = url.searchParams.get('pattern') ?? '';
	if (pattern === '' || pattern.length > 200 || !/[\p{L}\p{N}?]/u.test(pattern))
		error(422, { message: 'pattern must be a word, with or without wildcards.' });
	const fields = (url.searchParams.get('fields') ?? '').split('+').filter((one) => one !== '');
	const known = fields.includes('all')
		? INDEXED_FIELDS
		: INDEXED_FIELDS.filter((one) => (fields.length > 0 ? fields : DEFAULT_FIELDS).some((other) => other === one));
	const { document } = await requireEnquiry(params.enquiry);
	const collection = document.collection === null ? null : await openCollection(document.collection, params.enquiry);
	if (!collection) error(404, { message: 'There is no collection to look the word up in.' });
	return reply(
		'GET /api/v1/enquiries/[enquiry]/variants',
		200,
		await computing().ask(
			{ do: 'variants', collection: collection.computed, pattern, most: MOST, fields: known },
			{ owner: requireActor(locals).id }
		)
	);
};
