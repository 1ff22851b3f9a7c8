/**
 * The one shape for "something is wrong or unfinished here, and this would fix it": the sheet underlines findings, the
 * lens explains them, the keel counts them, and the dossier says which are open.
 */
import type { Edit } from '../document/index.ts';

/** `error`: the line has no count. `warning`: it is counted, and something is missing or doubtful. `info`: a figure to know of. `hint`: a second look. */
export type Severity = 'error' | 'warning' | 'info' | 'hint';

/**
 * A line of the strategy, in its text from one UTF-16 unit to another (the end not included) or as a whole; what the
 * strategy is on one platform; or a place on a screen.
 */
export type FindingPlace =
	| {
			readonly kind: 'line';
			readonly line: string;
			readonly span: { readonly from: number; readonly to: number } | null;
	  }
	| {
			readonly kind: 'rendering';
			/** Of its platform. */
			readonly profile: string;
			/** The number of the line in the strategy; null for what is said of many lines at once. */
			readonly line: number | null;
	  }
	| {
			readonly kind: 'screen';
			/** Below the address of the enquiry: `brief#sources`. */
			readonly address: string;
	  };

/** A button that fixes it: edits of the enquiry, or replacements in the text of the line that the finding is about. */
export type FindingRepair = { readonly label: string } & (
	| { readonly edits: readonly Edit[] }
	| { readonly replacements: readonly { readonly from: number; readonly to: number; readonly insert: string }[] }
);

export interface Finding {
	/** A short name for programs, such as `mixed-operators`. */
	readonly rule: string;
	readonly severity: Severity;
	readonly place: FindingPlace;
	/** In plain words, for the searcher. */
	readonly message: string;
	readonly repairs: readonly FindingRepair[];
}

const RANKS: Readonly<Record<Severity, number>> = { error: 0, warning: 1, info: 2, hint: 3 };

/** The gravest first; those that are equally grave keep their order. */
export const bySeverity = (findings: readonly Finding[]): readonly Finding[] =>
	findings.toSorted((one, other) => RANKS[one.severity] - RANKS[other.severity]);

/** What a repair changes in the enquiry; nothing where it changes the text of a line. */
export const editsOf = (repair: FindingRepair | undefined): readonly Edit[] =>
	repair && 'edits' in repair ? repair.edits : [];

/** Those of one line. */
export const findingsOfLine = (findings: readonly Finding[], line: string): readonly Finding[] =>
	findings.filter(({ place }) => place.kind === 'line' && place.line === line);
