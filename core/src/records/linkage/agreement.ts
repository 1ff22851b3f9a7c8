/**
 * How far two references agree, field by field: the comparison vector of record linkage, each field with a few levels
 * (Fellegi & Sunter, J Am Stat Assoc 1969;64:1183; levels as in Winkler 1990, both from memory).
 */
import { distance } from 'fastest-levenshtein';
import type { ReferenceEvidence } from './evidence.ts';

/** The fields that are compared, and what each level says. Level 0 is “one of the two says nothing”. */
export const FIELDS = [
	{ name: 'doi', levels: ['equal', 'different'] },
	{ name: 'title', levels: ['equal', 'nearly equal', 'one is the beginning of the other', 'similar', 'different'] },
	{ name: 'first author', levels: ['equal', 'nearly equal', 'different'] },
	{ name: 'year', levels: ['equal', 'one apart', 'further apart'] },
	{ name: 'journal', levels: ['equal or abbreviated', 'different'] },
	{ name: 'volume and page', levels: ['both equal', 'page equal', 'different'] },
	{ name: 'abstract', levels: ['shared', 'partly shared', 'different'] },
	{ name: 'other number', levels: ['equal', 'none equal'] }
] as const;
export type FieldName = (typeof FIELDS)[number]['name'];

/** A level for each of {@link FIELDS}: 0 where nothing is known, else from 1, the best first. */
export type Agreement = readonly number[];

/** Titles further apart than this share of their length are not similar. */
const [NEARLY, SIMILAR] = [0.9, 0.72];
/** Similar titles share at least this part of their words. */
const SHARED_WORDS = 0.6;

export function agreementOf(left: ReferenceEvidence, right: ReferenceEvidence): Agreement {
	return [
		doi(left, right),
		title(left, right),
		author(left, right),
		year(left, right),
		journal(left.journal, right.journal),
		place(left, right),
		abstract(left, right),
		share(left.numbers, right.numbers) ? 1 : 2
	];
}

function doi(left: ReferenceEvidence, right: ReferenceEvidence): number {
	if (left.dois.length === 0 || right.dois.length === 0) return 0;
	return share(left.dois, right.dois) ? 1 : 2;
}

function share(left: readonly string[], right: readonly string[]): boolean {
	for (const one of left) if (right.includes(one)) return true;
	return false;
}

function title(left: ReferenceEvidence, right: ReferenceEvidence): number {
	if (left.words.length === 0 || right.words.length === 0) return 0;
	if (left.title === right.title) return 1;
	const [short, long] = left.title.length <= right.title.length ? [left, right] : [right, left];
	if (short.words.length >= 4 && long.title.startsWith(`${short.title} `)) return 3;
	// Lengths alone can say that they are further apart than similar.
	if (short.title.length < long.title.length * SIMILAR) return 5;
	// So can their words: to compare letter by letter is dear.
	const words = sharedHashes(left.wordHashes, right.wordHashes);
	if (words < Math.max(left.wordHashes.length, right.wordHashes.length) * SHARED_WORDS) return 5;
	const likeness = 1 - distance(short.title, long.title) / long.title.length;
	return likeness >= NEARLY ? 2 : likeness >= SIMILAR ? 4 : 5;
}

function author(left: ReferenceEvidence, right: ReferenceEvidence): number {
	if (left.family === '' || right.family === '') return 0;
	if (left.family === right.family) return 1;
	const leftIsShort = left.family.length <= right.family.length;
	const short = leftIsShort ? left.family : right.family;
	const long = leftIsShort ? right.family : left.family;
	const slips = long.length >= 7 ? 2 : 1;
	// A particle that one source leaves out, or a slip of the keyboard.
	if (
		short.length >= 4 &&
		(long.endsWith(short) || (long.length - short.length <= slips && distance(short, long) <= slips))
	)
		return 2;
	return left.families.includes(right.family) || right.families.includes(left.family) ? 2 : 3;
}

function year(left: ReferenceEvidence, right: ReferenceEvidence): number {
	if (left.year === null || right.year === null) return 0;
	return Math.min(3, Math.abs(left.year - right.year) + 1);
}

/** Equal, abbreviated word by word, or by initials. */
function journal(left: readonly string[], right: readonly string[]): number {
	if (left.length === 0 || right.length === 0) return 0;
	if (left.length === right.length)
		return left.every((one, at) => one.startsWith(right[at] ?? '') || right[at]?.startsWith(one) === true) ? 1 : 2;
	const [short, long] = left.length < right.length ? [left, right] : [right, left];
	const [only = ''] = short;
	if (short.length === 1 && only === long.map((one) => one.charAt(0)).join('')) return 1;
	// A subtitle or a place that one source leaves out.
	return short.length >= 2 && short.every((one, at) => long[at]?.startsWith(one) === true) ? 1 : 2;
}

/** An equal volume alone says nothing: thousands of papers stand in it. */
function place(left: ReferenceEvidence, right: ReferenceEvidence): number {
	const known = (one: string, other: string) => one !== '' && other !== '';
	const volumes = known(left.volume, right.volume);
	if (!known(left.page, right.page)) return volumes && left.volume !== right.volume ? 3 : 0;
	if (left.page !== right.page) return 3;
	return volumes && left.volume === right.volume ? 1 : 2;
}

/** Words below which an abstract says little. */
const FEW_WORDS = 25;

function abstract(left: ReferenceEvidence, right: ReferenceEvidence): number {
	if (left.length < FEW_WORDS || right.length < FEW_WORDS || left.runs.length === 0 || right.runs.length === 0)
		return 0;
	// One of them may be cut short: what it holds counts, not what it lacks.
	const share = sharedHashes(left.runs, right.runs) / Math.min(left.runs.length, right.runs.length);
	return share >= 0.7 ? 1 : share >= 0.3 ? 2 : 3;
}

/** How many numbers two sorted lists share. */
export function sharedHashes(left: readonly number[], right: readonly number[]): number {
	let [at, other, shared] = [0, 0, 0];
	while (at < left.length && other < right.length) {
		const difference = (left[at] ?? 0) - (right[other] ?? 0);
		if (difference === 0) shared++;
		if (difference <= 0) at++;
		if (difference >= 0) other++;
	}
	return shared;
}

/** An agreement as one number, so that equal ones are counted together. */
export const patternOf = (agreement: Agreement): number =>
	agreement.reduce((sum, level, at) => sum * (FIELDS[at]?.levels.length ?? 0) + sum + level, 0);
/** The agreement that a number stands for. */
export function agreementOfPattern(pattern: number): Agreement {
	const agreement: number[] = [];
	let rest = pattern;
	for (let at = FIELDS.length - 1; at >= 0; at--) {
		const base = (FIELDS[at]?.levels.length ?? 0) + 1;
		agreement[at] = rest % base;
		rest = Math.floor(rest / base);
	}
	return agreement;
}
