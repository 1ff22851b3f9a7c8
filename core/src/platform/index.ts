/** Platforms: profiles, writing in a platform's syntax, reading it back. */
export { NO_LIMITS, profileSchema, type Profile } from './profile.ts';
export { fill, slotsOf } from './template.ts';
export {
	onResult,
	type Decision,
	type GeneralNote,
	type MappingToDecide,
	type NoteKind,
	type RenderingNote
} from './notes.ts';
export { renderingFindings } from './rendering-findings.ts';
export { ALL_HEADINGS } from './write-line.ts';
export { writeStrategy, writeStrategyInSteps } from './write.ts';
export { WRITTEN_ALONE } from './writing.ts';
export { fieldOptions, type ChosenFields, type FieldOption, type FieldsWritten } from './write-fields.ts';
export type {
	CounterpartToWrite,
	HeadingToWrite,
	LineExample,
	LineToWrite,
	OwnLine,
	RenderedLine,
	Rendering,
	WritingContext
} from './writing.ts';
export { VARIANT_CEILING } from './write-terms.ts';
export { readPlatformLine, readingText, type PlatformReading, type ReadingContext } from './read.ts';
export {
	contradictionsIn,
	pastedRows,
	PASTED_CEILING,
	likelySyntax,
	profilesThatFit,
	readPlatformStrategy,
	readPlatformStrategyInSteps,
	fitOf,
	type Contradiction,
	type Fit,
	type PastedLine,
	type PlatformStrategy
} from './pasted.ts';
export { CONSTRUCTS, type Construct } from './constructs.ts';
export {
	learnProfile,
	type Examples,
	type LearnAnswers,
	type Learned,
	type LearnNames,
	type Question
} from './learn.ts';
export { checkConstructs, profileProblems, type ConstructCheck, type ProfileProblem } from './profile-check.ts';
export {
	accountPieces,
	interpretWords,
	type AccountPiece,
	type MappedHeading,
	type ReadPart,
	type WordReading
} from './interpret.ts';
export { proposeExamples, type FieldProposal, type Proposal as ExampleProposal } from './propose.ts';
