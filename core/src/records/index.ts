/** Bibliographic records. */
export { recordSchema, type BibliographicRecord } from './record.ts';
