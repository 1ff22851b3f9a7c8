import { listVocabularies } from '$lib/server/vocabularies';

export const load = async ({ locals }) => ({
	vocabularies: await listVocabularies(),
	me: { id: locals.actor?.id ?? '', administrator: locals.actor?.administrator ?? false }
});
