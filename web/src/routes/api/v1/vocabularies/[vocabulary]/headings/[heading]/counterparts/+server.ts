/** What another vocabulary may call a heading: suggestions with their evidence, and what has been decided. */
import { readBody, reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { decide, decisionsOn, suggestionsFor } from '$lib/server/crosswalks';
import { openVocabulary } from '$lib/server/vocabularies';

export const GET = async ({ params, url }) => {
	const to = url.searchParams.get('to') ?? '';
	const [open, other] = await Promise.all([openVocabulary(params.vocabulary), openVocabulary(to)]);
	if (!open?.vocabulary.get(params.heading)) error(404, { message: 'This heading is not in the vocabulary.' });
	if (!other || to === params.vocabulary) error(404, { message: 'The other vocabulary is not loaded here.' });
	const [suggestions, decisions] = await Promise.all([
		suggestionsFor(params.vocabulary, params.heading, to, 8),
		decisionsOn(params.vocabulary, params.heading, to)
	]);
	const label = (id: string) => ({ id, label: other.vocabulary.get(id)?.label ?? id });
	return reply('GET /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts', 200, {
		vocabulary: to,
		name: other.vocabulary.name,
		suggestions: (suggestions ?? []).map(({ heading, score, evidence }) => ({
			...label(heading.id),
			narrower: other.vocabulary.narrower(heading.id).length,
			scopeNote: heading.scopeNote,
			score,
			evidence
		})),
		decisions: decisions.map((one) => ({ ...one, targets: one.targets.map(label) }))
	});
};

const ROUTE = 'PUT /api/v1/vocabularies/[vocabulary]/headings/[heading]/counterparts';

export const PUT = async ({ params, url, request, locals }) => {
	if (!locals.actor) error(401, { message: 'Please sign in first.' });
	const body = await readBody(request, ROUTE);
	const decided = await decide(params.vocabulary, params.heading, url.searchParams.get('to') ?? '', body, locals.actor);
	if (decided.outcome === 'refused') error(422, { message: decided.message });
	if (decided.outcome === 'overtaken')
		return reply(ROUTE, 409, {
			message: `${decided.decision.by} has decided differently meanwhile. Nothing was changed; look at it and decide again.`,
			decision: decided.decision
		});
	return reply(ROUTE, 200, decided.decision);
};
