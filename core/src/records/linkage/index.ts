/** Which references are of one work. */
export { agreementOf, FIELDS, type Agreement, type FieldName } from './agreement.ts';
export { BELIEVED, estimateWeights, likelihoodOf, weightOf, type LinkageWeights } from './estimate.ts';
export { evidenceOf, familyOf, type ReferenceEvidence } from './evidence.ts';
export { kindOf, type ReportKind } from './kinds.ts';
export {
	linkEvidence,
	linkReferences,
	THRESHOLDS,
	type Linkage,
	type LinkageCosts,
	type LinkedPair,
	type PairClass
} from './link.ts';
export { RELATIONS, type Relation } from './relations.ts';
export { groupWorks, type GroupedWorks, type PairDecision } from './works.ts';
export { mergeRecords, mergeReferences, MERGED_FIELDS, type MergedField, type MergedRecord } from './merge.ts';
