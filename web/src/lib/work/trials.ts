/** Trials as the screens ask for them: edits that are not kept, and what they would change. */
import type { Edit } from '@wide-lantern/core/editor';
import type { EnquiryClient } from './enquiry.svelte';
import type { ShownRecord } from './records';

export type TrialResult =
	| { readonly name: string; readonly refused: string }
	| {
			readonly name: string;
			readonly refused?: undefined;
			readonly final: string | null;
			readonly count: number | null;
			readonly found: number | null;
			readonly lost: number;
			readonly gained: number;
			/** Known articles that go dark, and that come into the light, by identity. */
			readonly shipsLost: readonly string[];
			readonly shipsGained: readonly string[];
			readonly lines: readonly {
				readonly id: string;
				readonly count: number | null;
				readonly lost: number;
				readonly gained: number;
			}[];
			/** The first records that are lost and gained, where they were asked for. */
			readonly records?: { readonly lost: readonly ShownRecord[]; readonly gained: readonly ShownRecord[] };
	  };

export interface Trial {
	readonly name: string;
	readonly edits: readonly Edit[];
}

/** Asked for at most so many at once; the server takes no more. */
export const TRIALS_AT_ONCE = 60;

/**
 * Tries edits on the strategy as it is saved.
 * @param read true where the first records that are lost and gained are wanted
 * @throws Error with a sentence for the searcher
 */
export async function tryOut(
	enquiry: Pick<EnquiryClient, 'id' | 'revision' | 'flush'>,
	trials: readonly Trial[],
	signal?: AbortSignal,
	read = false
): Promise<TrialResult[]> {
	await enquiry.flush();
	const results: TrialResult[] = [];
	for (let from = 0; from < trials.length; from += TRIALS_AT_ONCE) {
		const response = await fetch(`/api/v1/enquiries/${enquiry.id}/trials`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({
				revision: enquiry.revision,
				...(read ? { read } : {}),
				trials: trials.slice(from, from + TRIALS_AT_ONCE).map(({ name, edits }) => ({ name, edits }))
			}),
			...(signal ? { signal } : {})
		});
		const answer = (await response.json()) as { trials?: TrialResult[]; message?: string };
		if (!response.ok || !answer.trials) throw new Error(answer.message ?? 'The trial could not be counted.');
		results.push(...answer.trials);
	}
	return results;
}
