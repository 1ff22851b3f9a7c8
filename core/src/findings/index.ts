/** What is wrong or unfinished, and what fixes it. */
export {
	bySeverity,
	editsOf,
	findingsOfLine,
	type Finding,
	type FindingPlace,
	type FindingRepair,
	type Severity
} from './finding.ts';
