/** Measures of searches: proportions, what lines and terms bring, how concepts narrow, and what else could be tried. */
export { performanceOf, proportion, type Cells, type Performance, type Proportion } from './proportion.ts';
export { contributionsOf, type Contribution } from './contributions.ts';
export { kindFigures, yieldsOf, type KindFigures, type LineYield } from './yields.ts';
export { beamOf, beamSides, type Beam, type BeamStep } from './beam.ts';
export { explainRecord, type Admission } from './why.ts';
export { sharedTerms, type SharedTerm } from './shared-terms.ts';
export { proposedTrials, type ProposedTrial } from './trials.ts';
