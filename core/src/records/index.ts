/** Bibliographic records. */
export { recordSchema, type BibliographicRecord } from './record.ts';
export { blankRecord } from './blank.ts';
export { sameWorks, sameWorksInSteps } from './same-work.ts';
export { identifierForms, titleFit, wordsToFind } from './citations.ts';
export * from './formats/index.ts';
