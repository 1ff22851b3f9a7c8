/** Enquiries: the document, its edits, versions and people, and news of it to open windows. */
export { listEnquiries, setArchived } from './desk';
export { isDocument } from './document-check';
export {
	addEnquiry,
	applyToEnquiry,
	createEnquiry,
	deleteEnquiry,
	listMembers,
	roleIn,
	setMember,
	stepsOf,
	withAnchors
} from './enquiries';
export { toFile } from './enquiry-file';
export { jobFor } from './job-access';
export { listen, listenToFacts } from './news';
export { openEnquiry, type OpenEnquiry } from './open-enquiries';
export { listParts, loadShippedParts, removePart, savePart } from './parts';
export { join, moveTo } from './presence';
export { requireActor, requireEnquiry, twoVersions } from './request-context';
export { keepVersion, listVersions, openVersion, type Standing } from './versions';
export { changesBetween, changesFor, forgetComparisons } from './vocabulary-editions';
