/** What a thread that computes needs of core: collections and evaluation, without grammar, vocabularies and documents. */
export * from './collection/index.ts';
export { contributionsOf, type Contribution } from './measure/contributions.ts';
export {
	gainCurve,
	termFigures,
	termQuery,
	type ConceptLines,
	type Term,
	type TermFigures
} from './measure/term-figures.ts';
export { Gleaner, type GatheredTerm } from './glean/index.ts';
export { beamOf, type Beam, type BeamStep } from './measure/beam.ts';
export { knownWorks, waysBack, type KnownWorks, type WayBack, type WayBackFigures } from './measure/known-works.ts';
export { kindFigures, yieldsOf, type KindFigures, type LineYield } from './measure/yields.ts';
export {
	evaluateStrategy,
	type EvaluatedLine,
	type LineState,
	type LineToEvaluate,
	type Marks
} from './strategy/evaluate.ts';
export { parse, print, type Parsed } from './query/index.ts';
export { likelySyntax, profilesThatFit, readPlatformStrategyInSteps, type Profile } from './platform/index.ts';
export { INDEXED_FIELDS, querySchema, type IndexedField, type Query } from './query/index.ts';
export {
	decoderOf,
	encodingOf,
	evidenceOf,
	formatOf,
	groupWorks,
	linkEvidence,
	mergeReferences,
	readerOf,
	recipeReader,
	RAW_CEILING,
	recordSchema,
	REFERENCE_FORMATS,
	type BibliographicRecord,
	type ImportedReference,
	type LinkedPair,
	type ReferenceEvidence,
	type ReadPiece,
	type Recipe,
	type ReferenceFormat,
	type TextEncoding
} from './records/index.ts';
export type { DossierDocument } from './dossier/document.ts';
export { cleanJson } from './document/storable.ts';
export { LINE_ROLES, type LineRole } from './enquiry/index.ts';
export { emptyTerms } from './strategy/terms-of-lines.ts';
export { explainRecord, type Admission } from './measure/why.ts';
export { queryTerms } from './strategy/terms-of-lines.ts';
export type { Cells } from './measure/proportion.ts';
export { sharedTerms, type SharedTerm } from './measure/shared-terms.ts';
export { WhatIf } from './measure/what-if.ts';
