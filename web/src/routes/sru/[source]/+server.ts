/** A stand-in source over SRU 1.2 and 2.0 (OASIS searchRetrieve): explain, searchRetrieve, scan. */
import { error } from '@sveltejs/kit';
import { answerSource } from '$lib/server/sources';

export const GET = async ({ params, url }) => {
	const answer = await answerSource(params.source, url.searchParams);
	if (!answer) error(404, { message: 'There is no source of this name here.' });
	return new Response(answer.xml, {
		status: answer.status,
		headers: { 'content-type': 'text/xml; charset=utf-8', 'cache-control': 'no-store' }
	});
};
