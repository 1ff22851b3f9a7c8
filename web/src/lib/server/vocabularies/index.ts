/** Vocabularies, their editions, and loading them from files. */
export { WRITTEN, beginIntake, checkStep, intakeOf, leaveIntake, mayReplace, step } from './intakes';
export {
	editionOf,
	forgetVocabulary,
	listVocabularies,
	lookupOf,
	openVocabulary,
	saveVocabulary,
	vocabulariesFor
} from './vocabularies';
