/** Profiles, and a strategy in the syntax of a platform. */
export { connectionTo, queryTypeOf, renderWhole } from './connections';
export {
	listProfiles,
	loadShippedProfiles,
	mayChange,
	profileEntries,
	profileOf,
	profileVersion,
	removeProfile,
	saveProfile
} from './profiles';
export { profileFacts, renderingsOf } from './renderings';
export { askSource } from './source-jobs';
