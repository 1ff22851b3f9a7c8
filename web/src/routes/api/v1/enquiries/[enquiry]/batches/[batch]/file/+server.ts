/** The records of a batch as a file that other programs read. */
import { error } from '@sveltejs/kit';
import { REFERENCE_FORMATS, type ReferenceFormat } from '@wide-lantern/core';
import { fileName } from '$lib/server/http';
import { batchFile, WRITERS } from '$lib/server/references';

export const GET = async ({ params, url }) => {
	const as = url.searchParams.get('as') ?? 'ris';
	const format = REFERENCE_FORMATS.find((one): one is ReferenceFormat => one === as);
	if (!format) error(422, { message: `References are written as ${REFERENCE_FORMATS.join(' or ')}.` });
	const file = await batchFile(params.enquiry, params.batch, format);
	if (!file) error(404, { message: 'This file has been removed.' });
	const body = new ReadableStream<string>({
		async pull(controller) {
			const next = await file.texts.next();
			if (next.done) controller.close();
			else controller.enqueue(next.value);
		}
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: {
			'content-type': WRITERS[format].media,
			'content-disposition': `attachment; filename="${fileName(file.name, file.on, WRITERS[format].ending)}"`
		}
	});
};
