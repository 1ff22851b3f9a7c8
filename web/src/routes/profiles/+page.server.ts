import { requireActor } from '$lib/server/enquiries';
import { profileEntries, profileVersion } from '$lib/server/platforms';

export const load = async ({ locals, url }) => {
	const entries = await profileEntries(requireActor(locals));
	const compare = entries.find((one) => one.id === url.searchParams.get('compare'));
	const with_ = compare?.versions[0];
	const [left, right] =
		compare && with_
			? await Promise.all([profileVersion(compare.id, with_.version), profileVersion(compare.id, compare.version)])
			: [null, null];
	return { profiles: entries, compared: left && right ? { left, right } : null };
};
