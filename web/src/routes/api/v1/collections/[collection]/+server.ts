/** A collection as lines of JSON, one record each: out for everybody, in, by a job, and away for the administrator. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { listCollections, recordsOf, removeCollection } from '$lib/server/collections';
import { requireActor } from '$lib/server/enquiries';
import { uploadedFile } from '$lib/server/sources';
import { beginCollection, NAME, usageWarning } from '$lib/server/installation';

export const GET = async ({ params }) => {
	const entry = (await listCollections()).find((one) => one.id === params.collection);
	if (!entry) error(404, { message: 'There is no such collection here.' });
	const records = recordsOf(entry.id);
	const body = new ReadableStream<string>({
		async pull(controller) {
			const next = await records.next();
			if (next.done) controller.close();
			else controller.enqueue(`${JSON.stringify(next.value)}\n`);
		}
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: {
			'content-type': 'application/x-ndjson; charset=utf-8',
			'content-disposition': `attachment; filename="${entry.id}-${entry.takenOn}.ndjson"`
		}
	});
};

export const PUT = async ({ params, request, url, locals }) => {
	if (!NAME.test(params.collection))
		error(422, {
			message: 'A collection’s short name is lower-case letters, digits and hyphens, beginning with a letter.'
		});
	const name = (url.searchParams.get('name') ?? '').trim().slice(0, 300) || params.collection;
	const takenOn = url.searchParams.get('taken') ?? new Date().toISOString().slice(0, 10);
	if (!/^\d{4}-\d{2}-\d{2}$/.test(takenOn) || Number.isNaN(Date.parse(takenOn)))
		error(422, { message: `“${takenOn.slice(0, 40)}” is not a date; write it as 2026-11-20. Nothing was changed.` });
	const vocabularies = (url.searchParams.get('vocabularies') ?? '').split(',').filter((one) => one !== '');
	const begun = await beginCollection(
		{ id: params.collection, name, takenOn, vocabularies },
		await uploadedFile(request, url),
		requireActor(locals)
	);
	if (!begun.ok) error(begun.status, { message: begun.message });
	return reply('PUT /api/v1/collections/[collection]', 202, begun.job);
};

export const DELETE = async ({ params, url }) => {
	const used =
		url.searchParams.get('confirm') === 'true' ? null : await usageWarning({ collection: params.collection });
	if (used !== null) return reply('DELETE /api/v1/collections/[collection]', 409, { message: used, confirm: true });
	if (!(await removeCollection(params.collection))) error(404, { message: 'There is no such collection here.' });
	return reply('DELETE /api/v1/collections/[collection]', 200, {});
};
