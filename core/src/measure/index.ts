/** Measures of searches. */
export { performanceOf, proportion, type Cells, type Performance, type Proportion } from './proportion.ts';
