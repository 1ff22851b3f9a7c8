/** What changed between two editions of a vocabulary, and which of it concerns an enquiry. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { changesBetween } from '$lib/server/enquiries';

export const GET = async ({ params, url }) => {
	const [from, to] = ['from', 'to'].map((name) => Number(url.searchParams.get(name) ?? Number.NaN));
	const changes =
		Number.isInteger(from) && Number.isInteger(to) ? await changesBetween(params.vocabulary, from ?? 0, to ?? 0) : null;
	if (!changes) error(404, { message: 'Two editions that are kept here are needed: from=1&to=2.' });
	const counts: Record<string, number> = {};
	for (const { kind } of changes) counts[kind] = (counts[kind] ?? 0) + 1;
	return reply('GET /api/v1/vocabularies/[vocabulary]/changes', 200, {
		counts,
		changes: changes.slice(0, 2_000),
		all: changes.length
	});
};
