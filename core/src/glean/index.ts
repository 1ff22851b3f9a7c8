/** Finding terms in records: over-representation, and words that good records share. */
export { logLikelihood, shareRatio, type TermCounts } from './over-representation.ts';
export { unmatchedWords, type MatchedRecord, type UnmatchedWord } from './unmatched-words.ts';
