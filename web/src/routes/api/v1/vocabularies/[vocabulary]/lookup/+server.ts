/** Headings that a typed word may mean, each with the reason; without words, the topmost ones. */
import { error, json } from '@sveltejs/kit';
import { openVocabulary } from '$lib/server/vocabularies';

export const GET = async ({ params, url }) => {
	const open = await openVocabulary(params.vocabulary);
	if (!open) error(404, { message: 'This vocabulary is not loaded here.' });
	const typed = (url.searchParams.get('q') ?? '').slice(0, 500);
	const { vocabulary, lookup } = open;
	const short = (heading: { id: string; label: string }) => ({ id: heading.id, label: heading.label, narrower: vocabulary.narrower(heading.id).length });
	if (typed.trim() === '') return json({ matches: vocabulary.tops().map((heading) => ({ ...short(heading), reason: 'top', name: heading.label })) });
	return json({ matches: lookup.find(typed, 25).map(({ heading, reason, name }) => ({ ...short(heading), reason, name })) });
};
