/** A strategy pasted in a platform's own syntax, read by its profile. Nothing is kept. */
import { PASTED_CEILING } from '@wide-lantern/core';
import { error, json } from '@sveltejs/kit';
import { actor } from '$lib/server/asked';
import { computing } from '$lib/server/computing';
import { door, readBody } from '$lib/server/doors';
import { listProfiles } from '$lib/server/profiles';
import { openVocabulary } from '$lib/server/vocabularies';

const check = door<{ readonly profile: string; readonly text: string }>({
	type: 'object',
	required: ['profile', 'text'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 }, text: { type: 'string', minLength: 1 } }
});

export const POST = async ({ request, locals }) => {
	const { profile: id, text } = await readBody(request, check);
	if (text.length > PASTED_CEILING.signs || text.split('\n').length > PASTED_CEILING.lines)
		error(413, {
			message: `A pasted strategy may have ${PASTED_CEILING.signs.toLocaleString('en')} characters and ${PASTED_CEILING.lines.toLocaleString('en')} lines; this has more and was not read. Nothing was changed.`
		});
	const profiles = await listProfiles();
	const profile = profiles.find((one) => one.id === id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const vocabulary = profile.source.vocabulary === null ? null : await openVocabulary(profile.source.vocabulary);
	const qualifiers = Object.fromEntries(vocabulary?.vocabulary.qualifiers.map(({ code, name }) => [code.toLowerCase(), name]) ?? []);
	return json(await computing().ask({ do: 'pasted', text, profile: id, profiles, qualifiers }, { owner: actor(locals).id }));
};
