/** Candidates from records, and what people decide on them. */
export { beginGleaning } from './gleaning';
export { candidateFigures, decideOn, examplesOf, gainsOf, gleaningsOf, type Deciding } from './views';
