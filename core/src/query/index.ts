/** The notation: expression tree, reading, printing, binding. */
export * from './expression.ts';
export { applyRepair, hasErrors, type Fault, type Repair, type TextEdit } from './fault.ts';
export { FAULT_EXAMPLES, type FaultExample } from './fault-examples.ts';
export { withCleanRepairs } from './clean-repairs.ts';
export { sideActedOn } from './acted-on.ts';
export { parse, LINE_CEILING, DEPTH_CEILING, type Parsed } from './parse.ts';
export { print, printLabel, printTerm } from './print.ts';
export {
	NO_SURROUNDINGS,
	bind,
	INDEXED_FIELDS,
	type Bound,
	type HeadingMatch,
	type IndexedField,
	type QualifierCheck,
	type Query,
	type SpanQuery,
	type BindingContext
} from './bind.ts';
export { covers, type LineQuery } from './covers.ts';
export { fieldAt, patternsWithout, termAt, writtenWithout } from './exclude.ts';
export {
	distribute,
	flatten,
	withAlternative,
	writeOut,
	DISTRIBUTE_CEILING,
	type Distributed,
	type WrittenOut
} from './rewrite.ts';
export { canonicalText } from './canonical.ts';
export { querySchema } from './query-schema.ts';
export { parser as notationParser } from './notation-parser.ts';
