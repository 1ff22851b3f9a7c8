/** Profiles, and a strategy in the syntax of a platform. */
export { connectionTo, queryTypeOf, renderLines, renderWhole, compareWithSource } from './connections';
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
