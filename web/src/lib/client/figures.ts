/** Figures that a screen asks the server for and shows when they come: asked for again while the server is busy or away. */
import type { Answer } from '$lib/contract/call-server';

interface Asking<Value> {
	readonly show: (value: Value) => void;
	/** Called with a sentence for the searcher; it is followed by another attempt where one makes sense. */
	readonly failed?: (message: string) => void;
	/** Milliseconds to wait before asking: while somebody types, only the last question is asked. */
	readonly after?: number;
}

/** Milliseconds before the next attempts; the last pause is repeated. */
const PAUSES = [1_000, 2_000, 4_000, 8_000] as const;
/** Answers that another attempt may change: too busy, overtaken by another question, restarting. */
const passing = (status: number): boolean => status === 0 || status >= 500 || status === 408 || status === 429;

/** Asks until there is an answer. What it returns stops it: nothing is called after that. */
export function askForFigures<Value>(
	question: (signal: AbortSignal) => Promise<Answer<Value, unknown>>,
	{ show, failed = () => undefined, after = 0 }: Asking<Value>
): () => void {
	const leaving = new AbortController();
	let attempt = 0;
	let timer: ReturnType<typeof setTimeout> | undefined;
	const again = (message: string): void => {
		if (leaving.signal.aborted) return;
		failed(message);
		timer = setTimeout(start, PAUSES[Math.min(attempt++, PAUSES.length - 1)]);
	};
	async function ask(): Promise<void> {
		const answer = await question(leaving.signal);
		if (leaving.signal.aborted) return;
		if (answer.ok) show(answer.value);
		else if (passing(answer.status)) again(answer.fault);
		else failed(answer.fault);
	}
	const start = (): void => {
		// It ends with an error only where it is stopped.
		ask().catch(() => undefined);
	};
	if (after > 0) timer = setTimeout(start, after);
	else start();
	return () => {
		clearTimeout(timer);
		leaving.abort();
	};
}
