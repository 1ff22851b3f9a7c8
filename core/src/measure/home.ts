/** Which concept a candidate belongs to, by what is new in it. */

/** Records that a term would add to a concept, and to the result; null where the concept has no line. */
type Added = { readonly concept: number; readonly result: number } | null;

/**
 * The concept whose lines hold most of a term's records already; of several, the one where the result gains most.
 * @param adds by concept @returns its place; −1 where none has a line
 */
export function homeOf(adds: readonly Added[]): number {
	let home = -1;
	for (const [at, one] of adds.entries()) {
		if (!one) continue;
		const best = adds[home];
		if (!best || one.concept < best.concept || (one.concept === best.concept && one.result > best.result)) home = at;
	}
	return home;
}
