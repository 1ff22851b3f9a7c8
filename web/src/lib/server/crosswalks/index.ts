/** Which heading of one vocabulary stands for which of another. */
export { allDecisions, decide, decisionsOn, suggestionsFor, warmCrosswalks } from './crosswalks';
