/** What a thread that computes needs of core: collections and evaluation, without grammar, vocabularies and documents. */
export * from './collection/index.ts';
export { contributionsOf, type Contribution } from './strategy/contributions.ts';
export { evaluateStrategy, type EvaluatedLine, type LineState, type LineToEvaluate, type Marks } from './strategy/evaluate.ts';
export { querySchema, type Query } from './query/index.ts';
export { recordSchema, type BibliographicRecord } from './records/index.ts';
