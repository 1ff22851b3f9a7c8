/**
 * Finds which references are of one work: keys, agreement, weights, three classes. A pair is merged automatically where it
 * is likely enough and nothing speaks against it; a person decides on those in between; the rest are different.
 */
import type { ImportedReference } from '../formats/reference.ts';
import { agreementOf, agreementOfPattern, patternOf, type Agreement } from './agreement.ts';
import { candidatePairs, MOST_REFERENCES, PLACES } from './candidates.ts';
import { BELIEVED, estimateWeights, likelihoodOf, type LinkageWeights } from './estimate.ts';
import { evidenceOf, type ReferenceEvidence } from './evidence.ts';
import { levelOf, relationOf, type Relation } from './relations.ts';

/** From this likelihood on a pair is merged automatically; from the lower one on a person looks at it. */
export const THRESHOLDS = { same: 0.99, review: 0.5 } as const;

export type PairClass = 'same' | 'review' | 'linked';
export interface LinkedPair {
	/** Places in the list of references, the lower first. */
	readonly left: number;
	readonly right: number;
	readonly kind: PairClass;
	/** From 0 to 1. */
	readonly likelihood: number;
	readonly relation: Relation | null;
	readonly agreement: Agreement;
}
/** What a threshold costs by the estimate itself: sums of likelihoods. */
export interface LinkageCosts {
	/** Pairs that were compared. */
	readonly compared: number;
	/** Pairs merged automatically, and how many of these are expected to be wrong. */
	readonly merged: number;
	readonly wronglyMerged: number;
	/** Pairs in the queue, and how many of these are expected to be of one work. */
	readonly queued: number;
	readonly queuedSame: number;
	/** Pairs of like titles that were left apart, and are expected to be of one work. */
	readonly missed: number;
}
export interface Linkage {
	readonly pairs: readonly LinkedPair[];
	readonly weights: LinkageWeights;
	readonly costs: LinkageCosts;
}

/** Between two calls of `progress`, references read or pairs compared. */
const STEP = 5_000;

/**
 * @param references at most two million
 * @param progress is given how far it is, from 0 to 1; what it throws ends the work
 */
export function linkReferences(
	references: Iterable<ImportedReference>,
	progress: (share: number) => void = () => undefined
): Linkage {
	const all: ReferenceEvidence[] = [];
	for (const one of references) {
		all.push(evidenceOf(one));
		if (all.length % STEP === 0) progress(0);
	}
	return linkEvidence(all, progress);
}

/** The same of what has been folded before. */
export function linkEvidence(
	all: readonly ReferenceEvidence[],
	progress: (share: number) => void = () => undefined
): Linkage {
	if (all.length > MOST_REFERENCES) throw new RangeError('More references than can be told apart');
	const found = candidatePairs(all);
	progress(0.4);
	const patterns = new Uint32Array(found.length);
	const counts = new Map<number, number>();
	for (let at = 0; at < found.length; at++) {
		const [left, right] = placesOf(found[at] ?? 0);
		const pattern = patternOf(agreementOf(all[left] as ReferenceEvidence, all[right] as ReferenceEvidence));
		patterns[at] = pattern;
		counts.set(pattern, (counts.get(pattern) ?? 0) + 1);
		if (at % STEP === 0) progress(0.4 + (0.4 * at) / found.length);
	}
	const weights = estimateWeights(
		[...counts].map(([pattern, count]) => ({ agreement: agreementOfPattern(pattern), count })),
		BELIEVED
	);
	const likely = new Map(
		[...counts.keys()].map((pattern) => [pattern, likelihoodOf(agreementOfPattern(pattern), weights)])
	);
	const pairs: LinkedPair[] = [];
	const costs = { compared: found.length, merged: 0, wronglyMerged: 0, queued: 0, queuedSame: 0, missed: 0 };
	for (let at = 0; at < found.length; at++) {
		const [left, right] = placesOf(found[at] ?? 0);
		const pattern = patterns[at] ?? 0;
		const likelihood = likely.get(pattern) ?? 0;
		const pair = classified(left, right, all, agreementOfPattern(pattern), likelihood);
		if (pair) pairs.push(pair);
		if (pair?.kind === 'same') {
			costs.merged++;
			costs.wronglyMerged += 1 - likelihood;
		} else if (pair?.kind === 'review') {
			costs.queued++;
			costs.queuedSame += likelihood;
		} else if (pair === null && hasLikeTitle(agreementOfPattern(pattern))) costs.missed += likelihood;
	}
	progress(1);
	return { pairs, weights, costs };
}

