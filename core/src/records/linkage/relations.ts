/** What two references are to each other beside copies of one: they are linked and labelled, never merged automatically. */
import { FIELDS, type Agreement, type FieldName } from './agreement.ts';
import type { ReferenceEvidence } from './evidence.ts';
import type { ReportKind } from './kinds.ts';

export const RELATIONS = [
	'correction',
	'retraction notice',
	'expression of concern',
	'comment',
	'preprint and paper',
	'abstract and paper',
	'protocol and results',
	'registration and report',
	'parts of a series',
	'translation',
	'equal titles, other authors',
	'published twice'
] as const;
export type Relation = (typeof RELATIONS)[number];

const BY_KIND: Readonly<Record<Exclude<ReportKind, 'paper'>, Relation>> = {
	correction: 'correction',
	'retraction notice': 'retraction notice',
	concern: 'expression of concern',
	comment: 'comment',
	preprint: 'preprint and paper',
	abstract: 'abstract and paper',
	protocol: 'protocol and results',
	registration: 'registration and report'
};
/** Kinds that are never mistaken for a paper; of the others a source may simply not say that it is one. */
const STATED: ReadonlySet<ReportKind> = new Set([
	'correction',
	'retraction notice',
	'concern',
	'comment',
	'registration'
]);

const places = Object.fromEntries(FIELDS.map(({ name }, at) => [name, at])) as Readonly<Record<FieldName, number>>;
/** The level on which two references agree in a field. */
export const levelOf = (agreement: Agreement, field: FieldName): number => agreement[places[field]] ?? 0;

/** @returns null where nothing tells them apart */
export function relationOf(left: ReferenceEvidence, right: ReferenceEvidence, agreement: Agreement): Relation | null {
	const level = (field: FieldName) => levelOf(agreement, field);
	const sameDoi = level('doi') === 1;
	const samePlace = level('volume and page') === 1;
	if (left.kind !== right.kind) {
		const kind = left.kind === 'paper' || STATED.has(right.kind) ? right.kind : left.kind;
		if (kind !== 'paper' && ((!sameDoi && !samePlace) || STATED.has(kind))) return BY_KIND[kind];
	}
	if (partsDiffer(left, right, level('title'))) return 'parts of a series';
	if (
		!sameDoi &&
		left.languages.length > 0 &&
		right.languages.length > 0 &&
		!left.languages.some((one) => right.languages.includes(one))
	)
		return 'translation';
	if (level('first author') === 3 && !sameDoi && !samePlace && level('abstract') !== 1)
		return 'equal titles, other authors';
	// The same text in two volumes, or years apart: an abstract that does not say so, or a second publication.
	if (!sameDoi && level('volume and page') === 3 && (level('year') === 3 || level('doi') === 2))
		return 'published twice';
	return null;
}

const PART = /\b(?:part|parts|volume|chapter|section|series|phase|update|supplement)\b/;

/** Titles that differ in a figure or a Roman numeral, or of which only one names a part. */
function partsDiffer(left: ReferenceEvidence, right: ReferenceEvidence, title: number): boolean {
	if (title === 1 || title === 0) return false;
	const figures = (one: ReferenceEvidence) => one.figures.join(' ');
	if (title === 3) {
		// One is the beginning of the other: what it lacks may be a subtitle, or the part.
		const [short, long] = left.words.length <= right.words.length ? [left, right] : [right, left];
		const lacking = long.words.slice(short.words.length).join(' ');
		return PART.test(lacking) || (/^(?:[ivx]+|\d+)$/.test(lacking) && lacking !== '');
	}
	return figures(left) !== figures(right);
}
