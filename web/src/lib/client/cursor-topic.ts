/** What the lens shows of the place in a line where the cursor is: the line, its word, and the heading that is named there. */
import { callServer } from '$lib/contract/call-server';
import type { LineTopic } from './lens.svelte';

export interface CursorPlace {
	/** The name in braces that the cursor is in, as it is typed; null outside braces. */
	readonly heading: string | null;
	readonly word: { readonly text: string; readonly at: number } | null;
}
/** A name that is part of a heading only is no reason to show that heading. */
const SURE: ReadonlySet<string> = new Set(['heading', 'entry-term', 'heading-words']);

export class CursorTopic {
	private asking: AbortController | null = null;

	/** @param show is given the topic, once it is known; not where the cursor has moved on */
	constructor(private readonly show: (topic: LineTopic) => void) {}

	async moved(line: string, { heading, word }: CursorPlace, vocabulary: string): Promise<void> {
		this.stop();
		if (heading === null || heading === '' || heading === '*') {
			this.show({ kind: 'line', line, word, heading: null });
			return;
		}
		const asking = new AbortController();
		this.asking = asking;
		const answer = await callServer('GET /api/v1/vocabularies/[vocabulary]/lookup', {
			path: { vocabulary },
			query: { q: heading },
			signal: asking.signal
		}).catch(() => null);
		// The cursor has moved on, or the server cannot be reached: the lens stays as it is.
		if (asking.signal.aborted || !answer?.ok) return;
		const [match] = answer.value.matches;
		const found = match && SURE.has(match.reason) ? { vocabulary, heading: match.id } : null;
		this.show({ kind: 'line', line, word, heading: found });
	}

	stop(): void {
		this.asking?.abort();
	}
}
