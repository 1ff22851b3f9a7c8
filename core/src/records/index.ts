/** Bibliographic records. */
export { recordSchema, type BibliographicRecord } from './record.ts';
export { blankRecord } from './blank.ts';
export { sameWorks, sameWorksInSteps } from './same-work.ts';
export { identifierForms, pastedReferences, titleFit, wordsToFind, type PastedReference } from './citations.ts';
export * from './formats/index.ts';
export * from './linkage/index.ts';
export * from './recipes/index.ts';
