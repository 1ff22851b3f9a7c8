/** A strategy pasted in a platform's own syntax, read by its profile, in a thread: a long one would hold up the server. */
import {
	likelySyntax,
	print,
	profilesThatFit,
	readPlatformStrategyInSteps,
	type Profile
} from '@wide-lantern/core/computing';
import type { ReadStrategyView } from '$lib/contract/platforms';
import { question } from './question.ts';
import { flag, text, textOrNull } from './shapes.ts';

interface PastedAsked {
	readonly text: string;
	/** Of the profile that it is read by; null where the question is which one that may be. */
	readonly profile: string | null;
	/** True for a list of terms, each on a row of its own. */
	readonly isList: boolean;
	/** All profiles here: where lines cannot be read, another may fit better. */
	readonly profiles: readonly Profile[];
	/** Names of the qualifiers by their codes in small letters. */
	readonly qualifiers: Readonly<Record<string, string>>;
}

export const pasted = question<PastedAsked, Promise<ReadStrategyView | null>>(
	{
		text,
		profile: textOrNull,
		isList: flag,
		profiles: { type: 'array', items: { type: 'object', required: ['id'] } },
		qualifiers: { type: 'object', additionalProperties: text }
	},
	(asked) => readPasted(asked)
);

/** Nobody waits for this thread. */
const onwards = () => Promise.resolve();

/** Null where there is no such profile, or none is asked for and no syntax fits. */
async function readPasted({
	text,
	profile: id,
	isList,
	profiles,
	qualifiers
}: PastedAsked): Promise<ReadStrategyView | null> {
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
