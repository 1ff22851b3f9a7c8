/** The enquiry document: brief, concepts, strategy lines and their terms. */
export * from './enquiry.ts';
export { enquiryFileSchema, upgradeEnquiryFile, type EnquiryFile } from './enquiry-file.ts';
export {
	comparisonSchema,
	factsSchema,
	judgementSchema,
	MOST_JUDGED,
	NO_FACTS,
	RUN_KINDS,
	SIGN_OFF_KINDS,
	signOffSchema,
	runLineSchema,
	runSchema,
	VERDICTS,
	type Comparison,
	type EnquiryFacts,
	type Judgement,
	type Run,
	type RunKind,
	type RunLine,
	type SignOff,
	type SignOffKind,
	type Verdict
} from './facts.ts';
export { editsWithoutFacts, separateFacts } from './separate-facts.ts';
export { editsWithoutSignOffs, separateSignOffs } from './separate-sign-offs.ts';
export { wordFamilies } from './families.ts';
export {
	invertedLines,
	looksCoded,
	isList,
	MOST_PASTED,
	pastedLines,
	readPasted,
	splitPasted,
	withoutCovered,
	type PastedRow
} from './pasted.ts';
export { headingKey, headingPieces, type ConceptHeading, type HeadingLabel, type TakenAs } from './headings.ts';
export { looksLikeSentence, readTermText, splitSentence, type TermReading } from './terms.ts';
