/** Collections of records: index, sets, evaluation, and what lit a record. */
export { CollectionIndex, type Opened } from './collection-index.ts';
export { buildIndex, fieldEntries, IndexBuilder, type BuildOptions, type LabelOf } from './build.ts';
export { normalIdentifier, type Assignment } from './attributes.ts';
export { INDEX_VERSION, SECTIONS, type IndexFacts } from './layout.ts';
export { RecordSet } from './record-set.ts';
export { evaluate, PartCache, type EvaluationContext } from './evaluate.ts';
export { SteppedWatch, WorkCeiling, type Watch } from './watch.ts';
export { variantsOf, type Variant } from './variants.ts';
export { relevanceOf } from './relevance.ts';
export { lightOf, type Light, type LitSpan } from './light.ts';
