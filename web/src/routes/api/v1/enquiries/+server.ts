import { json } from '@sveltejs/kit';
import { FRAMEWORKS, type FrameworkName } from '@wide-lantern/core';
import { compileValidator, readBody } from '$lib/server/http';
import { requireActor, createEnquiry, listEnquiries } from '$lib/server/enquiries';

const check = compileValidator<{ question: string; framework: FrameworkName }>({
	type: 'object',
	required: ['question', 'framework'],
	additionalProperties: false,
	properties: { question: { type: 'string', maxLength: 100_000 }, framework: { enum: Object.keys(FRAMEWORKS) } }
});

export const GET = async ({ locals }) =>
	json(
		(await listEnquiries(requireActor(locals))).map((entry) => ({
			id: entry.id,
			role: entry.role,
			title: entry.state === 'damaged' ? '' : entry.title || entry.question,
			updated: entry.updated
		}))
	);

export const POST = async ({ request, locals }) => {
	const { question, framework } = await readBody(request, check);
	if (question.trim() === '')
		return json(
			{ message: 'An enquiry begins with its question. Type it, even roughly; it can be changed.' },
			{ status: 422 }
		);
	return json({ id: await createEnquiry(question, framework, requireActor(locals)) }, { status: 201 });
};
