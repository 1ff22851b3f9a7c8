/** The dossier as OOXML, Markdown, or its blocks as JSON. */
import { error } from '@sveltejs/kit';
import { toMarkdown } from '@wide-lantern/core';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { computing } from '$lib/server/computing';
import { fileName, reply } from '$lib/server/http';
import { dossierOf } from '$lib/server/dossiers';
import { evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), {
		owner: requireActor(locals).id,
		batch: true
	});
	const document = await dossierOf(evaluated);
	const attachment = (ending: string) => ({
		'content-disposition': `attachment; filename="${fileName(document.title, document.date, ending)}"`
	});
	switch (url.searchParams.get('as') ?? 'json') {
		case 'docx':
			return new Response((await computing().ask({ do: 'write', document }, evaluated.wanted)) as BodyInit, {
				headers: {
					'content-type': 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
					...attachment('docx')
				}
			});
		case 'md':
			return new Response(toMarkdown(document), {
				headers: { 'content-type': 'text/markdown; charset=utf-8', ...attachment('md') }
			});
		case 'json':
			return reply('GET /api/v1/enquiries/[enquiry]/dossier', 200, document);
		default:
			return error(422, { message: 'The dossier comes as docx, md or json.' });
	}
};
