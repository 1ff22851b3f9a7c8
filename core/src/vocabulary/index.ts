/** Controlled vocabularies: the model, lookup, SKOS in and out. */
export {
	baseOf,
	blankHeading,
	headingSchema,
	MAPPING_PROPERTIES,
	vocabularySchema,
	Vocabulary,
	naturalOrder,
	type Heading,
	type LabelMatch,
	type TreeRow,
	type VocabularyData
} from './vocabulary.ts';
export { VocabularyLookup, type LookupMatch, type LookupMode, type PhrasePiece } from './lookup.ts';
export { HeadingMatcher, PLAIN_STYLE, type AssignedHeading, type HeadingStyle } from './assigned.ts';
export { editDistance } from './word-index.ts';
export { RDF_SYNTAXES, type RdfSyntax, type ReadWatch } from './rdf.ts';
export { readSkos, readTurtle, WL, type SkosRead } from './skos-read.ts';
export { writeSkos, writeTurtle, type VocabularyToWrite } from './skos-write.ts';
export { writeMappings, type MappingToWrite } from './mappings.ts';
export { lookAtTable, readTable, writeTable } from './table.ts';
export { TABLE_FIELDS, tableShapeSchema, type TableField, type TableLook, type TableShape } from './rows.ts';
export { lookAtXml, readXmlHeadings } from './xml-rows.ts';
export { lookAtRdf, readRdfHeadings } from './rdf-rows.ts';
export { FILE_KINDS, kindOfFile, type FileKind, type ReadKind } from './file.ts';
export { headingsNamedIn, noteDifferences, type NamedHeading, type NotePart } from './notes.ts';
export { CHANGE_KINDS, compareEditions, type HeadingChange } from './compare.ts';
export type { VocabularyFault } from './integrity.ts';
export { Crosswalk, type Evidence, type SharedWork, type Suggestion } from './crosswalk.ts';
