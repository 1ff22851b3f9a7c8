/** How many of a list's first terms are worth looking at, by what each weighs. */

/**
 * The fewest strongest terms that together hold a share of all weight (handbook, section 3).
 * @param weights descending @param share from 0 to 1
 */
export function cutByShare(weights: readonly number[], share: number): number {
	const all = weights.reduce((sum, weight) => sum + weight, 0);
	let held = 0;
	for (const [at, weight] of weights.entries()) {
		if (held >= all * share) return at;
		held += weight;
	}
	return weights.length;
}

/**
 * Where the curve bends most: the term farthest below the straight line from the first weight to the last (Satopää et al.,
 * ICDCS Workshops 2011, for a curve that falls). Fewer than three terms, or equal weights, have no bend: all are kept.
 * @param weights descending
 */
export function cutAtKnee(weights: readonly number[]): number {
	const [first = 0, last = 0] = [weights[0], weights.at(-1)];
	if (weights.length < 3 || first === last) return weights.length;
	let [knee, most] = [weights.length, 0];
	for (const [at, weight] of weights.entries()) {
		const below = 1 - at / (weights.length - 1) - (weight - last) / (first - last);
		if (below > most) [knee, most] = [at, below];
	}
	return knee;
}
