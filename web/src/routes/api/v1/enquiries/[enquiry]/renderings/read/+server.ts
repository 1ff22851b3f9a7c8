/** A strategy pasted in a platform's own syntax, read by its profile. Nothing is kept. */
import { PASTED_CEILING, print, profilesThatFit, readPlatformStrategyInSteps } from '@wide-lantern/core';
import { error, json } from '@sveltejs/kit';
import { breather } from '$lib/server/breathe';
import { door, readBody } from '$lib/server/doors';
import { listProfiles } from '$lib/server/profiles';
import { openVocabulary } from '$lib/server/vocabularies';
import type { ReadStrategyView } from '$lib/work/renderings';

const check = door<{ readonly profile: string; readonly text: string }>({
	type: 'object',
	required: ['profile', 'text'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 }, text: { type: 'string', minLength: 1 } }
});

export const POST = async ({ request }) => {
	const { profile: id, text } = await readBody(request, check);
	if (text.length > PASTED_CEILING.signs || text.split('\n').length > PASTED_CEILING.lines)
		error(413, {
			message: `A pasted strategy may have ${PASTED_CEILING.signs.toLocaleString('en')} characters and ${PASTED_CEILING.lines.toLocaleString('en')} lines; this has more and was not read. Nothing was changed.`
		});
	const profiles = await listProfiles();
	const profile = profiles.find((one) => one.id === id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const vocabulary = profile.source.vocabulary === null ? null : await openVocabulary(profile.source.vocabulary);
	const context = {
		qualifierName: (code: string) => vocabulary?.vocabulary.qualifiers.find((one) => one.code.toLowerCase() === code.toLowerCase())?.name ?? null
	};
	const pause = breather();
	const read = await readPlatformStrategyInSteps(text, profile, context, pause);
	const fits = read.errors === 0 ? [] : await profilesThatFit(text, profiles, context, pause);
	const own = fits.find((one) => one.profile === id)?.errors ?? read.errors;
	const habit = read.lines.reduce((sum, line) => sum + line.reading.joinedByHabit, 0);
	const view: ReadStrategyView = {
		lines: read.lines.map((line) => ({
			number: line.number,
			text: line.text,
			count: line.count,
			notation: line.reading.tree ? print(line.reading.tree) : '',
			comment: line.reading.comments.join(' '),
			faults: line.reading.faults.map(({ severity, from, to, message }) => ({ severity, from, to, message }))
		})),
		numbered: read.numbered,
		errors: read.errors,
		contradictions: read.contradictions,
		better: fits
			.filter((one) => one.profile !== id && one.errors < own)
			.slice(0, 3)
			.map((one) => ({ profile: one.profile, name: profiles.find((other) => other.id === one.profile)?.name ?? one.profile, errors: one.errors })),
		habit:
			habit === 0
				? null
				: `${habit === 1 ? 'Once' : `${habit} times`} words were side by side; ${profile.platform.name} combines them with ${profile.platform.habits?.adjacent ?? 'and'}.`
	};
	return json(view);
};
