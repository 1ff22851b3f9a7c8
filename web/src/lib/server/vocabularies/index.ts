/** Vocabularies, their editions, and loading them from files. */
export { beginLoading, mayReplace, stepLoading, WRITTEN } from './loading';
export {
	editionOf,
	forgetVocabulary,
	listVocabularies,
	lookupOf,
	openVocabulary,
	saveVocabulary,
	vocabulariesFor
} from './vocabularies';
