/** The enquiry document: brief, concepts, strategy lines and their terms. */
export * from './enquiry.ts';
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
