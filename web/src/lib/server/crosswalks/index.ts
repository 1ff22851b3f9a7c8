/** Which heading of one vocabulary stands for which of another. */
export {
	allDecisions,
	checkDecision,
	decide,
	decisionsOn,
	suggestionsFor,
	warmCrosswalks,
	type MappingKind
} from './crosswalks';
