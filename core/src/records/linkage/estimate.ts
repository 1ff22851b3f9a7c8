/**
 * Weights of agreement, estimated from the pairs themselves. Each pair is of one work or of two; given which, its fields
 * agree independently (Fellegi & Sunter, J Am Stat Assoc 1969). How often each level occurs in either class, and how many
 * pairs are of one work, is found by expectation and maximisation over the patterns that occur (Winkler, Proc Section on
 * Survey Research Methods, ASA 1988; both from memory). Fields of which one side says nothing count for neither class.
 */
import type { Agreement } from './agreement.ts';

/** By field and level (level 1 first): how likely it is in pairs of one work (`same`) and of two (`different`). */
export interface LinkageWeights {
	/** Share of the compared pairs that are of one work. */
	readonly share: number;
	readonly same: readonly (readonly number[])[];
	readonly different: readonly (readonly number[])[];
}
export interface CountedPattern {
	readonly agreement: Agreement;
	readonly count: number;
}
export interface EstimateOptions {
	/** What is believed beforehand counts like so many pairs of each class; 0 trusts the data alone. */
	readonly belief: number;
	readonly rounds: number;
	/** It ends when the share changes by less. */
	readonly precision: number;
}
const USUAL: EstimateOptions = { belief: 200, rounds: 200, precision: 1e-7 };

/** How likely a pair is of one work. From 0 to 1. */
export function likelihoodOf(agreement: Agreement, weights: LinkageWeights): number {
	let logOdds = Math.log(weights.share / (1 - weights.share));
	for (let at = 0; at < agreement.length; at++) {
		const level = agreement[at] ?? 0;
		if (level > 0)
			logOdds += Math.log((weights.same[at]?.[level - 1] ?? 0) / (weights.different[at]?.[level - 1] ?? 0));
	}
	return 1 / (1 + Math.exp(-logOdds));
}

/** The weight of a level, in bits: the logarithm of how much more often it occurs in pairs of one work. */
export const weightOf = (weights: LinkageWeights, field: number, level: number): number =>
	level === 0 ? 0 : Math.log2((weights.same[field]?.[level - 1] ?? 0) / (weights.different[field]?.[level - 1] ?? 0));

/**
 * @param before what is believed before a pair is seen, which also says which class is which
 * @returns weights that agree best with the counted patterns (a local maximum)
 */
export function estimateWeights(
	patterns: readonly CountedPattern[],
	before: LinkageWeights,
	{ belief, rounds, precision }: EstimateOptions = USUAL
): LinkageWeights {
	let weights = before;
	for (let round = 0; round < rounds; round++) {
		const same = sums(before.same, belief);
		const different = sums(before.different, belief);
		let ofOneWork = belief * before.share;
		let all = belief;
		for (const { agreement, count } of patterns) {
			const likely = likelihoodOf(agreement, weights);
			ofOneWork += likely * count;
			all += count;
			for (let at = 0; at < agreement.length; at++) {
				const level = agreement[at] ?? 0;
				if (level === 0) continue;
				add(same, at, level - 1, likely * count);
				add(different, at, level - 1, (1 - likely) * count);
			}
		}
		const next: LinkageWeights = { share: ofOneWork / all, same: shares(same), different: shares(different) };
		const change = Math.abs(next.share - weights.share);
		weights = next;
		if (change < precision) break;
	}
	return weights;
}

const sums = (believed: readonly (readonly number[])[], belief: number): number[][] =>
	believed.map((levels) => levels.map((one) => one * belief));
function add(table: number[][], field: number, level: number, amount: number): void {
	const levels = table[field];
	if (levels) levels[level] = (levels[level] ?? 0) + amount;
}
/** Nothing is impossible: a level that never occurred would decide every pair by itself. */
const LEAST = 1e-6;
const shares = (table: readonly (readonly number[])[]): number[][] =>
	table.map((levels) => {
		const total = levels.reduce((sum, one) => sum + one + LEAST, 0);
		return levels.map((one) => (one + LEAST) / total);
	});

/** What is believed of references before any is seen (common practice, from memory). By the fields of `agreement.ts`. */
export const BELIEVED: LinkageWeights = {
	share: 0.3,
	same: [
		[0.97, 0.03],
		[0.82, 0.08, 0.07, 0.02, 0.01],
		[0.94, 0.03, 0.03],
		[0.9, 0.08, 0.02],
		[0.94, 0.06],
		[0.9, 0.07, 0.03],
		[0.9, 0.07, 0.03],
		[0.1, 0.9]
	],
	different: [
		[0.002, 0.998],
		[0.02, 0.02, 0.01, 0.1, 0.85],
		[0.04, 0.03, 0.93],
		[0.1, 0.15, 0.75],
		[0.08, 0.92],
		[0.002, 0.05, 0.948],
		[0.005, 0.03, 0.965],
		[0.0005, 0.9995]
	]
};
