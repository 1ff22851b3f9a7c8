/** Proportions with their uncertainty, and what a search does on records whose truth is known. */

export interface Proportion {
	readonly part: number;
	readonly of: number;
	/** Null where there is nothing to divide by. */
	readonly value: number | null;
	/** 95 % interval. */
	readonly low: number;
	readonly high: number;
}

/** Two-sided 95 % of the normal distribution. */
const Z = 1.959963984540054;

/**
 * A proportion with its 95 % interval: Wilson's score without continuity correction (Newcombe, Stat
 * Med 1998;17:857, method 3). It assumes a random sample.
 */
export function proportion(part: number, of: number): Proportion {
	if (of <= 0) return { part, of, value: null, low: 0, high: 1 };
	const share = part / of;
	const square = Z * Z;
	const middle = part + square / 2;
	const spread = Z * Math.sqrt(of * share * (1 - share) + square / 4);
	return {
		part,
		of,
		value: share,
		low: part === 0 ? 0 : (middle - spread) / (of + square),
		high: part === of ? 1 : (middle + spread) / (of + square)
	};
}

/** Records by what a search did and by what is true of them. */
export interface Cells {
	readonly foundTrue: number;
	readonly foundFalse: number;
	readonly missedTrue: number;
	readonly missedFalse: number;
}

export interface Performance {
	readonly sensitivity: Proportion;
	readonly specificity: Proportion;
	readonly precision: Proportion;
}

/** Handbook, section 3: sensitivity, specificity, precision. */
export const performanceOf = ({ foundTrue, foundFalse, missedTrue, missedFalse }: Cells): Performance => ({
	sensitivity: proportion(foundTrue, foundTrue + missedTrue),
	specificity: proportion(missedFalse, missedFalse + foundFalse),
	precision: proportion(foundTrue, foundTrue + foundFalse)
});
