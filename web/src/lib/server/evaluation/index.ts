/** What the lines of an enquiry retrieve, and everything computed from that. */
export { conceptMap } from './concept-map';
export { conceptCounts, headingCount, namesForConcept, yearsOfConcept } from './concept-terms';
export { resultOf, sheetView, termsOfLine, evaluateEnquiry, type EvaluatedEnquiry } from './evaluation';
export { provingOf } from './proving';
export { countsBySource } from './source-counts';
export { articlesView } from './known-articles';
export { numbersOfLine, recordsOfLine, spreadOfLine, whyOf } from './line-records';
export { requestCounts, openWindow } from './live-counts';
export { measureLines } from './measuring';
export { tryEdits } from './trials';
export { compareVersions, recordsBetween } from './version-compare';
