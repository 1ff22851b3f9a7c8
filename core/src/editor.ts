/** What the page needs of core, without the renderers of documents: notation, terms, edits. */
export * from './text/index.ts';
export * from './document/index.ts';
export * from './query/index.ts';
export * from './enquiry/index.ts';
export { lineAnchor } from './strategy/anchor.ts';
export { cleanLine, toSource, toText, usedBy, usedConcepts, type Names } from './strategy/anchors.ts';
export { nextStep, STEPS, stepStates, type StepId, type StepPoint, type StepState } from './strategy/steps.ts';
export { lineFindings, type SharedTermPlace } from './strategy/line-findings.ts';
export { bySeverity, editsOf, findingsOfLine, type Finding, type FindingRepair } from './findings/index.ts';
export { roleOf } from './strategy/roles.ts';
export { followingEdits, resultLine } from './strategy/recognise.ts';
export { ALL_CONCEPTS, limitLabel } from './strategy/automatic-label.ts';
export { limitText, withLimitValue, type LimitKind } from './strategy/limit-text.ts';
export { assemble, type ProposedLine } from './strategy/assemble.ts';
export { gatherLines, joinLines, spreadLine, withoutSide, type LineCommand } from './strategy/line-commands.ts';
export { adviceOn, emptiedConcepts, usersOf } from './strategy/advice.ts';
export {
	cleanPasted,
	cutLabel,
	readStrategyText,
	strategyText,
	type CleanedLine,
	type PastedStrategy,
	type TextLine
} from './strategy/plain-text.ts';
export { identifierForms, pastedReferences, type PastedReference } from './records/citations.ts';
export { familyOf } from './records/linkage/evidence.ts';
export { piecesIn, type LinePiece } from './strategy/line-pieces.ts';
export type { Beam } from './measure/beam.ts';
export type { KindFigures, LineYield } from './measure/yields.ts';
export {
	PART_KINDS,
	partSchema,
	type StrategyPartFile,
	packedLinesSchema,
	packLines,
	packText,
	unpackLines,
	type PackedLines,
	type Unpacked,
	type UnpackInto
} from './strategy/packed-lines.ts';
export { termPlaces } from './strategy/terms-of-lines.ts';
export { compareLines, restoringEdits, type LineChange, type LineWithText } from './strategy/compare.ts';
export { proposedTrials, type ProposedTrial } from './measure/trials.ts';
export { refieldConcept, refieldSource } from './strategy/concept-edits.ts';
export type { Admission } from './measure/why.ts';
export { cutAtKnee, cutByShare } from './glean/cut-off.ts';
export type { UnmatchedWord } from './glean/unmatched-words.ts';
export { countMissing, type Block } from './dossier/document.ts';
export { proposalsAt, type Proposal } from './strategy/proposals.ts';
export { homeOf } from './measure/home.ts';
export { performanceOf, proportion, type Cells, type Performance, type Proportion } from './measure/proportion.ts';
export { bringUpToDate, type UpdateStep } from './strategy/bring-up-to-date.ts';
export * from './platform/index.ts';
export { afterEdits, dropConcept, restoreConcept, type Dropped } from './strategy/dropping.ts';
