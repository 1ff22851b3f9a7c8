/** A strategy pasted in a platform's own syntax, read by its profile; without one named, by the profile whose syntax it seems to be, or null. Nothing is kept. */
import { PASTED_CEILING } from '@wide-lantern/core';
import { error } from '@sveltejs/kit';
import { requireActor } from '$lib/server/enquiries';
import { computing } from '$lib/server/computing';
import { readBody, reply } from '$lib/server/http';
import { listProfiles } from '$lib/server/platforms';
import { openVocabulary } from '$lib/server/vocabularies';

export const POST = async ({ request, locals }) => {
	const {
		profile: id,
		text,
		isList = false
	} = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/renderings/read');
	if (text.length > PASTED_CEILING.characters || text.split('\n').length > PASTED_CEILING.lines)
		error(413, {
			message: `A pasted strategy may have ${PASTED_CEILING.characters.toLocaleString('en')} characters and ${PASTED_CEILING.lines.toLocaleString('en')} lines; this has more and was not read. Nothing was changed.`
		});
	const profiles = await listProfiles();
	const tried = id === null ? profiles : profiles.filter((one) => one.id === id);
	if (id !== null && tried.length === 0) error(404, { message: 'There is no such profile here.' });
	const qualifiers: Record<string, string> = {};
	for (const name of new Set(tried.flatMap((one) => one.source.vocabulary ?? []))) {
		const open = await openVocabulary(name);
		for (const one of open?.vocabulary.qualifiers ?? []) qualifiers[one.code.toLowerCase()] ??= one.name;
	}
	return reply(
		'POST /api/v1/enquiries/[enquiry]/renderings/read',
		200,
		await computing().ask(
			{ do: 'pasted', text, profile: id, isList, profiles, qualifiers },
			{ owner: requireActor(locals).id }
		)
	);
};
