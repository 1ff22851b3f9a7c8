import { error } from '@sveltejs/kit';
import { readBody, reply } from '$lib/server/http';
import { requireActor, createEnquiry, listEnquiries } from '$lib/server/enquiries';

export const GET = async ({ locals }) =>
	reply(
		'GET /api/v1/enquiries',
		200,
		(await listEnquiries(requireActor(locals))).map((entry) => ({
			id: entry.id,
			role: entry.role,
			title: entry.state === 'damaged' ? '' : entry.title || entry.question,
			updated: entry.updated
		}))
	);

export const POST = async ({ request, locals }) => {
	const { question, framework } = await readBody(request, 'POST /api/v1/enquiries');
	if (question.trim() === '')
		error(422, { message: 'An enquiry begins with its question. Type it, even roughly; it can be changed.' });
	return reply('POST /api/v1/enquiries', 201, { id: await createEnquiry(question, framework, requireActor(locals)) });
};
