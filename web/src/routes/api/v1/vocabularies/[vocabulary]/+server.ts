/** A vocabulary as a file, in any of the open forms; and its removal by who loaded it. */
import { reply } from '$lib/server/http';
import { writeSkos, writeTable, FILE_KINDS } from '@wide-lantern/core';
import { error } from '@sveltejs/kit';
import { removeVocabulary } from '$lib/server/installation';
import { openVocabulary, WRITTEN } from '$lib/server/vocabularies';

export const GET = async ({ params, url }) => {
	const open = await openVocabulary(params.vocabulary);
	if (!open) error(404, { message: 'This vocabulary is not loaded here.' });
	const as = url.searchParams.get('as') ?? 'turtle';
	const kind = as === 'tsv' ? 'tsv' : FILE_KINDS.find((one) => one === as);
	if (!kind)
		error(422, { message: `A vocabulary is written as ${FILE_KINDS.join(', ')} or tsv, not as “${as.slice(0, 40)}”.` });
	const pieces =
		kind === 'table' || kind === 'tsv'
			? writeTable(open.vocabulary, kind === 'tsv' ? '\t' : ',')
			: writeSkos(open.vocabulary, kind);
	const body = new ReadableStream<string>({
		pull(controller) {
			// Some pieces at a time: one heading each would be slow, all at once would hold the thread.
			let text = '';
			for (let next = pieces.next(); ; next = pieces.next()) {
				if (next.done) break;
				text += next.value;
				if (text.length > 100_000) break;
			}
			if (text === '') controller.close();
			else controller.enqueue(text);
		}
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: {
			'content-type': WRITTEN[kind].media,
			'content-disposition': `attachment; filename="${params.vocabulary}.${WRITTEN[kind].ending}"`
		}
	});
};

export const DELETE = async ({ params, url, locals }) => {
	if (!locals.actor) error(401, { message: 'Please sign in first.' });
	const ROUTE = 'DELETE /api/v1/vocabularies/[vocabulary]';
	const removed = await removeVocabulary(params.vocabulary, locals.actor, url.searchParams.get('confirm') === 'true');
	switch (removed.outcome) {
		case 'gone':
			return reply(ROUTE, 200, {});
		case 'asked':
			return reply(ROUTE, 409, { message: removed.message, confirm: true });
		case 'refused':
			return reply(ROUTE, 409, { message: removed.message });
		case 'unknown':
			return error(404, { message: removed.message });
		case 'forbidden':
			return error(403, { message: removed.message });
	}
};
