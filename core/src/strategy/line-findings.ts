/** Everything that there is to say about the lines of a strategy, in one list: what cannot be read, what was counted, what a second look finds. */
import type { Finding } from '../findings/index.ts';
import type { Fault, Span } from '../query/index.ts';

/** A fault of a line's text as a finding. */
export const faultFinding = (line: string, { code, severity, from, to, message, repairs }: Fault): Finding => ({
	rule: code,
	severity,
	place: { kind: 'line', line, span: { from, to } },
	message,
	repairs: repairs.map(({ label, edits }) => ({ label, replacements: edits }))
});

/** A term that no record of the collection has. */
export const emptyTermFinding = ({ line, from, to }: Span & { readonly line: string }): Finding => ({
	rule: 'empty-term',
	severity: 'info',
	place: { kind: 'line', line, span: { from, to } },
	message:
		'No record in this collection has this. A misspelling is the most common reason; a word used in other sources may be right.',
	repairs: []
});

/** A term in lines of several concepts; `lost` records are in the result by it alone. */
export interface SharedTermPlace extends Span {
	readonly line: string;
	/** Their letters. */
	readonly concepts: readonly string[];
	readonly lost: number;
}
export const sharedTermFinding = ({ line, from, to, concepts, lost }: SharedTermPlace): Finding => ({
	rule: 'shared-term',
	severity: 'hint',
	place: { kind: 'line', line, span: { from, to } },
	message: `This term serves concepts ${concepts.join(' and ')}: ${lost === 0 ? 'no record of the result depends' : lost === 1 ? 'one record of the result depends' : `${lost.toLocaleString('en').replaceAll(',', '\u202F')} records of the result depend`} on it alone. A record with this word matches both.`,
	repairs: []
});

export interface ToFind {
	/** Each line with the text in which its faults were found. */
	readonly lines: readonly { readonly id: string; readonly faults: readonly Fault[] }[];
	/** What `adviceOn` says. */
	readonly advice: readonly Finding[];
	/** Of lines whose figures belong to their present text. */
	readonly empty: readonly (Span & { readonly line: string })[];
	readonly shared: readonly SharedTermPlace[];
}

/** In the order of the lines; of one line, faults first, then figures, then advice. */
export function lineFindings({ lines, advice, empty, shared }: ToFind): readonly Finding[] {
	const rest = new Map<string, Finding[]>();
	for (const finding of [...empty.map(emptyTermFinding), ...shared.map(sharedTermFinding), ...advice])
		if (finding.place.kind === 'line') {
			const own = rest.get(finding.place.line);
			if (own) own.push(finding);
			else rest.set(finding.place.line, [finding]);
		}
	return lines.flatMap(({ id, faults }) => [
		...faults.map((fault) => faultFinding(id, fault)),
		...(rest.get(id) ?? [])
	]);
}
