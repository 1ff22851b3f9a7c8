/** Trials as the screens ask for them: edits that are not kept, and what they would change. */
import { callServer, valueOf } from '$lib/contract/call-server';
import type { Edit } from '@wide-lantern/core/editor';
import type { EnquiryClient } from './enquiry.svelte';
import type { TrialResult } from '$lib/contract/sheet';

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
		const { trials: tried } = valueOf(
			await callServer('POST /api/v1/enquiries/[enquiry]/trials', {
				path: { enquiry: enquiry.id },
				body: {
					revision: enquiry.revision,
					...(read ? { read } : {}),
					trials: trials.slice(from, from + TRIALS_AT_ONCE).map(({ name, edits }) => ({ name, edits }))
				},
				...(signal ? { signal } : {})
			})
		);
		results.push(...tried);
	}
	return results;
}
