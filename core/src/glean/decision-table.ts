/** Candidates with what was decided on them, as a table that may be edited in any spreadsheet and read back. */
import Papa from 'papaparse';

export interface DecidedCandidate {
	/** The same in every gleaning. */
	readonly key: string;
	readonly label: string;
	readonly heading: boolean;
	readonly forms: readonly string[];
	readonly records: number;
	readonly all: number;
	readonly times: number | null;
	readonly likelihood: number;
	/** Records that the result would gain; null where that is not known. */
	readonly adds: number | null;
	readonly decision: 'rejected' | 'parked' | null;
	/** Concepts that hold it, as `A Delirium`. */
	readonly concepts: readonly string[];
}

const HEADS = [
	'candidate',
	'kind',
	'other forms',
	'records here',
	'records in the collection',
	'times',
	'G2',
	'new to the result',
	'decision',
	'concepts',
	'key'
] as const;

/** With commas (RFC 4180) and a mark for UTF-8, which spreadsheets look for; no text is taken for a formula. */
export function decisionTable(candidates: readonly DecidedCandidate[]): string {
	const rows = candidates.map((one) => [
		one.label,
		one.heading ? 'heading' : 'words',
		one.forms.join('; '),
		one.records,
		one.all,
		one.times === null ? 'only here' : one.times.toFixed(1),
		one.likelihood.toFixed(1),
		one.adds ?? '',
		one.decision ?? '',
		one.concepts.join('; '),
		one.key
	]);
	return `\uFEFF${Papa.unparse([[...HEADS], ...rows], { escapeFormulae: true, newline: '\r\n' })}\r\n`;
}

/** What a row says; what it leaves empty is null, and changes nothing. */
export interface DecisionRow {
	/** In the file, from 1. */
	readonly line: number;
	/** Empty where only the name is there. */
	readonly key: string;
	readonly label: string;
	readonly decision: 'rejected' | 'parked' | 'open' | null;
	/** As they are typed: a letter, a letter with the name, or the name. */
	readonly concepts: readonly string[];
}
export interface RowFault {
	readonly line: number;
	readonly why: string;
}
export type ReadTable =
	| { readonly ok: true; readonly rows: readonly DecisionRow[]; readonly faults: readonly RowFault[] }
	| { readonly ok: false; readonly why: string };

/** Characters of a file, and rows of it. */
const LONGEST = 4_000_000;
const MOST = 20_000;

const WORDS: ReadonlyMap<string, DecisionRow['decision']> = new Map(
	Object.entries({
		rejected: ['rejected', 'reject', 'x', 'no'],
		parked: ['parked', 'park', 'p', 'maybe', '?'],
		open: ['open', 'undecided', 'none']
	}).flatMap(([decision, words]) => words.map((word) => [word, decision as DecisionRow['decision']] as const))
);
/** A guard against formulas that was written before a text, and spaces around it. */
const plain = (cell: string | undefined): string => (cell ?? '').trim().replace(/^'(?=[=+\-@\t\r])/, '');

/** The one that parts the first row into the most columns. */
function delimiterOf(text: string): string {
	const head = text.trimStart().split(/\r\n|\r|\n/, 1)[0] ?? '';
	const columns = (delimiter: string) => Papa.parse<string[]>(head, { delimiter }).data[0]?.length ?? 0;
	return [',', ';', '\t'].reduce((best, one) => (columns(one) > columns(best) ? one : best));
}

/**
 * Columns in any order, of which only the key or the candidate, and the decision or the concepts, must be there; separated
 * by commas, semicolons or tabs.
 */
export function readDecisionTable(text: string): ReadTable {
	if (text.length > LONGEST) return { ok: false, why: 'The file is longer than 4 MB. Nothing was changed.' };
	if (/[\u0000-\u0008]/.test(text))
		return { ok: false, why: 'The file is no table of text. Save it as CSV; nothing was changed.' };
	const body = text.replace(/^\uFEFF/, '');
	const { data } = Papa.parse<string[]>(body, { delimiter: delimiterOf(body) });
	const first = data.findIndex((cells) => cells.some((cell) => cell.trim() !== ''));
	const heads = (data[first] ?? []).map((cell) => cell.trim().toLowerCase());
	const at = (name: (typeof HEADS)[number]) => heads.indexOf(name);
	if ((at('key') < 0 && at('candidate') < 0) || (at('decision') < 0 && at('concepts') < 0))
		return {
			ok: false,
			why: 'The first row must name the columns: “candidate” or “key”, and “decision” or “concepts”. Nothing was changed.'
		};
	const rows: DecisionRow[] = [];
	const faults: RowFault[] = [];
	for (const [number, cells] of data.entries()) {
		if (number <= first || cells.every((cell) => cell.trim() === '')) continue;
		const line = number + 1;
		if (rows.length + faults.length >= MOST) {
			faults.push({ line, why: `From here on the rows are not read: a file may have ${MOST} of them.` });
			break;
		}
		const cell = (name: (typeof HEADS)[number]) => (at(name) < 0 ? '' : plain(cells[at(name)]));
		const [key, label, typed] = [cell('key'), cell('candidate'), cell('decision').toLowerCase()];
		const decision = typed === '' ? null : WORDS.get(typed);
		if (key === '' && label === '') faults.push({ line, why: 'It names no candidate.' });
		else if (decision === undefined)
			faults.push({ line, why: `“${cell('decision')}” is no decision: write rejected, parked or open.` });
		else {
			const concepts = cell('concepts')
				.split(/[;,]/)
				.map((one) => one.trim());
			rows.push({ line, key, label, decision, concepts: concepts.filter((one) => one !== '') });
		}
	}
	return { ok: true, rows, faults };
}
