/** Finding terms in records: candidates with their scores, over-representation, and words that good records share. */
export { cutAtKnee, cutByShare } from './cut-off.ts';
export { familyKey } from './family.ts';
export { Gleaner, wordsOfList, type GatheredTerm, type GatherOptions } from './gather.ts';
export { logLikelihood, shareRatio, type TermCounts } from './over-representation.ts';
export { phrasesOf, rakePhrases } from './phrase-score.ts';
export { ABSTRACT_WORDS, STOP_WORDS } from './stop-words.ts';
export { unmatchedWords, type MatchedRecord, type UnmatchedWord } from './unmatched-words.ts';