const placesOf = (pair: number): readonly [number, number] => [Math.floor(pair / PLACES), pair % PLACES];

/** A title that is another one is another work, whatever identifier a conference gave to all its abstracts. */
function hasLikeTitle(agreement: Agreement): boolean {
	const title = levelOf(agreement, 'title');
	return title > 0 && title < 5;
}

function classified(
	left: number,
	right: number,
	all: readonly ReferenceEvidence[],
	agreement: Agreement,
	likelihood: number
): LinkedPair | null {
	const [one, other] = [all[left] as ReferenceEvidence, all[right] as ReferenceEvidence];
	const title = levelOf(agreement, 'title');
	const titled = hasLikeTitle(agreement);
	if (!titled && likelihood < THRESHOLDS.review) return null;
	const relation = relationOf(one, other, agreement);
	if (relation !== null)
		// Of the same people, a title that begins alike is enough: nothing is merged by it.
		return titled && (likelihood >= THRESHOLDS.review || title === 1 || (title <= 3 && sameAuthor(agreement)))
			? { left, right, kind: 'linked', likelihood, relation, agreement }
			: null;
	if (likelihood < THRESHOLDS.review && !(levelOf(agreement, 'doi') === 1 && titled)) return null;
	const kind = likelihood >= THRESHOLDS.same && isCertain(agreement, one, other) ? 'same' : 'review';
	return kind === 'review' && title === 5 && levelOf(agreement, 'abstract') !== 1
		? null
		: { left, right, kind, likelihood, relation: null, agreement };
}

/** Beside the likelihood: what must agree before anything is merged without a person. */
function isCertain(agreement: Agreement, left: ReferenceEvidence, right: ReferenceEvidence): boolean {
	const level = (field: Parameters<typeof levelOf>[1]) => levelOf(agreement, field);
	const title = level('title');
	if (title === 0 || title === 5) return false;
	const doi = level('doi');
	const samePlace = level('volume and page') === 1;
	const author = level('first author');
	const isSameAuthor = sameAuthor(agreement);
	if (level('year') === 3 && doi !== 1) return false;
	if (doi === 1) return title <= 3 || (isSameAuthor && level('abstract') !== 3);
	// Another DOI may be a slip of one source; then everything else must agree.
	if (doi === 2) return samePlace && title === 1 && author === 1 && level('year') === 1;
	// A similar title alone is another work of the same group.
	if (title === 4) return samePlace && isSameAuthor;
	// Another first author, or none: the same page of the same volume is enough beside the title.
	if (samePlace && (title === 1 || author === 0) && (author === 0 || level('abstract') === 1)) return true;
	// A page of a supplement against a paper of which no page is known: it may be the abstract of a talk.
	if (!samePlace && isSupplement(left) !== isSupplement(right)) return false;
	const beside = [samePlace || level('volume and page') === 2, level('abstract') === 1, level('journal') === 1].filter(
		(one) => one
	).length;
	return isSameAuthor && level('volume and page') !== 3 && level('abstract') !== 3 && beside >= (title === 1 ? 1 : 2);
}

function sameAuthor(agreement: Agreement): boolean {
	const author = levelOf(agreement, 'first author');
	return author === 1 || author === 2;
}

const isSupplement = ({ page }: ReferenceEvidence) => /^s\d/.test(page);
