/** Controlled vocabularies: the model, lookup, SKOS in and out. */
export { headingSchema, vocabularySchema, Vocabulary, turnedRound, type Heading, type LabelMatch, type TreeRow, type VocabularyData } from './vocabulary.ts';
export { VocabularyLookup, type LookupMatch, type LookupMode, type PhrasePiece } from './lookup.ts';
export { editDistance } from './word-index.ts';
export { readTurtle, writeMappings, writeTurtle, WL, type MappingToWrite, type SkosFault, type SkosRead } from './skos.ts';
export { Crosswalk, type Evidence, type SharedWork, type Suggestion } from './crosswalk.ts';
