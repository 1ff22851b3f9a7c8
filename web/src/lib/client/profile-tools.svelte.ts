/** What is done with several profiles: compared, combined into one; and what their sources say of themselves. */
import type { Profile } from '@wide-lantern/core/editor';
import { callServer, type Answer } from '$lib/contract/call-server';
import type { ConnectionView } from '$lib/contract/platforms';
import { profileDifferences } from './profile-differences';

const profileCalled = (profile: string): Promise<Answer<Profile>> =>
	callServer('GET /api/v1/profiles/[profile]', { path: { profile } });

/** Both, or why one of them cannot be read. */
async function bothProfiles(
	first: string,
	second: string
): Promise<{ readonly pair: readonly [Profile, Profile] } | { readonly fault: string }> {
	const [one, other] = await Promise.all([profileCalled(first), profileCalled(second)]);
	if (!one.ok) return { fault: one.fault };
	return other.ok ? { pair: [one.value, other.value] } : { fault: other.fault };
}

/** The source's part of one profile and the platform's part of another; field codes are the source's. */
export function combinedProfile(source: Profile, platform: Profile): Profile {
	// A connection speaks the syntax of the platform that it belongs to.
	const { address: _address, queryType: _queryType, ...own } = source.source;
	return {
		...platform,
		id: `${source.id}-on-${platform.id}`.slice(0, 60),
		name: `${source.source.name} on ${platform.platform.name}`,
		version: 1,
		source: own
	};
}

export class ProfileTools {
	left = $state('');
	right = $state('');
	differences = $state.raw<ReturnType<typeof profileDifferences> | null>(null);
	/** Why the two could not be compared. */
	fault = $state('');
	sourceOf = $state('');
	platformOf = $state('');
	/** What became of combining. */
	combined = $state('');
	connections = $state.raw<Readonly<Record<string, ConnectionView>>>({});
	/** The profile whose source is being asked. */
	asking = $state('');

	async compare(): Promise<void> {
		const both = await bothProfiles(this.left, this.right);
		if ('fault' in both) this.fault = both.fault;
		else [this.differences, this.fault] = [profileDifferences(...both.pair), ''];
	}

	/** @returns true where a profile was saved */
	async combine(): Promise<boolean> {
		const both = await bothProfiles(this.sourceOf, this.platformOf);
		if ('fault' in both) {
			this.combined = both.fault;
			return false;
		}
		const profile = combinedProfile(...both.pair);
		const saved = await callServer('PUT /api/v1/profiles/[profile]', {
			path: { profile: profile.id },
			file: new Blob([JSON.stringify(profile)])
		});
		this.combined = saved.ok ? `Saved as ${profile.name}.` : saved.fault;
		return saved.ok;
	}

	/** What a profile's source says of itself, asked now. */
	async askSource(profile: string): Promise<void> {
		this.asking = profile;
		const answer = await callServer('GET /api/v1/profiles/[profile]/connection', { path: { profile } });
		this.connections = { ...this.connections, [profile]: answer.ok ? answer.value : { fault: answer.fault } };
		this.asking = '';
	}
}
