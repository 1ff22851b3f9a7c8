/** Learning a platform by example (notation.md, section 8): what a platform writes teaches a profile that writes the same. */
import {
	checkConstructs,
	CONSTRUCTS,
	learnProfile,
	profileProblems,
	type LearnAnswers,
	type Profile
} from '@wide-lantern/core';
import { describe, expect, it } from 'vitest';
import { shippedProfiles } from '@wide-lantern/standins';
import { PROFILES } from './profiles.ts';

/** What a searcher would type who knows the platform: each construct as the platform writes it. */
const examplesOf = (profile: Profile) =>
	Object.fromEntries(
		checkConstructs(profile).flatMap((one) => (one.written === null ? [] : [[one.construct, one.written]]))
	);
const answersOf = ({ platform }: Profile): LearnAnswers => ({
	precedence: platform.operators.precedence,
	inside: platform.wildcards.inside ? 'yes' : 'no',
	'in-phrases': platform.wildcards.inPhrases ? 'yes' : 'no',
	front: platform.wildcards.front ? 'yes' : 'no',
	reach: platform.headings?.exact === null ? 'narrower' : 'exact',
	'near-groups': platform.proximity.groups ? 'yes' : 'no',
	'near-phrases': platform.proximity.phrases ? 'yes' : 'no',
	'smallest-stem': String(platform.wildcards.smallestStem)
});

/** Where two fields share one code, no example says so exactly; a searcher types them all the same. */
const ALSO: Readonly<Record<string, Record<string, string>>> = {
	'One field for two': { abstract: 'harbour.in.body', keyword: 'harbour.in.body' }
};

describe.each(
	[...PROFILES, ...(shippedProfiles as readonly Profile[])].map((profile) => [profile.name, profile] as const)
)('%s', (_, profile) => {
	it('has no contradiction, and writes and reads every construct that it has', () => {
		expect(profileProblems(profile)).toEqual([]);
	});

	it('is learned from its examples: the learned profile writes each of them as it was typed and reads it back', () => {
		const examples = examplesOf(profile);
		// The register searches other fields than any example asks for: it says nothing exactly.
		expect(Object.keys(examples).length > 0).toBe(profile.id !== 'fairway');
		const typed = { ...examples, ...ALSO[profile.name] };
		const learned = learnProfile(typed, answersOf(profile), {
			id: 'learned',
			platform: profile.platform.name,
			source: profile.source.name,
			vocabulary: profile.source.vocabulary
		});
		const wrong = checkConstructs(learned.profile, examples).filter(
			(one) => !one.passed && examples[one.construct] !== undefined
		);
		expect({
			wrong: wrong.map((one) => [one.construct, examples[one.construct], one.written, one.why]),
			unclear: learned.unclear
		}).toEqual({
			wrong: [],
			unclear: []
		});
	});
});

it('knows constructs enough for two dozen examples, each with one way to be asked for', () => {
	expect(CONSTRUCTS.length).toBeGreaterThanOrEqual(24);
	expect(new Set(CONSTRUCTS.map((one) => one.id)).size).toBe(CONSTRUCTS.length);
});
