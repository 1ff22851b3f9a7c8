/** Enquiries: the document, its edits, versions and people, and news of it to open windows. */
export { listEnquiries } from './desk';
export { isDocument } from './document-check';
export {
	addEnquiry,
	applyToEnquiry,
	checkEdits,
	createEnquiry,
	deleteEnquiry,
	listMembers,
	roleIn,
	setMember,
	stepsOf,
	withAnchors
} from './enquiries';
export { checkEnquiryFile, toFile } from './enquiry-file';
export { jobFor } from './job-access';
export { listen, listenToFacts } from './news';
export { openEnquiry, type OpenEnquiry } from './open-enquiries';
export { checkPart, listParts, loadShippedParts, removePart, savePart } from './parts';
export { join, checkPresence, moveTo } from './presence';
export { requireActor, requireEnquiry } from './request-context';
export { checkNewVersion, keepVersion, listVersions, openVersion, type Standing } from './versions';
export { changesBetween, changesFor, forgetComparisons } from './vocabulary-editions';
