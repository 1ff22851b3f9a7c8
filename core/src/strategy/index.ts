/** Strategies: lines with identity, reading, evaluating, assembling. */
export {
	cleanLine,
	completeSource,
	headingsUsedBy,
	toSource,
	toText,
	usedBy,
	usedConcepts,
	type Names
} from './anchors.ts';
export {
	findHeading,
	headingByKey,
	joinedLines,
	namesOf,
	readExpression,
	readStrategy,
	readStrategyInSteps,
	type OpenVocabulary,
	type ReadExpression,
	type ReadLine,
	type StrategyPart
} from './read.ts';
export {
	evaluateStrategy,
	linesToEvaluate,
	dropAbsentLines,
	type EvaluatedLine,
	type EvaluateOptions,
	type LineState,
	type LineToEvaluate,
	type Marks
} from './evaluate.ts';
export { roleOf } from './roles.ts';
export { openedText } from './opened.ts';
export { isParseCached, cacheParsed, parseCached } from './trees.ts';
export { followingEdits, followingEditsInSteps, recognise, resultLine, type ResultCandidate } from './recognise.ts';
export { ALL_CONCEPTS, limitLabel } from './automatic-label.ts';
export { limitText, withLimitValue, type LimitKind } from './limit-text.ts';
export { assemble, type ProposedLine } from './assemble.ts';
export { moveFault } from './moves.ts';
export { gatherLines, joiningSource, joinLines, spreadLine, withoutSide, type LineCommand } from './line-commands.ts';
export { anchorsOf, lineAnchor, wholePieces } from './anchor.ts';
export { adviceOn, emptiedConcepts, usersOf } from './advice.ts';
export {
	cleanPasted,
	cutLabel,
	readStrategyText,
	strategyText,
	type CleanedLine,
	type PastedStrategy,
	type TextLine
} from './plain-text.ts';
export { faultFinding, lineFindings, type SharedTermPlace, type ToFind } from './line-findings.ts';
export { alignPieces, piecesAfter, piecesIn, type LinePiece } from './line-pieces.ts';
export { headingHistory, type HeadingHistory, type HistoryYear } from './heading-history.ts';
export { coveredByWord, namesAsWords, stemOf, type NameAsWords, type NameForm } from './names-as-words.ts';
export { headingFigures, type Branch, type HeadingFigures, type Reaches } from './heading-figures.ts';
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
} from './packed-lines.ts';
export { nextStep, STEPS, stepStates, type StepId, type StepPoint, type StepState } from './steps.ts';
export { emptyTerms, queryTerms, termPlaces, termsOf } from './terms-of-lines.ts';
export { compareLines, restoringEdits, type LineChange, type LineWithText } from './compare.ts';
export { refieldConcept, refielded, refieldSource, withoutConcept } from './concept-edits.ts';
export { proposalsAt, type Proposal } from './proposals.ts';
export { bringUpToDate, type UpdateStep } from './bring-up-to-date.ts';
export { afterEdits, dropConcept, restoreConcept, type Dropped } from './dropping.ts';
