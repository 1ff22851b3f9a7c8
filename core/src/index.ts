/** @wide-lantern/core: everything that Wide Lantern computes. Pure: data in, data out. */
export * from './text/index.ts';
export * from './document/index.ts';
export * from './findings/index.ts';
export * from './query/index.ts';
export * from './vocabulary/index.ts';
export * from './records/index.ts';
export * from './enquiry/index.ts';
export * from './collection/index.ts';
export * from './platform/index.ts';
export * from './strategy/index.ts';
export * from './measure/index.ts';
export * from './glean/index.ts';
export { termQuery, type Term, type TermFigures } from './measure/term-figures.ts';
export * from './dossier/index.ts';
