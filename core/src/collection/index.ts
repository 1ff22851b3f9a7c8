/** Collections of records: index, sets, evaluation, and what lit a record. */
export { CollectionIndex, fieldEntries, type Assignment, type LabelOf } from './collection-index.ts';
export { RecordSet } from './record-set.ts';
export { evaluate, PartCache, type EvaluationContext } from './evaluate.ts';
export { wordsMatching } from './spans.ts';
export { lightOf, type Light, type LitSpan } from './light.ts';
