/** Bibliographic records. */
export { recordSchema, type BibliographicRecord } from './record.ts';
export { blankRecord } from './blank.ts';
