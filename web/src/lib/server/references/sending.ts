/** References on their way to whoever asked for a file of them. */
import { error } from '@sveltejs/kit';
import { EXPORT_FORMATS, type ExportFormat } from '$lib/contract/references';
import { fileName } from '$lib/server/http';
import { WRITERS, type ReferenceFile } from './export';

/** The format that a request wants; RIS where it names none. */
export function exportFormat(url: URL): ExportFormat {
	const as = url.searchParams.get('as') ?? 'ris';
	const format = EXPORT_FORMATS.find((one) => one === as);
	if (!format) error(422, { message: `References are written as ${EXPORT_FORMATS.join(', ')}.` });
	return format;
}

export function sendReferences({ name, on, texts }: ReferenceFile, format: ExportFormat): Response {
	const body = new ReadableStream<string>({
		async pull(controller) {
			const next = await texts.next();
			if (next.done) controller.close();
			else controller.enqueue(next.value);
		}
	});
	return new Response(body.pipeThrough(new TextEncoderStream()), {
		headers: {
			'content-type': WRITERS[format].media,
			'content-disposition': `attachment; filename="${fileName(name, on, WRITERS[format].ending)}"`
		}
	});
}
