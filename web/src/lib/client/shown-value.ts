import type { Answer } from '$lib/contract/call-server';

/**
 * The value of an answer, null where there is none.
 * @param say is given why, as a sentence for the searcher; an empty text where all is well
 */
export async function shownValue<Value>(
	asked: Promise<Answer<Value>>,
	say: (fault: string) => void
): Promise<Value | null> {
	const answer = await asked;
	say(answer.ok ? '' : answer.fault);
	return answer.ok ? answer.value : null;
}
