/** A strategy pasted in a platform's own syntax, read by its profile, in a thread: a long one would hold up the server. */
import { likelySyntax, print, profilesThatFit, readPlatformStrategyInSteps } from '@wide-lantern/core/computing';
import type { ReadStrategyView } from '$lib/contract/platforms';
import type { PastedToRead } from '$lib/contract/threads/computing';

/** Nobody waits for this thread. */
const onwards = () => Promise.resolve();

/** Null where there is no such profile, or none is asked for and no syntax fits. */
export async function readPasted({
	text,
	profile: id,
	isList,
	profiles,
	qualifiers
}: PastedToRead): Promise<ReadStrategyView | null> {
	const context = { qualifierName: (code: string) => qualifiers[code.toLowerCase()] ?? null };
	const asked = id ?? (await likelySyntax(text, profiles, context, onwards));
	const profile = profiles.find((one) => one.id === asked);
	if (!profile) return null;
	const read = await readPlatformStrategyInSteps(text, profile, context, onwards, isList);
	const fits = read.errors === 0 ? [] : await profilesThatFit(text, profiles, context, onwards);
	const own = fits.find((one) => one.profile === profile.id)?.errors ?? read.errors;
	const habit = read.lines.reduce((sum, line) => sum + line.reading.joinedByHabit, 0);
	return {
		profile: profile.id,
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
			.filter((one) => one.profile !== profile.id && one.errors < own)
			.slice(0, 3)
			.map((one) => ({
				profile: one.profile,
				name: profiles.find((other) => other.id === one.profile)?.name ?? one.profile,
				errors: one.errors
			})),
		habit:
			habit === 0
				? null
				: `${habit === 1 ? 'Once' : `${habit} times`} words were side by side; ${profile.platform.name} combines them with ${profile.platform.habits?.adjacent ?? 'and'}.`
	};
}
