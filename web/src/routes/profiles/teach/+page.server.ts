import { requireActor } from '$lib/server/enquiries';
import { listVocabularies } from '$lib/server/vocabularies';
import { mayChange, profileOf } from '$lib/server/platforms';

export const load = async ({ locals, url }) => {
	const from = url.searchParams.get('from');
	const profile = from === null ? null : await profileOf(from);
	return {
		from: profile,
		mine: profile !== null && (await mayChange(profile.id, requireActor(locals))),
		vocabularies: (await listVocabularies()).map(({ id, name }) => ({ id, name }))
	};
};
