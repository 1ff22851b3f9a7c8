/** How much commoner a term is in gathered records than elsewhere: its share against a background, and log-likelihood. */

/** Numbers of records. */
export interface TermCounts {
	/** Gathered records that hold the term, of all gathered. */
	readonly held: number;
	readonly gathered: number;
	/** Records of the background that hold it, of the whole background; gathered records are not part of it. */
	readonly heldElsewhere: number;
	readonly elsewhere: number;
}

/**
 * G², the log-likelihood ratio of the four cells: 2 Σ O ln(O / E), with E from the margins.
 * Source: Dunning, Computational Linguistics 1993. A cell of 0 adds nothing.
 */
export function logLikelihood({ held, gathered, heldElsewhere, elsewhere }: TermCounts): number {
	const all = gathered + elsewhere;
	if (all === 0) return 0;
	const [withTerm, without] = [held + heldElsewhere, all - held - heldElsewhere];
	const cell = (observed: number, row: number, column: number) =>
		observed === 0 ? 0 : observed * Math.log((observed * all) / (row * column));
	return (
		2 *
		(cell(held, gathered, withTerm) +
			cell(gathered - held, gathered, without) +
			cell(heldElsewhere, elsewhere, withTerm) +
			cell(elsewhere - heldElsewhere, elsewhere, without))
	);
}

/** Share in the gathered records ÷ share in the background; null where the background does not hold it at all. */
export function shareRatio({ held, gathered, heldElsewhere, elsewhere }: TermCounts): number | null {
	if (heldElsewhere === 0 || gathered === 0) return null;
	return held / gathered / (heldElsewhere / elsewhere);
}
